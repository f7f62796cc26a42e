import { DomainError } from '../domain-error'
import { keptBy } from '../kept-by'
import { leaveOut } from './leave-out'
import { CONDITIONAL, thingsOf, type Condition, type Thing } from './lists'
import type { Sheet, SheetDocument } from './schema'

/** What a unit says of its options: option → value. */
export type UnitOptions = Readonly<Record<string, string>>

/** Not an option of the unit but of the job; conditions of a sheet may ask for it under this name. */
export const DEPTH_OPTION = 'evidence'

/**
 * The sheet of one unit: conditions on options are worked out, so that what is left has parts, counts, tools, torques and steps of just
 * this machine. Conditions are data; nothing of a sheet is ever run.
 *
 * @param options option → value; an option that is not named has the first value of its list
 * @returns a document without options, conditions and variants; the same one for the same options, so that what is kept by it stays known
 * @throws DomainError `options.unknown` for an option or value the sheet does not have
 * @example sheetForUnit(sheet, { size: 'large', lubrication: 'oil' }).joints[0].torqueNm
 */
export function sheetForUnit(sheet: SheetDocument, options: UnitOptions = {}): Sheet {
  const chosen = fullOptions(sheet, options)
  return machines(sheet, JSON.stringify(Object.entries(chosen).sort()), () => settledFor(sheet, chosen))
}

const machines = keptBy<SheetDocument, string, Sheet>()

function settledFor(sheet: SheetDocument, chosen: UnitOptions): Sheet {
  const holds = (condition: Condition = {}) => Object.entries(condition).every(([option, values]) => values.includes(chosen[option] ?? ''))
  const settle = (thing: Thing): Thing => {
    if (!thing.when && !thing.variants) return thing
    const { when: _when, variants = [], ...plain } = thing
    return Object.assign(plain, ...variants.filter(variant => holds(variant.when)).map(variant => variant.set)) as Thing
  }
  const { options: _options, ...rest } = sheet
  const stays = (list: 'parts' | 'steps') => new Set(sheet[list].filter(thing => holds(thing.when)).map(thing => thing.key))
  const [partsLeft, stepsLeft] = [stays('parts'), stays('steps')]
  // Variants first, because they may bring references that the leaving out has to see; then what does not apply goes, and with parts and
  // steps all that belongs to them.
  const envelopes = sheet.envelopes?.map(envelope => ({ ...envelope, built: chosen[envelope.option] ?? envelope.upTo }))
  // From here on nothing depends on options any more: what is left is a sheet.
  const settled = { ...rest, ...envelopes ? { envelopes } : {} } as Sheet
  for (const list of CONDITIONAL) {
    if (!sheet[list]) continue
    const things = thingsOf(sheet, list)
    Object.assign(settled, {
      [list]: (list === 'parts' || list === 'steps' ? things : things.filter(thing => holds(thing.when))).map(settle),
    })
  }
  return withWayCleared(leaveOut(settled, { step: step => stepsLeft.has(step.key), part: key => partsLeft.has(key), was: sheet }))
}

/** What is in the way is taken out first: a step behind a part stands on every removal of that part. */
export function withWayCleared<S extends SheetDocument>(sheet: S): S {
  if (!sheet.steps.some(step => step.behind)) return sheet
  const removals = (part: string) => sheet.steps.filter(step => step.removes?.some(piece => piece.part === part)).map(step => step.key)
  const steps = sheet.steps.map(({ behind, ...step }) =>
    behind ? { ...step, after: [...new Set([...step.after, ...behind.flatMap(removals)])] } : step,
  )
  return { ...sheet, steps }
}

/** Every option of the sheet with the value that counts. Throws DomainError `options.unknown`. */
export function fullOptions(sheet: SheetDocument, options: UnitOptions): Record<string, string> {
  const chosen: Record<string, string> = { [DEPTH_OPTION]: 'routine' }
  for (const { key, values } of sheet.options ?? []) chosen[key] = values[0]!.key
  for (const [key, value] of Object.entries(options)) {
    const option = sheet.options?.find(candidate => candidate.key === key)
    if (key !== DEPTH_OPTION && !option?.values.some(candidate => candidate.key === value)) {
      throw new DomainError('options.unknown', option
        ? `${option.name} of "${sheet.title}" is ${option.values.map(v => v.key).join(', ')}, not "${value}".`
        : `The sheet "${sheet.title}" has no option "${key}".`)
    }
    chosen[key] = value
  }
  return chosen
}
