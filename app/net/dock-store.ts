import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { dialSweep, DomainError, formatQuantity, stableValue, toDigits, type QuantityKind, type Shown, type SweepPoint } from '#core'
import { beyondOf } from '#shared/instruments/range'
import type { HandDeed } from '#shared/instruments/hand'
import type { LinksAnswer, LinkState, StreamedValue } from '#shared/wire/instrument-stream'
import { instrumentTopic } from '#shared/wire/topics'
import type { InstrumentRow } from '#shared/wire/types'
import { wedgeMeant } from '../ui/wedge'
import { callApi, sentenceOf } from './api'
import { useInstrumentStore } from './instrument-store'
import { useLiveStore } from './live-store'
import { openSerial, type SerialLine, type SerialPlace } from './serial-line'

/** Where a value goes that is taken: the cell in hand, or the bolt. */
export interface TakeTarget {
  label: string
  quantity: QuantityKind
  take: (text: string, tag: string) => void
  /** A whole turn of a dial at once: the angles that are wanted, from the index mark. */
  turn?: { anglesDeg: readonly number[], take: (texts: readonly string[], tag: string) => void }
  /** A pull: its greatest value is taken by itself when the wrench is let go. */
  pulls?: boolean
  /** What a hand does with a simulated instrument here. */
  hand?: HandDeed
}

/** Values that are looked at for rest. */
const KEPT_MS = 1500
/** A dial that comes back within so many steps has not been pushed. */
const CLOSURE_STEPS = 3
/** What was heard longer ago is not what the instrument shows now. */
const STALE_AFTER_MS = 2000
const LET_GO_AFTER_MS = 30_000
const OPEN = { state: 'open' as LinkState, sentence: '' }

/** The instrument in hand: what it shows, whether it rests, and where its value goes. */
export const useDockStore = defineStore('dock', () => {
  const live = useLiveStore()
  const register = useInstrumentStore()

  const links = shallowRef<LinksAnswer | null>(null)
  const problem = ref('')
  /** The links are news to nobody who works without the server: the dock says what is left. */
  async function load(): Promise<void> {
    links.value = await callApi<LinksAnswer>('/instruments/links').catch(() => null)
  }

  const tag = ref('')
  const way = ref<'link' | 'cable' | null>(null)
  const row = computed<InstrumentRow | undefined>(() => register.instruments.find(one => one.tag === tag.value))
  const link = shallowRef(OPEN)
  const shown = shallowRef<StreamedValue | null>(null)
  const held = ref<number | null>(null)
  let samples: Shown[] = []
  const rest = ref<number | null>(null)
  const target = shallowRef<TakeTarget | null>(null)
  const sweep = shallowRef<SweepPoint[] | null>(null)
  const turnedDeg = ref(0)

  let stale: ReturnType<typeof setTimeout> | undefined
  /** Nothing old is ever taken; what was held was held on purpose. */
  function fallSilent(): void {
    clearTimeout(stale)
    shown.value = rest.value = null
    samples = []
    if (!sweep.value) return
    sweep.value = null
    problem.value = 'The dial fell silent within the turn. Turn once more.'
  }

  function hear(seen: StreamedValue): void {
    clearTimeout(stale)
    stale = setTimeout(fallSilent, STALE_AFTER_MS)
    const atMs = performance.now()
    // It says its greatest for a while: that is one pull.
    const isNewPeak = seen.status === 'peak' && shown.value?.status !== 'peak'
    shown.value = seen
    link.value = OPEN
    samples = [...samples.filter(sample => atMs - sample.atMs < KEPT_MS), { atMs, value: seen.value }]
    rest.value = stableValue(samples, { step: row.value?.step ?? 0 })
    if (sweep.value && seen.angleDeg !== undefined) follow(seen.angleDeg, seen.value)
    if (isNewPeak && target.value?.pulls && fits.value) put(seen.value)
  }

  /** What could be taken now: what was held, what an instrument calls its greatest, or a value at rest. */
  const value = computed(() => held.value ?? (shown.value?.status === 'peak' ? shown.value.value : rest.value))
  const fits = computed(() => !!target.value && !!row.value && target.value.quantity === row.value.quantity)
  const isBeyond = computed(() => shown.value?.status === 'over' || shown.value?.status === 'under' || shown.value?.status === 'fault')
  const canTake = computed(() => fits.value && value.value !== null && !isBeyond.value && !sweep.value)

  /** Written to the step of the instrument; a cell is typed text, so with the minus of a keyboard. */
  const textOf = (figure: number, { quantity, step }: InstrumentRow) =>
    formatQuantity(figure, quantity, { resolution: step, bare: true }).replace('−', '-')
  function put(figure: number): void {
    if (!row.value) return
    const text = textOf(figure, row.value)
    held.value = null
    target.value?.take(text, tag.value)
  }
  /** Takes the value into the cell in hand; false when there is none to take. */
  function take(): boolean {
    if (!canTake.value) return false
    put(value.value!)
    return true
  }
  /** Keeps what it shows while the instrument is taken off; a second time lets it go. */
  const hold = () => { held.value = held.value === null ? rest.value ?? shown.value?.value ?? null : null }

  function beginSweep(): void {
    problem.value = ''
    sweep.value = []
    turnedDeg.value = 0
    held.value = null
  }
  function follow(angleDeg: number, figure: number): void {
    const goal = target.value?.turn
    const dial = row.value
    if (!goal || !dial) {
      sweep.value = null
      return
    }
    const points = [...sweep.value!, { angleDeg, value: figure }]
    sweep.value = points
    try {
      const { turnedDeg: so, readings, closureMm } = dialSweep(points, goal.anglesDeg)
      turnedDeg.value = so
      if (!readings) return
      sweep.value = null
      if (closureMm! > CLOSURE_STEPS * dial.step) {
        problem.value = `The dial did not come back to where it began: ${toDigits(closureMm!, 2)} mm. Look whether its foot has slipped, and turn once more.`
        return
      }
      goal.take(readings.map(reading => textOf(reading, dial)), tag.value)
    } catch (error) {
      if (!(error instanceof DomainError)) throw error
      problem.value = error.message
      sweep.value = null
    }
  }

  let leave: (() => void) | undefined
  let cable: SerialLine | undefined
  function forget(): void {
    leave?.()
    void cable?.close()
    leave = cable = undefined
    sweep.value = held.value = null
    fallSilent()
    link.value = OPEN
    way.value = null
    problem.value = ''
  }

  const lease = (wanted: string) => callApi(`/instruments/${wanted}/lease`, { method: 'POST' })
  const giveBack = (wanted: string) => callApi(`/instruments/${wanted}/lease`, { method: 'DELETE' }).catch(() => undefined)
  const listen = (wanted: string) => {
    leave?.()
    leave = live.watch([instrumentTopic(wanted)], {
      onNews: () => undefined,
      onInstrument: (message) => {
        if (message.kind === 'value') hear(message)
        else {
          link.value = { state: message.state, sentence: message.sentence }
          if (message.state !== 'open') fallSilent()
        }
      },
      // The server may be another one now: the instrument is asked for anew.
      onBack: () => void takeLine(wanted).catch((error: unknown) => { problem.value = sentenceOf(error) }),
    })
  }
  /** What was chosen meanwhile stands; an instrument that comes too late goes back. */
  async function takeLine(wanted: string): Promise<void> {
    await lease(wanted)
    if (tag.value === wanted) listen(wanted)
    else void giveBack(wanted)
  }

  /** Takes an instrument that has a line to the shop's server. */
  async function choose(wanted: string): Promise<void> {
    await letGo()
    tag.value = wanted
    if (!wanted) return
    way.value = 'link'
    try {
      await takeLine(wanted)
    } catch (error) {
      if (tag.value !== wanted) return
      forget()
      tag.value = ''
      problem.value = sentenceOf(error)
      void load()
    }
  }

  /** Takes an instrument that is plugged into this tablet. */
  async function plugIn(wanted: InstrumentRow, place?: SerialPlace): Promise<void> {
    await letGo()
    try {
      cable = await openSerial(wanted, {
        onValue: seen => hear({ value: seen, status: beyondOf(wanted, seen) ?? 'moving' }),
        onState: (state, sentence) => { link.value = { state, sentence } },
      }, place)
      tag.value = wanted.tag
      way.value = 'cable'
    } catch (error) {
      problem.value = sentenceOf(error)
    }
  }

  async function letGo(): Promise<void> {
    const last = way.value === 'link' ? tag.value : ''
    forget()
    tag.value = ''
    if (last) await giveBack(last)
  }

  let soon: ReturnType<typeof setTimeout> | undefined
  let isShown = false
  /** Between two steps that measure, the instrument stays in hand; nobody else waits for it longer than this. */
  const letGoSoon = () => {
    isShown = false
    clearTimeout(soon)
    soon = setTimeout(() => void letGo(), LET_GO_AFTER_MS)
  }
  const keep = () => {
    isShown = true
    clearTimeout(soon)
  }

  /** What an instrument that types has said while no cell had the focus, or a scanner that read the tag of one. */
  const typed = ref('')
  function hearTyped(text: string): void {
    const meant = wedgeMeant(text)
    typed.value = ''
    if (!meant) typed.value = `${text.slice(0, 40)} is no figure and no instrument. Tap the field it belongs to, and scan it again.`
    // Scanned where nothing is measured yet: it waits a little for the step that does.
    else if ('tag' in meant) void choose(meant.tag).then(() => { if (!isShown) letGoSoon() })
    else if (target.value) target.value.take(meant.number, '')
    else typed.value = `${text} came from an instrument that types. Tap the cell it belongs to, and send it again.`
  }

  const zero = () => live.wish({ instrument: tag.value, zero: true })
  const hand = (deed: HandDeed) => live.wish({ instrument: tag.value, hand: deed })

  /** The cell or bolt that is in hand now. */
  function aim(goal: TakeTarget): void {
    target.value = goal
    sweep.value = null
  }
  /** What was in hand is gone from the screen. */
  function drop(goal: TakeTarget | null): void {
    if (target.value === goal) target.value = null
  }

  return {
    links, load, problem, tag, way, row, link, shown, rest, held, target, fits, canTake, isBeyond, value, take, hold, sweep, turnedDeg,
    beginSweep, choose, plugIn, letGo, letGoSoon, keep, typed, hearTyped, zero, hand, aim, drop,
  }
})
