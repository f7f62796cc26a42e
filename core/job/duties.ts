import { partOf, type Part, type ReadingStage, type Sheet, type Step } from '../sheet'
import { dispositionOf, markChecked, markMade, readingAt, type JobState } from './state'

/** Something that a step asks for before it can be ticked. */
export type Duty
  = | { kind: 'make mark', mark: string }
    | { kind: 'check mark', mark: string }
    | { kind: 'reading', position: string, stage: ReadingStage }
    | { kind: 'decision', part: string }
    | { kind: 'hold', text: string }

export interface DutyLine {
  duty: Duty
  met: boolean
}

/**
 * All duties of a step with whether each is met: marks to make or check, readings, decisions on parts, the hold point.
 *
 * @returns in the order in which they are best done; the hold point last, because it confirms the others
 * @example dutiesOf(sheet, state, step).every(line => line.met)
 */
export function dutiesOf(sheet: Sheet, state: JobState, step: Step): DutyLine[] {
  const lines: DutyLine[] = []
  for (const { position, stage } of step.reads ?? []) {
    lines.push({ duty: { kind: 'reading', position, stage }, met: readingAt(state, position, stage) !== undefined })
  }
  for (const mark of step.makes ?? []) lines.push({ duty: { kind: 'make mark', mark }, met: markMade(state, mark) !== undefined })
  for (const mark of step.checks ?? []) lines.push({ duty: { kind: 'check mark', mark }, met: markChecked(state, mark) !== undefined })
  for (const part of toDecide(sheet, step)) lines.push({ duty: { kind: 'decision', part: part.key }, met: dispositionOf(state, part.key) !== undefined })
  if (step.hold) lines.push({ duty: { kind: 'hold', text: step.hold }, met: Object.hasOwn(state.released, step.key) })
  return lines
}

/** The duties of a step that are not met yet. */
export function openDuties(sheet: Sheet, state: JobState, step: Step): Duty[] {
  return dutiesOf(sheet, state, step).filter(line => !line.met).map(line => line.duty)
}

/** Parts on which a step wants a word: those it decides, and those it puts back although a new one is always due. */
function toDecide(sheet: Sheet, step: Step): Part[] {
  const named = (step.decides ?? []).map(key => partOf(sheet, key))
  const due = (step.refits ?? []).map(piece => partOf(sheet, piece.part)).filter(part => part.neverAgain)
  return [...new Set([...named, ...due])]
}
