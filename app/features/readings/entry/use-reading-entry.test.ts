import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, reactive, shallowRef, type EffectScope } from 'vue'
import { emptyState, foldJob, guardEvent, type EventBodies, type EventType, type JobEvent, type JobState, type ReadingStage } from '#core'
import type { InstrumentRow } from '#shared/wire/types'
import { liftPump } from '../../../../tests/support/demo-sheet'
import type { Bench } from '../../../job/use-bench'

const kept = new Map<string, string>()
vi.stubGlobal('localStorage', {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
})
const INSTRUMENTS: InstrumentRow[] = [
  {
    tag: 'MIC-13',
    kind: 'micrometer',
    name: 'micrometer 50–75 mm',
    quantity: 'length',
    rangeFrom: 50,
    rangeTo: 75,
    uncertainty: 0.002,
    step: 0.001,
    alphaPerK: 11.5e-6,
    calibratedUntil: '2099-01-01',
  },
  {
    tag: 'MIC-25',
    kind: 'micrometer',
    name: 'micrometer 75–100 mm',
    quantity: 'length',
    rangeFrom: 75,
    rangeTo: 100,
    uncertainty: 0.003,
    step: 0.001,
    alphaPerK: 11.5e-6,
    calibratedUntil: '2099-01-01',
  },
] as InstrumentRow[]
vi.mock('../../../net/api', async original => ({
  ...(await original<typeof import('../../../net/api')>()),
  callApi: () => Promise.resolve(INSTRUMENTS),
}))
const { useReadingEntry } = await import('./use-reading-entry')
const { useInstrumentStore } = await import('../../../net/instrument-store')

let made = 0
const event = <T extends EventType>(type: T, body: EventBodies[T]) =>
  ({ id: `e-${made++}`, type, body, actor: { id: 'a', name: 'A' }, happenedAt: '2026-05-04T08:00:00.000Z' }) as JobEvent

/** A bench with nothing but a job in it. */
function benchOf() {
  const state = shallowRef<JobState>(foldJob(liftPump, [event('job-opened', { reason: 'test' })], emptyState()))
  const job = reactive({
    sheet: liftPump, meta: { id: 'job-1' }, state, refusal: null as string | null,
    act<T extends EventType>(type: T, body: EventBodies[T]): boolean {
      const deed = event(type, JSON.parse(JSON.stringify(body)) as EventBodies[T])
      const refused = guardEvent(liftPump, state.value, deed)
      job.refusal = refused?.message ?? null
      if (!refused) state.value = foldJob(liftPump, [deed], state.value)
      return !refused
    },
  })
  return { job, fold: (deed: JobEvent) => { state.value = foldJob(liftPump, [deed], state.value) } }
}
type TestBench = ReturnType<typeof benchOf>
const scopes: EffectScope[] = []
function entryOf(bench: TestBench, position: string, stage: ReadingStage = 'as-found') {
  const scope = effectScope()
  scopes.push(scope)
  return scope.run(() => useReadingEntry(bench as unknown as Bench, () => ({ position, stage })))!
}
/** Leaves every view that is open, as somebody does who looks at another step. */
const leave = () => { for (const scope of scopes.splice(0)) scope.stop() }
const type = (entry: ReturnType<typeof entryOf>, rows: string[][]) =>
  rows.forEach((row, s) =>
    row.forEach((text, p) => {
      entry.typed[s]![p] = text
    }),
  )
const SEAT = [['70.010', '70.011'], ['70.011', '70.011'], ['70.010', '70.013']]

beforeEach(() => {
  leave()
  setActivePinia(createPinia())
})

describe('taking a reading', () => {
  it('judges when the last cell is filled, says what was understood, and stores what was typed', async () => {
    const bench = benchOf()
    const entry = entryOf(bench, 'seat-de')
    type(entry, [['70.010', '70.011'], ['70,0110', '2.7563 in'], ['70.010', '']])
    expect(entry.assessed.value.result).toBeNull()
    entry.store()
    expect(bench.job.state.readings).toEqual([])
    entry.typed[2]![1] = '70.013'
    expect(entry.understood.value).toEqual(['70.010\u00a0mm'])
    expect(entry.assessed.value.result?.verdict).toBe('in')
    entry.store()
    expect(bench.job.state.readings[0]).toMatchObject({
      position: 'seat-de',
      typed: [
        ['70.010', '70.011'],
        ['70,0110', '2.7563 in'],
        ['70.010', '70.013'],
      ],
    })
    await nextTick()
    expect(entry.editing.value).toBe(false)
  })

  it('keeps what is no number in its cell and says why', () => {
    const entry = entryOf(benchOf(), 'seat-de')
    type(entry, [['70.010', 'seventy'], ['5 bar', ''], ['', '']])
    expect(entry.cells.value[0]![1]!.sentence).toContain('"seventy" is not a length')
    expect(entry.cells.value[1]![0]!.sentence).toContain('belongs to a pressure')
    expect(entry.fault.value).toContain('seventy')
    expect(entry.typed[0]![1]).toBe('seventy')
  })

  it('asks about a slip of the hand before it is stored, once', () => {
    const bench = benchOf()
    const entry = entryOf(bench, 'seat-de')
    type(entry, [['70.010', '70.011'], ['70.011', '70.111'], ['70.010', '70.013']])
    entry.store()
    expect(entry.questions.value).toMatchObject([{ said: '70.111\u00a0mm' }])
    expect(bench.job.state.readings).toEqual([])
    entry.write()
    expect(bench.job.state.readings.length).toBe(1)
  })

  it('puts a worked-out result into the first empty cell', () => {
    const entry = entryOf(benchOf(), 'seat-de')
    entry.typed[0]![0] = '70.010'
    entry.fill('70.012')
    entry.fill('70.013')
    expect(entry.typed.flat()).toEqual(['70.010', '70.012', '70.013', '', '', ''])
  })
})

describe('a half-typed reading', () => {
  it('is there again after a look at another step, and gone once it is written down', async () => {
    const bench = benchOf()
    await useInstrumentStore().load()
    const first = entryOf(bench, 'seat-de')
    expect(first.conditions.offered.value.likely.map(row => row.tag)).toEqual(['MIC-13'])
    first.conditions.tag.value = 'MIC-13'
    type(first, [['70.010', ''], ['7', ''], ['', '']])
    await nextTick()
    leave()
    expect(entryOf(bench, 'seat-de', 'as-left').typed.flat().join('')).toBe('')
    const again = entryOf(bench, 'seat-de')
    expect(again.typed.flat()).toEqual(['70.010', '', '7', '', '', ''])
    expect(again.conditions.tag.value).toBe('MIC-13')
    type(again, SEAT)
    again.store()
    expect(bench.job.state.readings[0]?.conditions).toEqual({
      instrument: { tag: 'MIC-13', uncertainty: 0.002, calibratedUntil: '2099-01-01' },
    })
    await nextTick()
    leave()
    expect(entryOf(bench, 'seat-de').editing.value).toBe(false)
  })

  it('goes on when somebody else has written down the same reading, and can be left for it', async () => {
    const bench = benchOf()
    const entry = entryOf(bench, 'seat-de')
    entry.typed[0]![0] = '70.015'
    await nextTick()
    bench.fold(event('reading-taken', { position: 'seat-de', stage: 'as-found', values: SEAT.map(row => row.map(Number)), typed: SEAT }))
    await nextTick()
    expect(entry.editing.value).toBe(true)
    expect(entry.typed.flat()).toEqual(['70.015', '', '', '', '', ''])
    entry.leaveTyping()
    expect(entry.editing.value).toBe(false)
    entry.startTyping()
    expect(entry.typed.flat().join('')).toBe('')
    // Measured anew, and the same figure again: it is kept like any other.
    entry.typed[0]![0] = SEAT[0]![0]!
    await nextTick()
    leave()
    const again = entryOf(bench, 'seat-de')
    expect(again.typed.flat()).toEqual(['70.010', '', '', '', '', ''])
    again.leaveTyping()
    again.startTyping(true)
    expect(again.typed).toEqual(SEAT)
    await nextTick()
    leave()
    expect(entryOf(bench, 'seat-de').editing.value).toBe(false)
  })
})
