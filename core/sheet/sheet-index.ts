import { DomainError } from '../domain-error'
import type { Joint, Mark, Part, Position, Sheet, Step } from './schema'

interface SheetIndex {
  part: ReadonlyMap<string, Part>
  position: ReadonlyMap<string, Position>
  mark: ReadonlyMap<string, Mark>
  joint: ReadonlyMap<string, Joint>
  step: ReadonlyMap<string, Step>
  /** Steps that name this one in their `after`. */
  followers: ReadonlyMap<string, readonly Step[]>
}

// Sheets are immutable documents, so an index once made stays true for as long as the document lives.
const indexes = new WeakMap<Sheet, SheetIndex>()

/** Look-up tables of a sheet by key; made once a document and kept with it. */
export function indexOf(sheet: Sheet): SheetIndex {
  let index = indexes.get(sheet)
  if (!index) {
    const byKey = <T extends { key: string }>(list: readonly T[]) => new Map(list.map(item => [item.key, item]))
    const followers = new Map<string, Step[]>(sheet.steps.map(step => [step.key, []]))
    for (const step of sheet.steps) for (const before of step.after) followers.get(before)?.push(step)
    index = { part: byKey(sheet.parts), position: byKey(sheet.positions), mark: byKey(sheet.marks), joint: byKey(sheet.joints), step: byKey(sheet.steps), followers }
    indexes.set(sheet, index)
  }
  return index
}

/** The step of that key. Throws DomainError `sheet.no-such-step`. */
export function stepOf(sheet: Sheet, key: string): Step {
  const step = indexOf(sheet).step.get(key)
  if (!step) throw new DomainError('sheet.no-such-step', `The sheet "${sheet.title}" has no step "${key}".`)
  return step
}

/** The part of that key. Throws DomainError `sheet.no-such-part`. */
export function partOf(sheet: Sheet, key: string): Part {
  const part = indexOf(sheet).part.get(key)
  if (!part) throw new DomainError('sheet.no-such-part', `The sheet "${sheet.title}" has no part "${key}".`)
  return part
}

/** The position of that key. Throws DomainError `sheet.no-such-position`. */
export function positionOf(sheet: Sheet, key: string): Position {
  const position = indexOf(sheet).position.get(key)
  if (!position) throw new DomainError('sheet.no-such-position', `The sheet "${sheet.title}" has no position "${key}".`)
  return position
}

/** The match-mark of that key. Throws DomainError `sheet.no-such-mark`. */
export function markOf(sheet: Sheet, key: string): Mark {
  const mark = indexOf(sheet).mark.get(key)
  if (!mark) throw new DomainError('sheet.no-such-mark', `The sheet "${sheet.title}" has no mark "${key}".`)
  return mark
}

/** How a step is called in sentences: its number in the sheet and its title. */
export function stepName(sheet: Sheet, step: Step): string {
  return `step ${sheet.steps.indexOf(step) + 1} "${step.title}"`
}
