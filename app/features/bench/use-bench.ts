import { computed, ref, watch } from 'vue'
import {
  accountOf, debtsOf, guardEvent, isDone, lastStanding, layOutVee, markRisks, nextSteps, openDuties, openRungs, sayDuties, sheetNow, stepOf, timersOf, waitsOf, weakenedTicks, type Step,
} from '#core'
import { serverNow, useMsUntil } from '../../net/server-clock'
import { useSessionStore } from '../session/session-store'
import { useInstrumentStore } from '../readings/entry/instrument-store'
import { useJobStore } from './job-store'

export type StepStatus = 'done' | 'next' | 'later'

/** What the bench shows and does with the step that is looked at; follows the work unless the person looks elsewhere. */
export function useBench() {
  const job = useJobStore()
  const session = useSessionStore()
  const picked = ref<string | null>(null)
  const pickedPart = ref<string | null>(null)
  const msUntil = useMsUntil()

  /** The sheet as far as this job has decided its forks. */
  const sheet = computed(() => job.sheet ? sheetNow(job.sheet, job.state) : null)
  const vee = computed(() => sheet.value ? layOutVee(sheet.value) : null)
  const account = computed(() => job.sheet ? accountOf(job.sheet, job.state) : [])
  const next = computed<Step[]>(() => job.sheet ? nextSteps(job.sheet, job.state) : [])
  /** Where the work is: the first step that can be done. */
  const current = computed<Step | null>(() => next.value[0] ?? null)
  const shown = computed<Step | null>(() => {
    if (!sheet.value) return null
    return picked.value && sheet.value.steps.some(step => step.key === picked.value) ? stepOf(sheet.value, picked.value) : current.value
  })
  const nextKeys = computed(() => new Set(next.value.map(step => step.key)))
  const openKeys = computed(() => new Set(job.sheet ? openRungs(job.sheet, job.state).map(rung => rung.key) : []))
  const mayWork = computed(() => session.may('job:work') && !job.state.closed)
  const timers = computed(() => job.sheet ? timersOf(job.sheet, job.state) : [])
  const debts = computed(() => job.sheet ? debtsOf(job.sheet, job.state) : [])
  /** Ticked steps that stand on a reading whose verdict was worse than this bench had shown, by key. */
  const weakened = computed(() => new Map((job.sheet ? weakenedTicks(job.sheet, job.state) : []).map(line => [line.step.key, line])))
  const risks = computed(() => job.sheet ? markRisks(job.sheet, job.state) : [])

  /** The bags that hold what the shown step puts back. */
  const wantedBags = computed(() => {
    const parts = new Set(shown.value?.refits?.map(piece => piece.part))
    return new Set(account.value.filter(line => parts.has(line.part.key)).flatMap(line => line.bagged.map(bag => bag.tag)))
  })

  const statusOf = (step: Step): StepStatus => isDone(job.state, step.key) ? 'done' : nextKeys.value.has(step.key) ? 'next' : 'later'
  const dutiesLeft = computed(() => job.sheet && shown.value ? openDuties(job.sheet, job.state, shown.value) : [])
  const waits = computed(() => job.sheet && shown.value ? waitsOf(job.sheet, job.state, shown.value) : [])
  const isWaiting = computed(() => waits.value.some(wait => !wait.cut && msUntil(wait.endsAt) > 0))

  /** Why the shown step cannot be ticked now; null when it can. */
  const obstacle = computed<string | null>(() => {
    if (!job.sheet || !shown.value) return null
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

  /** Looks at a part; nothing or null puts it down. */
  function pickPart(part: string | null): void {
    pickedPart.value = part || null
    job.refusal = null
  }

  /** The step before or after the shown one in the order of the sheet. */
  function lookBy(places: number): void {
    const steps = sheet.value?.steps ?? []
    const at = steps.findIndex(step => step.key === shown.value?.key)
    const there = steps[at + places]
    if (at >= 0 && there) look(there)
  }

  function tick(counted?: { part: string, count: number }[]): void {
    const step = shown.value
    if (!step || !job.act('step-done', { step: step.key, ...(counted?.length ? { counted } : {}) })) return
    // The work goes on where it was: the next step after this one in the sheet, or whatever can be done.
    const steps = sheet.value!.steps
    const after = steps.slice(steps.findIndex(candidate => candidate.key === step.key) + 1)
    picked.value = (after.find(candidate => nextKeys.value.has(candidate.key)) ?? next.value[0])?.key ?? null
  }

  /** The newest thing this person did that can be taken back. */
  const undoable = computed(() => session.person ? lastStanding(job.state, session.person.id) : undefined)

  /** Takes a thing back and looks at the step it belonged to, so that it can be done again or left. */
  function takeBack(event: string): void {
    const step = job.sheet?.steps.find(candidate => job.state.done[candidate.key]?.event === event)
    if (job.act('undone', { event }) && step) picked.value = step.key
  }

  /** The work goes back to a step; it and everything above it is open again. */
  function goBack(step: string, reason: string): void {
    if (job.act('gone-back', { step, reason })) picked.value = step
  }

  const instruments = useInstrumentStore()
  watch(() => job.meta?.id, (id) => { if (id) void instruments.load() }, { immediate: true })
  watch(() => job.meta?.id, () => {
    picked.value = null
    pickedPart.value = null
  })

  return {
    job, session, sheet, vee, account, shown, current, next, openKeys, mayWork, timers, debts, weakened, risks, waits, isWaiting, msUntil, statusOf, wantedBags, dutiesLeft, obstacle, undoable,
    pickedPart, pickPart, look, lookBy, tick, takeBack, goBack,
  }
}

export type Bench = ReturnType<typeof useBench>
