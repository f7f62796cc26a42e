import { indexOf, type Sheet, type Step } from '../sheet'
import { isDone, missingBefore, sheetNow } from '../teardown'
import { closeBlockers } from './close-blockers'
import { openDuties, sayDuties } from './duties'
import type { JobEvent } from './events'
import { authorOfDeed, eventsOfDeed, foldJob, isStanding } from './fold-job'
import { refuse, type Refusal } from './refusal'
import { isDatedBefore } from './stamp'
import { documentAt, documentNamed, standingSheet, type JobDocuments } from './standing-sheet'
import type { JobState } from './state'
import type { EventRule, JudgedJob } from './subject'
import { isSignature, RULES } from './subjects'

/**
 * Says whether an event may happen in this state of the job. The same check runs before a tap takes effect and before the
 * server writes it down. `happenedAt` is the moment it is judged at: times that must pass are measured against it.
 *
 * @returns null when it may, otherwise a code and a sentence for the person
 * @example guardEvent(sheet, state, event)?.message // 'First comes step 3 "Drain the casing".'
 */
export function guardEvent(document: JobDocuments, state: JobState, event: JobEvent): Refusal | null {
  const sheet = standingSheet(document, state)
  if (event.type !== 'job-opened') {
    if (!state.opened) return refuse('job.not-open', 'This job has not been opened.')
    if (state.closed)
      return refuse('job.closed', `${state.closed.by} closed this job. Its record does not change any more; start a new job for new work.`)
    const unknown = unknownReference(sheet, event)
    if (unknown) return unknown
    if (isDatedBefore(event.happenedAt, state.opened.at))
      return refuse('event.before-job', 'This is dated before the job was opened. Check the clock of this device.')
    const notTogether = refuseDeed(state, event)
    if (notTogether) return notTogether
  }
  // The table holds, for each type, the rule of just that type; TypeScript cannot follow the pairing through a union.
  return (RULES[event.type] as EventRule<typeof event.body>).guard(judged(document, sheet, state), event.body, event)
}

/**
 * True when an event may happen only with a reason and has none yet: the reason is asked for before it is tried.
 *
 * @example wantsReason(sheet, state, event)
 */
export const wantsReason = (document: JobDocuments, state: JobState, event: JobEvent): boolean =>
  guardEvent(document, state, event)?.wantsReason === true

/** A job with what only all subjects together can say of it. */
function judged(document: JobDocuments, sheet: Sheet, state: JobState): JudgedJob {
  return {
    sheet,
    state,
    owed: (step, { only, except = [], wholly = false } = {}) =>
      sayDuties(
        sheet,
        step,
        openDuties(sheet, state, step, { wholly }).filter(({ kind }) => (!only || only.includes(kind)) && !except.includes(kind)),
      ),
    after: (type, body, { byId = '', by = '', at = '' } = {}) =>
      foldJob(document, [{ id: '', type, body, actor: { id: byId, name: by }, happenedAt: at } as JobEvent], state),
    hanging: after => hangingAfter(sheet, state, standingSheet(document, after), after),
    blockers: () => closeBlockers(sheet, state),
    isStanding: event => isStanding(state, event),
    eventsOfDeed: event => eventsOfDeed(state, event),
    sheetOf: other => standingSheet(document, other),
    document: documentAt(document, state),
    documentOf: sha256 => documentNamed(document, sha256),
  }
}

/** A ticked step that stands on nothing, or owes something, in the state that is to come and did not before. */
function hangingAfter(sheet: Sheet, state: JobState, sheetAfter: Sheet, after: JobState): Step | undefined {
  // A step that is ticked only by what happens (undoing a going back) may have lost a photo or a mark meanwhile: it must owe nothing.
  const owedBefore = (step: Step) => isDone(state, step.key) ? openDuties(sheet, state, step).length : 0
  const owesMore = (step: Step) => {
    const owed = openDuties(sheetAfter, after, step).length
    return owed > 0 && owed > owedBefore(step)
  }
  const hangs = (step: Step) => missingBefore(sheetAfter, after, step).length > 0 || owesMore(step)
  return sheetNow(sheetAfter, after).steps.find(step => isDone(after, step.key) && hangs(step))
}

/** Nobody hangs something on the tap of another, and nobody signs in passing. */
function refuseDeed(state: JobState, { deed, type, actor }: JobEvent): Refusal | null {
  if (deed === undefined) return null
  if (isSignature(type) || type === 'undone' || type === 'job-closed')
    return refuse('deed.alone', 'A signature, an undo and a closing stand for themselves.')
  const author = authorOfDeed(state, deed)
  return author !== undefined && author !== actor.id ? refuse('deed.foreign', 'That tap was made by somebody else.') : null
}

function unknownReference(sheet: Sheet, event: JobEvent): Refusal | null {
  const body = event.body as {
    step?: string
    mark?: string
    part?: string
    position?: string
    choice?: string
    envelope?: string
    seal?: string
    counted?: { part: string }[]
  }
  const index = indexOf(sheet).of
  for (const kind of ['step', 'mark', 'part', 'position', 'choice', 'envelope', 'seal'] as const) {
    const key = body[kind]
    if (key !== undefined && !index[kind].has(key)) return refuse('job.unknown-reference', `The sheet of this job has no ${kind} "${key}".`)
  }
  const stranger = body.counted?.find(({ part }) => !index.part.has(part))
  return stranger ? refuse('job.unknown-reference', `The sheet of this job has no part "${stranger.part}".`) : null
}
