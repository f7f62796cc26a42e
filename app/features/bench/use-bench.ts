import { computed, ref, watch } from 'vue'
import { guardEvent, isDone, lastStanding, nextSteps, openDuties, openRungs, stepOf, type Step } from '#core'
import { useSessionStore } from '../session/session-store'
import { useJobStore } from './job-store'

export type StepStatus = 'done' | 'next' | 'later'

/** What the bench shows and does with the step that is looked at; follows the work unless the person looks elsewhere. */
export function useBench() {
  const job = useJobStore()
  const session = useSessionStore()
  const picked = ref<string | null>(null)

  const next = computed<Step[]>(() => job.sheet ? nextSteps(job.sheet, job.state) : [])
  /** Where the work is: the first step that can be done. */
  const current = computed<Step | null>(() => next.value[0] ?? null)
  const shown = computed<Step | null>(() => {
    if (!job.sheet) return null
    return picked.value && job.sheet.steps.some(step => step.key === picked.value) ? stepOf(job.sheet, picked.value) : current.value
  })
  const nextKeys = computed(() => new Set(next.value.map(step => step.key)))
  const openKeys = computed(() => new Set(job.sheet ? openRungs(job.sheet, job.state).map(rung => rung.key) : []))
  const mayWork = computed(() => session.may('job:work') && !job.state.closed)

  const statusOf = (step: Step): StepStatus => isDone(job.state, step.key) ? 'done' : nextKeys.value.has(step.key) ? 'next' : 'later'
  const dutiesLeft = computed(() => job.sheet && shown.value ? openDuties(job.sheet, job.state, shown.value) : [])

  /** Why the shown step cannot be ticked now; null when it can. */
  const obstacle = computed<string | null>(() => {
    if (!job.sheet || !shown.value) return null
    const actor = { id: session.person?.id ?? '', name: session.person?.name ?? '' }
    return guardEvent(job.sheet, job.state, { id: '', type: 'step-done', body: { step: shown.value.key }, actor, happenedAt: '' })?.message ?? null
  })

  function look(step: Step | null): void {
    picked.value = step?.key ?? null
    job.refusal = null
  }

  function tick(): void {
    const step = shown.value
    if (!step || !job.act('step-done', { step: step.key })) return
    // The work goes on where it was: the next step after this one in the sheet, or whatever can be done.
    const after = job.sheet!.steps.slice(job.sheet!.steps.indexOf(step) + 1)
    picked.value = (after.find(candidate => nextKeys.value.has(candidate.key)) ?? next.value[0])?.key ?? null
  }

  /** The newest thing this person did that can be taken back. */
  const undoable = computed(() => session.person ? lastStanding(job.state, session.person.id) : undefined)

  /** Takes a thing back and looks at the step it belonged to, so that it can be done again or left. */
  function takeBack(event: string): void {
    const step = job.sheet?.steps.find(candidate => job.state.done[candidate.key]?.event === event)
    if (job.act('undone', { event }) && step) picked.value = step.key
  }

  watch(() => job.meta?.id, () => { picked.value = null })

  return { job, session, shown, current, next, openKeys, mayWork, statusOf, dutiesLeft, obstacle, undoable, look, tick, takeBack }
}

export type Bench = ReturnType<typeof useBench>
