import { DomainError } from '../domain-error'
import { choiceOf, indexOf, partOf, positionOf, stepName, stepOf, type Position, type Sheet, type Step } from '../sheet'
import { isDone, missingBefore, reopenedBy, sheetNow, standingOn, type PartLine } from '../teardown'
import { parseQuantity } from '../units'
import { assessReading, placeOf } from './assess-reading'
import { closeBlockers } from './close-blockers'
import { openDuties } from './duties'
import { AS_IT_SHOULD, type Actor, type EventBodies, type EventType, type JobEvent } from './events'
import { ladderOf, ladderStand } from './extraction-ladder'
import { foldJob, isStanding } from './fold-job'
import { guardTick } from './guard-tick'
import { proposeWay } from './propose-way'
import { missingFirst, refuse, type Refusal } from './refusal'
import { sayDuties } from './say-duties'
import { accountOf, dispositionOf, markMade, pieceIn, type JobState } from './state'
import { runningWait } from './waits'

type Guard<T extends EventType> = (sheet: Sheet, state: JobState, body: EventBodies[T], event: { actor: Actor, happenedAt: string }) => Refusal | null

/**
 * Says whether an event may happen in this state of the job. The same check runs before a tap takes effect and before the
 * server writes it down. `happenedAt` is the moment it is judged at: times that must pass are measured against it.
 *
 * @returns null when it may, otherwise a code and a sentence for the person
 * @example guardEvent(sheet, state, event)?.message // 'First comes step 3 "Drain the casing".'
 */
export function guardEvent(sheet: Sheet, state: JobState, event: JobEvent): Refusal | null {
  if (event.type === 'job-opened') return state.events === 0 ? null : refuse('job.already-open', 'This job is open already.')
  if (!state.opened) return refuse('job.not-open', 'This job has not been opened.')
  if (state.closed) return refuse('job.closed', `${state.closed.by} closed this job. Its record does not change any more; start a new job for new work.`)
  const unknown = unknownReference(sheet, event) ?? misdated(sheet, state, event)
  if (unknown) return unknown
  // The table holds, for each type, the guard of just that type; TypeScript cannot follow the pairing through a union.
  return (GUARDS[event.type] as Guard<typeof event.type>)(sheet, state, event.body, event)
}

// Clocks of benches follow the server's to a few seconds; what is out by more is no clock.
const CLOCKS_WITHIN_MS = 60_000

/** What is dated before the job was there, or a tick from which a wait counts before what it stands on. */
function misdated(sheet: Sheet, state: JobState, event: JobEvent): Refusal | null {
  const at = Date.parse(event.happenedAt)
  const isBefore = (moment: string) => at < Date.parse(moment) - CLOCKS_WITHIN_MS
  if (isBefore(state.opened!.at)) return refuse('event.before-job', 'This is dated before the job was opened. Check the clock of this device.')
  if (event.type !== 'step-done') return null
  const { step: key } = event.body
  if (!sheet.steps.some(step => step.waits?.some(wait => wait.after === key))) return null
  const late = stepOf(sheet, key).after.find(before => state.done[before] && isBefore(state.done[before].at))
  return late === undefined ? null : refuse('event.out-of-order', `This is dated before ${stepName(sheet, stepOf(sheet, late))} was done, and a wait counts from it. Check the clock of this device.`)
}

/** Figures of one reading agree to this, as a share; typing and arithmetic leave no more. */
const SAID_WITHIN = 1e-9

/** What stands in the record as typed must be what was judged. */
function missaid(position: Position, values: readonly (readonly number[])[], typed: readonly (readonly string[])[]): Refusal | null {
  for (const [s, row] of typed.entries()) {
    for (const [p, text] of row.entries()) {
      const value = values[s]![p]!
      let said: number
      try {
        said = parseQuantity(text, position.quantity).value
      } catch (error) {
        if (error instanceof DomainError) return refuse('reading.typed', `What was typed for ${position.name} is no reading: ${error.message}`)
        throw error
      }
      if (Math.abs(said - value) > SAID_WITHIN * Math.max(1, Math.abs(value))) return refuse('reading.typed', `${position.name}, ${placeOf(position, s, p)}: what was typed is not the value that was sent with it.`)
    }
  }
  return null
}

/** What the calculation of a reading refuses (a turn with a gap, a temperature nobody measures at) is refused here. */
function refusedBy(work: () => unknown): Refusal | null {
  try {
    work()
    return null
  } catch (error) {
    if (error instanceof DomainError) return refuse(error.code, error.message)
    throw error
  }
}
const lineOf = (sheet: Sheet, state: JobState, part: string): PartLine => accountOf(sheet, state).find(line => line.part.key === part)!

const GUARDS: { [T in Exclude<EventType, 'job-opened'>]: Guard<T> } = {
  'step-done': (sheet, state, { step, counted }, event) => guardTick(sheet, state, stepOf(sheet, step), counted, event),

  'hold-released': (sheet, state, { step: key }) => {
    const step = stepOf(sheet, key)
    if (!step.hold) return refuse('hold.none', `There is no hold point at ${stepName(sheet, step)}.`)
    if (Object.hasOwn(state.released, key)) return refuse('hold.released-already', `${state.released[key]!.by} has released this hold point already.`)
    const duties = openDuties(sheet, state, step).filter(duty => duty.kind !== 'hold')
    return missingFirst(sheet, state, step) ?? (duties.length ? refuse('hold.too-early', `Before the release: ${sayDuties(sheet, step, duties)}.`) : null)
  },

  'mark-made': (sheet, state, { mark, way }) => {
    const maker = sheet.steps.find(step => step.makes?.includes(mark))
    const made = markMade(state, mark)
    // A better mark may be put over one that would not last.
    if (maker && isDone(state, maker.key) && made?.way === way) return refuse('mark.made-already', `${mark} is on the parts already.`)
    return null
  },

  'mark-checked': (_sheet, state, { mark }) =>
    markMade(state, mark) ? null : refuse('mark.not-made', `${mark} was never made, so there is nothing to check.`),

  'reading-taken': (sheet, _state, { position: key, values, typed, conditions }) => {
    const position = positionOf(sheet, key)
    const [stations, planes] = [position.stations.length, position.planes.length]
    const fits = (grid: readonly (readonly unknown[])[]) => grid.length === stations && grid.every(row => row.length === planes)
    if (!fits(values) || !fits(typed)) return refuse('reading.shape', `${position.name} wants ${stations} × ${planes} readings.`)
    if (!values.flat().every(Number.isFinite)) return refuse('reading.not-a-number', `A reading of ${position.name} is no number.`)
    if (position.method === 'diameter survey' && values.flat().some(v => v <= 0)) return refuse('reading.not-positive', `A diameter of ${position.name} must be larger than zero.`)
    if (conditions?.temperature && position.quantity !== 'length') return refuse('reading.no-length', `${position.name} is no length: its temperature does not change it.`)
    return missaid(position, values, typed) ?? refusedBy(() => assessReading(position, values, { conditions }))
  },

  'part-bagged': (sheet, state, { part: key, count, tag }) => {
    const part = partOf(sheet, key)
    const { loose } = lineOf(sheet, state, key)
    if (count <= loose) return null
    return refuse('bag.not-out', loose === 0
      ? `No ${part.name} is out and loose, so none can go into ${tag}.`
      : `Only ${loose} of ${part.name} ${loose === 1 ? 'is' : 'are'} out and loose; ${count} cannot go into ${tag}.`)
  },

  'part-moved': (sheet, state, { part: key, count, from, to, reason }) => {
    const { name } = partOf(sheet, key)
    if (from === to) return refuse('move.nowhere', `${name} is in ${from} already.`)
    if (to === 'kit') return refuse('move.into-kit', 'Nothing that was in the machine goes back into the kit.')
    if (from === 'scrapped') return refuse('move.scrapped', `What was scrapped does not come back. Take a new ${name} from the kit, or undo the scrapping.`)
    if (to === 'scrapped' && !reason) return refuse('move.no-reason', `Why is ${name} written off? The reason stays in the record.`)
    const line = lineOf(sheet, state, key)
    if (from === 'kit') {
      const wanted = line.scrapped - line.fromKit
      return count <= wanted ? null : refuse('move.kit-not-wanted', `New pieces replace what was scrapped: ${wanted} of ${name} ${wanted === 1 ? 'is' : 'are'} wanted, not ${count}.`)
    }
    const there = pieceCountAt(line, from)
    return count <= there ? null : refuse('move.not-there', `${there === 0 ? 'No' : `Only ${there} of`} ${name} ${there === 1 || there === 0 ? 'is' : 'are'} in ${from}; ${count} cannot go to ${to}.`)
  },

  'part-disposed': (sheet, state, body, event) => {
    const { part: key, disposition, reason } = body
    const part = partOf(sheet, key)
    const refit = sheet.steps.find(step => isDone(state, step.key) && step.refits?.some(piece => piece.part === key))
    if (refit) return refuse('part.back-in', `${part.name} is back in the machine. Undo ${stepName(sheet, refit)} first.`)
    if (part.neverAgain && (disposition === 'reuse' || disposition === 'repair') && !reason) {
      return refuse('part.never-again', `${part.name} never goes back a second time. Say "replace", or give the reason for fitting the old one for now; the job cannot close with it.`)
    }
    // A step that was done without the old part, because a new one was to come, would hang in the air.
    const hanging = hangingAfter(sheet, state, foldJob(sheet, [{ id: '', type: 'part-disposed', body, ...event }], state))
    return hanging ? refuse('part.stood-on', `${stepName(sheet, hanging)} was done on the word "${dispositionOf(state, key)!.disposition}". Undo that step first.`) : null
  },

  'piece-placed': (sheet, state, { part: key, piece, place }) => {
    const part = partOf(sheet, key)
    const unknown = [piece, place].find(name => !part.places?.includes(name))
    if (unknown) return refuse('place.unknown', `${part.name} has no place "${unknown}".`)
    if (pieceIn(state, key, place)) return refuse('place.taken', `In ${place} there is one already.`)
    if (piece !== place) return refuse('place.other-set', `This is the piece of ${piece}. It ran there with its partners${part.set ? ` (${part.set})` : ''} and does not go into ${place}: sets stay together.`)
    return null
  },

  'index-set': (sheet, state, { part: key }) => {
    const part = partOf(sheet, key)
    if (!part.index) return refuse('index.none', `${part.name} has no index datum in this sheet.`)
    return Object.hasOwn(state.indexed, key) ? refuse('index.set-already', `The index of ${part.name} is recorded already.`) : null
  },

  'way-chosen': (sheet, state, { choice: key, way, reason }) => {
    const choice = choiceOf(sheet, key)
    if (!choice.ways.some(candidate => candidate.key === way)) return refuse('way.unknown', `"${choice.question}" has no way "${way}".`)
    const chosen = state.ways[key]
    if (chosen) return refuse('way.chosen-already', `${chosen.by} has decided this already. Undo that first.`)
    const chooser = sheet.steps.find(step => step.chooses === key)!
    const missing = missingFirst(sheet, state, chooser)
    if (missing) return missing
    const before = openDuties(sheet, state, chooser).filter(duty => duty.kind === 'reading' || duty.kind === 'decision')
    if (before.length) return refuse('way.too-early', `Before the decision: ${sayDuties(sheet, chooser, before)}.`)
    const proposal = proposeWay(sheet, state, key)
    return proposal && proposal.way !== way && !reason
      ? refuse('way.against-proposal', `The readings speak for the other way (${proposal.reasons.join(', ')}). Give the reason for going against them.`)
      : null
  },

  'wait-cut': (sheet, state, { step: key }, { happenedAt }) => {
    const step = stepOf(sheet, key)
    if (isDone(state, key)) return refuse('step.done-already', `${stepName(sheet, step)} is done already.`)
    return runningWait(sheet, state, step, happenedAt) ? null : refuse('wait.none', `Nothing has to be waited for before ${stepName(sheet, step)}.`)
  },

  'hand-checked': (sheet, state, { step: key, check, answer }) => {
    const step = stepOf(sheet, key)
    const asked = step.feels?.find(candidate => candidate.key === check)
    if (!asked) return refuse('hand-check.unknown', `${stepName(sheet, step)} has no such hand check.`)
    if (answer !== AS_IT_SHOULD && !asked.wrong.some(wrong => wrong.key === answer)) return refuse('hand-check.unknown-answer', `"${asked.expect}" has no answer "${answer}".`)
    if (isDone(state, key)) return refuse('step.done-already', `${stepName(sheet, step)} is done. Go back to it to check again.`)
    return missingFirst(sheet, state, step)
  },

  'extraction-tried': (sheet, state, { step: key, rung, reason }) => {
    const step = stepOf(sheet, key)
    if (!step.removes) return refuse('ladder.none', `${stepName(sheet, step)} takes nothing out.`)
    if (isDone(state, key)) return refuse('step.done-already', `${stepName(sheet, step)} is done already.`)
    const ladder = ladderOf(step)
    if (!ladder[rung]) return refuse('ladder.no-rung', `The ladder has ${ladder.length} rungs.`)
    const { next } = ladderStand(state, step)
    if (rung > next && !reason) return refuse('ladder.skipped', `"${ladder[next]!.how}" comes first. Say why it is passed over.`)
    return missingFirst(sheet, state, step)
  },

  'photo-added': () => null,
  'photo-kept': (_sheet, state, { photo }) => Object.hasOwn(state.kept, photo) ? refuse('photo.kept-already', 'This picture is kept already.') : null,
  'note-added': () => null,

  'gone-back': (sheet, state, { step: key }) => {
    const step = stepOf(sheet, key)
    if (step.limb === 'off') return refuse('back.down', `${stepName(sheet, step)} lies on the way down. Go back to a step of the floor or the way up, or undo.`)
    return reopenedBy(sheet, state, step).length ? null : refuse('back.not-done', `${stepName(sheet, step)} is not done, so there is nothing to go back to.`)
  },

  'undone': (sheet, state, { event: id }) => {
    if (!isStanding(state, id)) return refuse('undo.nothing', 'There is nothing to undo: it was taken back already, or never happened.')
    const step = sheet.steps.find(candidate => state.done[candidate.key]?.event === id)
    if (step) {
      const above = standingOn(sheet, state, step)
      if (above.length) return refuse('undo.stood-on', `Undo ${above.map(s => stepName(sheet, s)).join(', ')} first.`)
    }
    const goneOn = refuse('undo.stood-on', 'The work has gone on since. Tick the steps again instead.')
    const back = state.wentBack.find(entry => entry.event === id)
    if (back && Object.keys(back.reopened).some(key => isDone(state, key))) return goneOn
    const undo: JobEvent = { id: '', type: 'undone', body: { event: id }, actor: { id: '', name: '' }, happenedAt: '' }
    const after = foldJob(sheet, [undo], state)
    const way = Object.entries(state.ways).find(([, stamp]) => stamp.event === id)?.[0]
    const onWay = way && sheet.steps.find(s => isDone(state, s.key) && s.ways?.[way])
    if (onWay) return refuse('undo.stood-on', `${stepName(sheet, onWay)} belongs to the way that was chosen. Undo that step first.`)
    const hanging = hangingAfter(sheet, state, after)
    if (hanging && back) return goneOn
    if (hanging) return refuse('undo.stood-on', `${stepName(sheet, hanging)} stands on it. Undo that step first.`)
    const wrong = accountOf(sheet, after).find(line => line.out < 0 || line.short > 0)
    return wrong ? refuse('undo.stood-on', `Then the account of ${wrong.part.name} would not balance: it went back, or was sent on, since.`) : null
  },

  'job-closed': (sheet, state) => {
    const [first, ...more] = closeBlockers(sheet, state)
    return first ? refuse('close.blocked', `The job cannot close. ${first.message}${more.length ? ` And ${more.length} more.` : ''}`) : null
  },
}

function pieceCountAt(line: PartLine, place: string): number {
  if (place === 'loose' || place === 'washing' || place === 'outside') return line[place]
  return line.bagged.find(bag => bag.tag === place)?.count ?? 0
}

/** A ticked step that stands on nothing, or owes something, in the state that is to come and did not before. */
function hangingAfter(sheet: Sheet, state: JobState, after: JobState): Step | undefined {
  // A step that is ticked only by what happens (undoing a going back) may have lost a photo or a mark meanwhile: it must owe nothing.
  const owedBefore = (step: Step) => isDone(state, step.key) ? openDuties(sheet, state, step).length : 0
  return sheetNow(sheet, after).steps.find(step => isDone(after, step.key)
    && (missingBefore(sheet, after, step).length > 0 || openDuties(sheet, after, step).length > owedBefore(step)))
}

function unknownReference(sheet: Sheet, event: JobEvent): Refusal | null {
  const body = event.body as { step?: string, mark?: string, part?: string, position?: string, choice?: string, counted?: { part: string }[] }
  const index = indexOf(sheet)
  for (const kind of ['step', 'mark', 'part', 'position', 'choice'] as const) {
    const key = body[kind]
    if (key !== undefined && !index[kind].has(key)) return refuse('job.unknown-reference', `The sheet of this job has no ${kind} "${key}".`)
  }
  const stranger = body.counted?.find(({ part }) => !index.part.has(part))
  return stranger ? refuse('job.unknown-reference', `The sheet of this job has no part "${stranger.part}".`) : null
}
