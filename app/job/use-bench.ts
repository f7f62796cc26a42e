import { computed, inject, provide, ref, watch, type ComputedRef, type InjectionKey, type Ref } from 'vue'
import {
  accountOf,
  debtsOf,
  guardEvent,
  isDone,
  lastStanding,
  layOutVee,
  markRisks,
  nextSteps,
  openDuties,
  openRungs,
  sayDuties,
  sealName,
  sealStands,
  sheetNow,
  stepOf,
  timersOf,
  waitsOf,
  weakenedTicks,
  type Duty,
  type MarkRisk,
  type PartLine,
  type Sheet,
  type Stamp,
  type Step,
  type Vee,
  type Wait,
  type Weakened,
} from '#core'
import { steadySet } from '../ui/steady'
import { useInstrumentStore } from '../net/instrument-store'
import { serverNow, useMsUntil } from '../net/server-clock'
import { useSessionStore } from '../net/session-store'
import type { OpenJob } from './open-job'

export type StepStatus = 'done' | 'next' | 'later'

/**
 * The bench: a job, the step that is looked at, and what is done with both. Everything on it may use it; there is always a job with a
 * sheet.
 */
export interface Bench {
  job: OpenJob
  session: ReturnType<typeof useSessionStore>
  /** The sheet as far as this job has decided its forks. */
  sheet: ComputedRef<Sheet>
  vee: ComputedRef<Vee>
  account: ComputedRef<readonly PartLine[]>
  /** Steps that can be done now, and the first of them: where the work is. */
  next: ComputedRef<Step[]>
  current: ComputedRef<Step | null>
  /** The step that is looked at: the picked one, else where the work is. */
  shown: ComputedRef<Step | null>
  statusOf: (step: Step) => StepStatus
  /** Keys of the rungs that are open. */
  openKeys: ComputedRef<ReadonlySet<string>>
  /** True for somebody who may work on this job, as long as it is open. */
  mayWork: ComputedRef<boolean>
  timers: ComputedRef<Wait[]>
  /** What was left unfinished on purpose, and what holds no more: in words. */
  debts: ComputedRef<readonly string[]>
  /** Ticked steps that stand on a reading whose verdict was worse than this bench had shown, by key. */
  weakened: ComputedRef<ReadonlyMap<string, Weakened>>
  risks: ComputedRef<MarkRisk[]>
  /** Waits before the shown step, whether one runs, and how long until a moment. */
  waits: ComputedRef<Wait[]>
  isWaiting: ComputedRef<boolean>
  msUntil: (moment: string) => number
  /** The bags that hold what the shown step puts back. */
  wantedBags: ComputedRef<ReadonlySet<string>>
  dutiesLeft: ComputedRef<Duty[]>
  /** Why the shown step cannot be ticked now; null when it can. */
  obstacle: ComputedRef<string | null>
  /** The newest thing this person did that can be taken back. */
  undoable: ComputedRef<Stamp | undefined>
  /** The part that is looked at. */
  pickedPart: Ref<string | null>
  /** Looks at a part; nothing or null puts it down. */
  pickPart: (part: string | null) => void
  /** Looks at a step; null goes back to where the work is. */
  look: (step: Step | null) => void
  /** Looks at the step so many places further in the order of the sheet. */
  lookBy: (places: number) => void
  /** Ticks the shown step and goes on to the next. */
  tick: (counted?: { part: string, count: number }[]) => void
  /** Takes a thing back and looks at the step it belonged to, so that it can be done again or left. */
  takeBack: (event: string) => void
  /** The work goes back to a step; it and everything above it is open again. */
  goBack: (step: string, reason: string) => void
}

const BENCH: InjectionKey<Bench> = Symbol('bench')

/** Lays a job on the bench, for everything below the component that does it. */
export function provideBench(job: OpenJob): Bench {
  const bench = makeBench(job)
  provide(BENCH, bench)
  return bench
}

/** The bench that this component stands on. */
export function useBench(): Bench {
  const bench = inject(BENCH)
  if (!bench) throw new Error('There is no bench around this component.')
  return bench
}

function makeBench(job: OpenJob): Bench {
  const session = useSessionStore()
  const picked = ref<string | null>(null)
  const pickedPart = ref<string | null>(null)
  const msUntil = useMsUntil()

  const sheet = computed(() => sheetNow(job.sheet, job.state))
  const vee = computed(() => layOutVee(sheet.value))
  const account = computed(() => accountOf(job.sheet, job.state))
  const next = computed(() => nextSteps(job.sheet, job.state))
  const current = computed<Step | null>(() => next.value[0] ?? null)
  const shown = computed<Step | null>(() =>
    picked.value && sheet.value.steps.some(step => step.key === picked.value) ? stepOf(sheet.value, picked.value) : current.value,
  )
  const nextKeys = steadySet(() => next.value.map(step => step.key))
  const openKeys = steadySet(() => openRungs(job.sheet, job.state).map(rung => rung.key))
  const mayWork = computed(() => (job.isPractice || session.may('job:work')) && !job.state.closed)
  const timers = computed(() => timersOf(job.sheet, job.state))
  const debts = computed(() => [
    ...debtsOf(job.sheet, job.state).map(({ text }) => text),
    ...sealStands(job.sheet, job.state).flatMap(({ seal, place, voidedBy }) =>
      voidedBy ? [`${sealName(seal, place)} to be set again: ${voidedBy.why}`] : []),
  ])
  const weakened = computed(() => new Map(weakenedTicks(job.sheet, job.state).map(line => [line.step.key, line])))
  const risks = computed(() => markRisks(job.sheet, job.state))

  const wantedBags = steadySet(() => {
    const parts = new Set(shown.value?.refits?.map(piece => piece.part))
    return account.value.filter(line => parts.has(line.part.key)).flatMap(line => line.bagged.map(bag => bag.tag))
  })

  const statusOf = (step: Step): StepStatus => isDone(job.state, step.key) ? 'done' : nextKeys.value.has(step.key) ? 'next' : 'later'
  const dutiesLeft = computed(() => shown.value ? openDuties(job.sheet, job.state, shown.value) : [])
  const waits = computed(() => shown.value ? waitsOf(job.sheet, job.state, shown.value) : [])
  const isWaiting = computed(() => waits.value.some(wait => !wait.cut && msUntil(wait.endsAt) > 0))

  const obstacle = computed<string | null>(() => {
    if (!shown.value) return null
    const actor = { id: session.person?.id ?? '', name: session.person?.name ?? '' }
    // Asked anew when a wait ends, not at each tick of the clock.
    const happenedAt = isWaiting.value ? waits.value[0]!.startedAt : serverNow().toISOString()
    const refusal = guardEvent(job.sheet, job.state, { id: '', type: 'step-done', body: { step: shown.value.key }, actor, happenedAt })
    // Which step it is stands above; only what is missing is said.
    return refusal?.code === 'step.duties-open' ? `First ${sayDuties(job.sheet, shown.value, dutiesLeft.value)}.` : refusal?.message ?? null
  })

  function look(step: Step | null): void {
    picked.value = step?.key ?? null
    job.refusal = null
  }

  function pickPart(part: string | null): void {
    pickedPart.value = part || null
    job.refusal = null
  }

  function lookBy(places: number): void {
    const { steps } = sheet.value
    const at = steps.findIndex(step => step.key === shown.value?.key)
    const there = steps[at + places]
    if (at >= 0 && there) look(there)
  }

  function tick(counted?: { part: string, count: number }[]): void {
    const step = shown.value
    if (!step || !job.act('step-done', { step: step.key, ...(counted?.length ? { counted } : {}) })) return
    // The work goes on where it was: the next step after this one in the sheet, or whatever can be done.
    const { steps } = sheet.value
    const after = steps.slice(steps.findIndex(candidate => candidate.key === step.key) + 1)
    picked.value = (after.find(candidate => nextKeys.value.has(candidate.key)) ?? next.value[0])?.key ?? null
  }

  const undoable = computed(() => session.person ? lastStanding(job.state, session.person.id) : undefined)

  function takeBack(event: string): void {
    const step = job.sheet.steps.find(candidate => job.state.done[candidate.key]?.event === event)
    if (job.act('undone', { event }) && step) picked.value = step.key
  }

  function goBack(step: string, reason: string): void {
    if (job.act('gone-back', { step, reason })) picked.value = step
  }

  const instruments = useInstrumentStore()
  void instruments.load()
  watch(() => job.meta.id, () => {
    picked.value = null
    pickedPart.value = null
  })

  return {
    job,
    session,
    sheet,
    vee,
    account,
    shown,
    current,
    next,
    openKeys,
    mayWork,
    timers,
    debts,
    weakened,
    risks,
    waits,
    isWaiting,
    msUntil,
    statusOf,
    wantedBags,
    dutiesLeft,
    obstacle,
    undoable,
    pickedPart,
    pickPart,
    look,
    lookBy,
    tick,
    takeBack,
    goBack,
  }
}
