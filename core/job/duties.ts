import { partOf, type Part, type ReadingStage, type Sheet, type Step } from '../sheet'
import { isDone, sheetNow } from '../teardown'
import { assessTaken } from './assess-taken'
import { AS_IT_SHOULD } from './events'
import { marksToSecure } from './mark-risks'
import { accountOf, dispositionOf, handCheckOf, markChecked, markMade, pieceIn, readingAt, type JobState } from './state'

/** Something that a step asks for before it can be ticked. */
export type Duty
  = | { kind: 'make mark', mark: string }
    | { kind: 'secure mark', mark: string }
    | { kind: 'check mark', mark: string }
    /** `noGo`: it was taken, it is out, and the sheet sends the work back to that step. */
    | { kind: 'reading', position: string, stage: ReadingStage, noGo?: string }
    | { kind: 'decision', part: string }
    | { kind: 'way', choice: string }
    | { kind: 'photo', what: string }
    | { kind: 'index', part: string }
    | { kind: 'tag', part: string }
    | { kind: 'place', part: string }
    | { kind: 'outside', part: string }
    | { kind: 'hand check', check: string }
    | { kind: 'hold', text: string }

export interface DutyLine {
  duty: Duty
  met: boolean
}

const isDeep = (state: JobState) => state.opened?.depth === 'failure-analysis'

/**
 * All duties of a step with whether each is met: evidence first (photo, index, tags, readings, marks), then what the work asks for
 * (parts sent out, decisions, the way, pieces in their places, what the hands feel).
 *
 * @returns in the order in which they are best done; the hold point last, because it confirms the others
 * @example dutiesOf(sheet, state, step).every(line => line.met)
 */
export function dutiesOf(sheet: Sheet, state: JobState, step: Step): DutyLine[] {
  return [
    ...evidenceDuties(sheet, state, step),
    ...(step.reads ?? []).map(read => readingDuty(sheet, state, step.key, read)),
    ...(step.makes ?? []).map(mark => ({ duty: { kind: 'make mark' as const, mark }, met: markMade(state, mark) !== undefined })),
    ...marksToSecure(sheet, state, step).map(mark => ({ duty: { kind: 'secure mark' as const, mark }, met: false })),
    ...(step.checks ?? []).map(mark => ({ duty: { kind: 'check mark' as const, mark }, met: markChecked(state, mark) !== undefined })),
    ...outsideDuties(sheet, state, step),
    ...toDecide(sheet, step).map(part => ({ duty: { kind: 'decision' as const, part: part.key }, met: dispositionOf(state, part.key) !== undefined })),
    ...step.chooses ? [{ duty: { kind: 'way' as const, choice: step.chooses }, met: Object.hasOwn(state.ways, step.chooses) }] : [],
    ...placeDuties(sheet, state, step),
    ...(step.feels ?? []).map(({ key }) => ({ duty: { kind: 'hand check' as const, check: key }, met: handCheckOf(state, step.key, key)?.answer === AS_IT_SHOULD })),
    ...step.hold ? [{ duty: { kind: 'hold' as const, text: step.hold }, met: Object.hasOwn(state.released, step.key) }] : [],
  ]
}

/** The duties of a step that are not met yet. */
export function openDuties(sheet: Sheet, state: JobState, step: Step): Duty[] {
  return dutiesOf(sheet, state, step).filter(line => !line.met).map(line => line.duty)
}

/** A photo where the sheet wants one; in a failure analysis also of everything that comes out, with its index, and its tag before the work goes on. */
function evidenceDuties(sheet: Sheet, state: JobState, step: Step): DutyLine[] {
  const deep = isDeep(state)
  const what = step.photo ?? (deep && step.removes ? 'What comes out, as it lies in the machine' : undefined)
  const lines: DutyLine[] = what ? [{ duty: { kind: 'photo', what }, met: state.photos.some(photo => photo.step === step.key) }] : []
  if (!deep) return lines
  for (const { part } of step.removes ?? []) {
    if (partOf(sheet, part).index) lines.push({ duty: { kind: 'index', part }, met: Object.hasOwn(state.indexed, part) })
  }
  const before = new Set(step.after)
  const cameOut = new Set(sheetNow(sheet, state).steps.filter(other => before.has(other.key)).flatMap(other => other.removes ?? []).map(piece => piece.part))
  if (cameOut.size === 0 || isDone(state, step.key)) return lines
  for (const { part, loose } of accountOf(sheet, state)) {
    if (cameOut.has(part.key) && loose > 0) lines.push({ duty: { kind: 'tag', part: part.key }, met: false })
  }
  return lines
}

function readingDuty(sheet: Sheet, state: JobState, stepKey: string, { position, stage, backTo }: NonNullable<Step['reads']>[number]): DutyLine {
  const reading = readingAt(state, position, stage)
  const noGo = reading && backTo && assessTaken(sheet, state, reading).verdict === 'out' ? backTo : undefined
  return { duty: { kind: 'reading', position, stage, ...(noGo ? { noGo } : {}) }, met: reading !== undefined && (noGo === undefined || isDone(state, stepKey)) }
}

/** Parts that go to another shop: sent, and back again. */
function outsideDuties(sheet: Sheet, state: JobState, step: Step): DutyLine[] {
  if (!step.outside) return []
  const account = accountOf(sheet, state)
  return step.outside.parts.map((part) => {
    const wasOut = state.moves.some(move => move.part === part && move.to === 'outside') || dispositionOf(state, part)?.disposition === 'replace'
    return { duty: { kind: 'outside' as const, part }, met: wasOut && (isDone(state, step.key) || account.find(line => line.part.key === part)!.outside === 0) }
  })
}

/** Pieces that ran in places of their own go back there, as many as this step and those before it put in, unless all of them are new. */
function placeDuties(sheet: Sheet, state: JobState, step: Step): DutyLine[] {
  return (step.refits ?? []).flatMap(({ part: key, count }) => {
    const part = partOf(sheet, key)
    if (!part.places || dispositionOf(state, key)?.disposition === 'replace') return []
    const others = sheet.steps.filter(other => other !== step && isDone(state, other.key)).flatMap(other => other.refits ?? [])
    const wanted = others.filter(piece => piece.part === key).reduce((sum, piece) => sum + piece.count, count)
    return [{ duty: { kind: 'place' as const, part: key }, met: part.places.filter(place => pieceIn(state, key, place)).length >= Math.min(wanted, part.places.length) }]
  })
}

/** Parts on which a step wants a word: those it decides, and those it puts back although a new one is always due. */
function toDecide(sheet: Sheet, step: Step): Part[] {
  const named = (step.decides ?? []).map(key => partOf(sheet, key))
  const due = (step.refits ?? []).map(piece => partOf(sheet, piece.part)).filter(part => part.neverAgain)
  return [...new Set([...named, ...due])]
}
