import { indexOf, markOf, partOf, positionOf, stepName, stepOf, type Sheet, type Step } from '../sheet'
import { isDone, missingBefore, partAccount, standingOn } from '../teardown'
import { closeBlockers } from './close-blockers'
import { openDuties, type Duty } from './duties'
import type { EventBodies, EventType, JobEvent } from './events'
import { foldJob, isStanding } from './fold-job'
import { dispositionOf, markMade, type JobState } from './state'

/** Why an event may not happen now. */
export interface Refusal {
  code: string
  message: string
}

type Guard<T extends EventType> = (sheet: Sheet, state: JobState, body: EventBodies[T]) => Refusal | null

/**
 * Says whether an event may happen in this state of the job. The same check runs before a tap takes effect and before the
 * server writes it down.
 *
 * @returns null when it may, otherwise a code and a sentence for the person
 * @example guardEvent(sheet, state, event)?.message // 'First comes step 3 "Drain the casing".'
 */
export function guardEvent(sheet: Sheet, state: JobState, event: JobEvent): Refusal | null {
  if (event.type === 'job-opened') return state.events === 0 ? null : refuse('job.already-open', 'This job is open already.')
  if (!state.opened) return refuse('job.not-open', 'This job has not been opened.')
  if (state.closed) return refuse('job.closed', `${state.closed.by} closed this job. Its record does not change any more; start a new job for new work.`)
  const unknown = unknownReference(sheet, event)
  if (unknown) return unknown
  // The table holds, for each type, the guard of just that type; TypeScript cannot follow the pairing through a union.
  return (GUARDS[event.type] as Guard<typeof event.type>)(sheet, state, event.body)
}

const refuse = (code: string, message: string): Refusal => ({ code, message })

const GUARDS: { [T in Exclude<EventType, 'job-opened'>]: Guard<T> } = {
  'step-done': (sheet, state, body) => guardTick(sheet, state, stepOf(sheet, body.step)),

  'hold-released': (sheet, state, { step: key }) => {
    const step = stepOf(sheet, key)
    if (!step.hold) return refuse('hold.none', `There is no hold point at ${stepName(sheet, step)}.`)
    if (Object.hasOwn(state.released, key)) return refuse('hold.released-already', `${state.released[key]!.by} has released this hold point already.`)
    const duties = openDuties(sheet, state, step).filter(duty => duty.kind !== 'hold')
    return missingFirst(sheet, state, step) ?? (duties.length ? refuse('hold.too-early', `Before the release: ${listDuties(sheet, duties)}.`) : null)
  },

  'mark-made': (sheet, state, { mark }) => {
    const maker = sheet.steps.find(step => step.makes?.includes(mark))
    if (maker && isDone(state, maker.key) && markMade(state, mark)) return refuse('mark.made-already', `${mark} is on the parts already.`)
    return null
  },

  'mark-checked': (_sheet, state, { mark }) =>
    markMade(state, mark) ? null : refuse('mark.not-made', `${mark} was never made, so there is nothing to check.`),

  'reading-taken': (sheet, _state, { position: key, values, typed }) => {
    const position = positionOf(sheet, key)
    const [stations, planes] = [position.stations.length, position.planes.length]
    const fits = (grid: readonly (readonly unknown[])[]) => grid.length === stations && grid.every(row => row.length === planes)
    if (!fits(values) || !fits(typed)) return refuse('reading.shape', `${position.name} wants ${stations} × ${planes} readings.`)
    if (!values.flat().every(Number.isFinite)) return refuse('reading.not-a-number', `A reading of ${position.name} is no number.`)
    if (position.method === 'diameter survey' && values.flat().some(v => v <= 0)) return refuse('reading.not-positive', `A diameter of ${position.name} must be larger than zero.`)
    return null
  },

  'part-bagged': (sheet, state, { part: key, count, tag }) => {
    const part = partOf(sheet, key)
    const line = partAccount(sheet, state).find(entry => entry.part.key === key)!
    if (count <= line.loose) return null
    return refuse('bag.not-out', line.loose === 0
      ? `No ${part.name} is out and loose, so none can go into ${tag}.`
      : `Only ${line.loose} of ${part.name} ${line.loose === 1 ? 'is' : 'are'} out and loose; ${count} cannot go into ${tag}.`)
  },

  'part-disposed': (sheet, state, { part: key, disposition, reason }) => {
    const part = partOf(sheet, key)
    const refit = sheet.steps.find(step => isDone(state, step.key) && step.refits?.some(piece => piece.part === key))
    if (refit) return refuse('part.back-in', `${part.name} is back in the machine. Undo ${stepName(sheet, refit)} first.`)
    if (part.neverAgain && (disposition === 'reuse' || disposition === 'repair') && !reason) {
      return refuse('part.never-again', `${part.name} never goes back a second time. Say "replace", or give the reason for fitting the old one for now; the job cannot close with it.`)
    }
    return null
  },

  'note-added': () => null,

  'undone': (sheet, state, { event: id }) => {
    if (!isStanding(state, id)) return refuse('undo.nothing', 'There is nothing to undo: it was taken back already, or never happened.')
    const step = sheet.steps.find(candidate => state.done[candidate.key]?.event === id)
    if (step) {
      const above = standingOn(sheet, state, step)
      if (above.length) return refuse('undo.stood-on', `Undo ${above.map(s => stepName(sheet, s)).join(', ')} first.`)
    }
    const after = foldJob(sheet, [{ id: '', type: 'undone', body: { event: id }, actor: { id: '', name: '' }, happenedAt: '' }], state)
    const hanging = sheet.steps.find(s => isDone(after, s.key) && openDuties(sheet, after, s).length > openDuties(sheet, state, s).length)
    if (hanging) return refuse('undo.stood-on', `${stepName(sheet, hanging)} stands on it. Undo that step first.`)
    const short = partAccount(sheet, after).find(line => line.out < 0)
    return short ? refuse('undo.stood-on', `${short.part.name} would be in the machine twice.`) : null
  },

  'job-closed': (sheet, state) => {
    const [first, ...more] = closeBlockers(sheet, state)
    return first ? refuse('close.blocked', `The job cannot close. ${first.message}${more.length ? ` And ${more.length} more.` : ''}`) : null
  },
}

function guardTick(sheet: Sheet, state: JobState, step: Step): Refusal | null {
  const by = state.done[step.key]
  if (by) return refuse('step.done-already', `${by.by} has ticked ${stepName(sheet, step)} already.`)
  const missing = missingFirst(sheet, state, step)
  if (missing) return missing
  const duties = openDuties(sheet, state, step)
  if (duties.length) return refuse('step.duties-open', `Before ${stepName(sheet, step)} is done: ${listDuties(sheet, duties)}.`)
  for (const { part: key } of step.refits ?? []) {
    if (dispositionOf(state, key)?.disposition === 'scrap') {
      return refuse('part.scrapped', `${partOf(sheet, key).name} was scrapped. Say "replace" when the new one is here.`)
    }
  }
  return null
}

function missingFirst(sheet: Sheet, state: JobState, step: Step): Refusal | null {
  const missing = missingBefore(sheet, state, step)
  return missing.length ? refuse('step.too-early', `First comes ${missing.map(s => stepName(sheet, s)).join(', then ')}.`) : null
}

function listDuties(sheet: Sheet, duties: readonly Duty[]): string {
  return duties.map((duty) => {
    switch (duty.kind) {
      case 'make mark': return `make ${duty.mark} (${markOf(sheet, duty.mark).name})`
      case 'check mark': return `check ${duty.mark} (${markOf(sheet, duty.mark).name})`
      case 'reading': return `take ${positionOf(sheet, duty.position).name}, ${duty.stage}`
      case 'decision': return `decide on ${partOf(sheet, duty.part).name}`
      case 'hold': return `the hold point needs its release`
    }
  }).join('; ')
}

function unknownReference(sheet: Sheet, event: JobEvent): Refusal | null {
  const body = event.body as { step?: string, mark?: string, part?: string, position?: string }
  const index = indexOf(sheet)
  for (const kind of ['step', 'mark', 'part', 'position'] as const) {
    const key = body[kind]
    if (key !== undefined && !index[kind].has(key)) return refuse('job.unknown-reference', `The sheet of this job has no ${kind} "${key}".`)
  }
  return null
}
