import { indexOf, partOf, stepName, stepOf, type Sheet, type Step } from '../sheet'
import { atHand, openRungs, sheetNow, standingOn } from '../teardown'
import { accountOf, dispositionOf, movedBy } from './account'
import { missingFirst, refuse, type Refusal } from './refusal'
import { isDatedBefore, type Stamp } from './stamp'
import type { JobState } from './state'
import type { JudgedJob, Subject } from './subject'
import { waitFirst } from './waits'

/** What was counted, piece by piece. */
export interface Counted { part: string, count: number }

export interface TickEvents {
  /** `counted` is what was counted, if the person counted. */
  'step-done': { step: string, counted?: Counted[] }
}

export interface TickState {
  done: Record<string, Stamp & { counted?: Counted[] }>
}

/** Steps that are ticked. */
export const ticks: Subject<TickEvents, TickState> = {
  empty: () => ({ done: {} }),
  events: {
    'step-done': {
      name: 'Tick',
      right: 'job:work',
      home: 'done',
      writes: ['done'],
      fold: (state, stamp, { step, counted }) => { state.done[step] = { ...stamp, ...counted ? { counted } : {} } },
      guard: (job, { step, counted }, { actor, happenedAt }) => mayTick(job, stepOf(job.sheet, step), counted, actor.id, happenedAt),
    },
  },
  duties: {},
  blockers: (sheet, state) => openRungs(sheet, state).map(({ on }) => {
    const pieces = (on.refits ?? []).map(({ part, count }) => `${count} × ${partOf(sheet, part).name}`).join(', ')
    return { code: 'open-rung', step: on.key, message: `The rung "${on.title}" is open${pieces ? `: ${pieces} still out` : ''}.` }
  }),
  reopens: ['done'],
  overtakes: () => ({}),
  holdsFast: ({ sheet, state }, event) => {
    const step = sheet.steps.find(candidate => state.done[candidate.key]?.event === event)
    const above = step ? standingOn(sheet, state, step) : []
    return above.length ? refuse('undo.stood-on', `Undo ${above.map(s => stepName(sheet, s)).join(', ')} first.`) : null
  },
}

/** Says whether a step may be ticked by this person at this moment, with these counts. */
function mayTick(job: JudgedJob, step: Step, counted: readonly Counted[] | undefined, personId: string, now: string): Refusal | null {
  const { sheet, state } = job
  const misdated = outOfOrder(sheet, state, step, now)
  if (misdated) return misdated
  const by = state.done[step.key]
  if (by) return refuse('step.done-already', `${by.by} has ticked ${stepName(sheet, step)} already.`)
  if (!indexOf(sheetNow(sheet, state)).of.step.has(step.key))
    return refuse('step.other-way', `${stepName(sheet, step)} belongs to a way that was not taken.`)
  const missing = missingFirst(sheet, state, step)
  if (missing) return missing
  const departure = state.departures[step.key]
  // What is not done needs no time before it.
  const waits = departure && departure.how !== 'done otherwise' ? null : waitFirst(sheet, state, step, now)
  if (waits) return waits
  const owed = job.owed(step)
  if (owed) return refuse('step.duties-open', `Before ${stepName(sheet, step)} is done: ${owed}.`)
  if (step.hold && state.released[step.key]!.byId === personId) {
    return refuse('hold.same-person', 'A hold point needs two persons: you released it, so somebody else ticks the step.')
  }
  return countsDiffer(sheet, step, counted) ?? notAtHand(job, step)
}

/** A tick from which a wait counts is not dated before what it stands on. */
function outOfOrder(sheet: Sheet, state: JobState, { key, after }: Step, now: string): Refusal | null {
  if (!sheet.steps.some(step => step.waits?.some(wait => wait.after === key))) return null
  const late = after.find(before => state.done[before] && isDatedBefore(now, state.done[before].at))
  if (late === undefined) return null
  return refuse(
    'event.out-of-order',
    `This is dated before ${stepName(sheet, stepOf(sheet, late))} was done, and a wait counts from it. Check the clock of this device.`,
  )
}

function countsDiffer(sheet: Sheet, step: Step, counted: readonly Counted[] = []): Refusal | null {
  const expected = step.removes ?? step.refits ?? []
  for (const { part, count } of counted) {
    const piece = expected.find(candidate => candidate.part === part)
    if (!piece) return refuse('count.other-part', `${partOf(sheet, part).name} is not moved by ${stepName(sheet, step)}.`)
    if (count !== piece.count) {
      return refuse(
        'count.differs',
        `${partOf(sheet, part).name}: you counted ${count}, the sheet says ${piece.count}. Look for the difference before you go on; write off in the account what is lost.`,
      )
    }
  }
  return null
}

/** What is not at hand cannot go in. */
function notAtHand({ sheet, state }: JudgedJob, step: Step): Refusal | null {
  if (!step.refits) return null
  const account = new Map(accountOf(sheet, state).map(line => [line.part.key, line]))
  for (const { part: key, count } of movedBy(state, step, 'refits')) {
    // Of what the work leaves out here, nothing need be there.
    if (count === 0) continue
    const { name } = partOf(sheet, key)
    const disposition = dispositionOf(state, key)?.disposition
    if (disposition === 'scrap') return refuse('part.scrapped', `${name} was scrapped. Say "replace" when the new one is here.`)
    const line = account.get(key)!
    if (count > line.out) {
      const room = line.out === 1 ? '1 place is empty' : `${line.out} places are empty`
      return refuse('part.no-room', `${name}: ${count} go in, ${room}. What never came out does not go back: write that down as a departure.`)
    }
    const there = atHand(line)
    if (disposition === 'replace' || there >= count) continue
    const elsewhere = (['washing', 'outside', 'scrapped'] as const)
      .filter(place => line[place] > 0)
      .map(place => `${line[place]} ${place}`)
      .join(', ')
    const hint = elsewhere ? ` (${elsewhere})` : ''
    return refuse(
      'part.not-at-hand',
      `${name}: ${count} go in, ${there} ${there === 1 ? 'is' : 'are'} at hand${hint}. If this machine has another number, write that down as a departure.`,
    )
  }
  return null
}
