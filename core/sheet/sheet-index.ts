import { DomainError } from '../domain-error'
import type { Choice, Joint, Mark, Part, Position, Sheet, Step } from './schema'
import type { ReadingStage } from './terms'

interface SheetIndex {
  part: ReadonlyMap<string, Part>
  position: ReadonlyMap<string, Position>
  mark: ReadonlyMap<string, Mark>
  joint: ReadonlyMap<string, Joint>
  choice: ReadonlyMap<string, Choice>
  step: ReadonlyMap<string, Step>
  /** Where a step stands in the list of steps. */
  place: ReadonlyMap<string, number>
  /** For each step, by its place: the places of the steps it stands on. */
  before: readonly (readonly number[])[]
  /** Steps that name this one in their `after`. */
  followers: ReadonlyMap<string, readonly Step[]>
  /** What a step asks of a reading, by its position and stage. */
  read: ReadonlyMap<string, Read>
}

export type Read = NonNullable<Step['reads']>[number]

// Sheets are immutable documents, so an index once made stays true for as long as the document lives.
const indexes = new WeakMap<Sheet, SheetIndex>()

/** Look-up tables of a sheet by key; made once a document and kept with it. */
export function indexOf(sheet: Sheet): SheetIndex {
  let index = indexes.get(sheet)
  if (!index) {
    const byKey = <T extends { key: string }>(list: readonly T[]) => new Map(list.map(item => [item.key, item]))
    const followers = new Map<string, Step[]>(sheet.steps.map(step => [step.key, []]))
    for (const step of sheet.steps) for (const before of step.after) followers.get(before)?.push(step)
    const read = new Map(sheet.steps.flatMap(step => step.reads ?? []).map(asked => [`${asked.position} ${asked.stage}`, asked]))
    const place = new Map(sheet.steps.map((step, at) => [step.key, at]))
    const before = sheet.steps.map(step => step.after.flatMap(key => place.get(key) ?? []))
    index = { part: byKey(sheet.parts), position: byKey(sheet.positions), mark: byKey(sheet.marks), joint: byKey(sheet.joints), choice: byKey(sheet.choices ?? []), step: byKey(sheet.steps), place, before, followers, read }
    indexes.set(sheet, index)
  }
  return index
}

/** Look-up of one kind of thing by its key; what is not there is refused with the name of the sheet. */
function lookUp<K extends 'step' | 'part' | 'position' | 'mark' | 'choice'>(kind: K) {
  type Found = SheetIndex[K] extends ReadonlyMap<string, infer T> ? T : never
  return (sheet: Sheet, key: string): Found => {
    const found = indexOf(sheet)[kind].get(key)
    if (!found) throw new DomainError(`sheet.no-such-${kind}`, `The sheet "${sheet.title}" has no ${kind} "${key}".`)
    return found as Found
  }
}

/** The step of that key. Throws DomainError `sheet.no-such-step`. */
export const stepOf = lookUp('step')
/** The part of that key. Throws DomainError `sheet.no-such-part`. */
export const partOf = lookUp('part')
/** The position of that key. Throws DomainError `sheet.no-such-position`. */
export const positionOf = lookUp('position')
/** The match-mark of that key. Throws DomainError `sheet.no-such-mark`. */
export const markOf = lookUp('mark')
/** The fork of that key. Throws DomainError `sheet.no-such-choice`. */
export const choiceOf = lookUp('choice')

/** What the sheet asks of a reading: where the work goes back to, what must not have changed. Undefined when no step takes it. */
export const readOf = (sheet: Sheet, position: string, stage: ReadingStage): Read | undefined => indexOf(sheet).read.get(`${position} ${stage}`)

/** The number of a step in a sheet, from 1. By its key, because a narrowed sheet holds copies of its steps. */
export const stepNumber = (sheet: Sheet, step: Step): number => sheet.steps.findIndex(candidate => candidate.key === step.key) + 1

/** How a step is called in sentences: its number in the sheet and its title. */
export function stepName(sheet: Sheet, step: Step): string {
  return `step ${stepNumber(sheet, step)} "${step.title}"`
}
