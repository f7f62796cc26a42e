import {
  energyOf, formatQuantity, GAP_FIELDS, gapName, jointOf, partOf, positionOf, temporaryOf,
  type Gap, type Joint, type Position, type Sheet, type SheetDocument, type Step,
} from '#core'

/** What a position must be, in words: limits, and how far it may have worn. */
export function limitsInWords({ quantity, limits, reuse }: Position): string {
  const range = (lower?: number, upper?: number) => {
    const say = (value: number) => formatQuantity(value, quantity)
    if (lower !== undefined && upper !== undefined) return `${say(lower)} to ${say(upper)}`
    if (lower !== undefined) return `${say(lower)} or more`
    return upper === undefined ? 'taken down only' : `${say(upper)} or less`
  }
  return reuse ? `${range(limits.lower, limits.upper)}; worn ${range(reuse.lower, reuse.upper)}` : range(limits.lower, limits.upper)
}

/** What nobody knows yet, by what is missing: the things that miss it. */
export const gapWords = (sheet: SheetDocument, gaps: readonly Gap[]): { field: string, of: string[] }[] =>
  GAP_FIELDS.map(field => ({ field, of: gaps.filter(gap => gap.field === field).map(gap => gapName(sheet, gap)) }))
    .filter(({ of }) => of.length > 0)

const pieces = (sheet: Sheet, moved: Step['removes']) => moved?.map(({ part, count }) => `${count} × ${partOf(sheet, part).name}`).join(', ')
const energies = (sheet: Sheet, keys: readonly string[] | undefined) => keys?.map(key => energyOf(sheet, key).name).join(', ')
const temporary = (sheet: Sheet, keys: readonly string[] | undefined) => keys?.map(key => temporaryOf(sheet, key).name).join(', ')
const torqueOf = ({ name, torqueNm, thread }: Joint) => `${name}, ${thread}, ${formatQuantity(torqueNm.aim, 'torque')}`

/** What a step does and asks, a line each, with a word before it. */
export function factsOf(sheet: Sheet, step: Step): { word: string, text: string }[] {
  const { removes, refits, reads, tightens, makes, checks, decides, isolates, state, needs, puts, takes, lifts } = step
  const { waits, owes, tools, lubricant, hold } = step
  const facts: [string, string | undefined][] = [
    ['isolates', energies(sheet, isolates)],
    ['makes', state && [state.makes, state.lets && `only ${energies(sheet, state.lets)} on`, state.for, state.releasedBy && `released by ${state.releasedBy}`]
      .filter(Boolean).join('; ')],
    ['needs', needs && [needs.state, needs.on && `with ${energies(sheet, needs.on)} on`].filter(Boolean).join(', ')],
    ['puts in', temporary(sheet, puts)],
    ['takes out', temporary(sheet, takes)],
    ['off', pieces(sheet, removes)],
    ['on', pieces(sheet, refits)],
    ['hangs', lifts && [formatQuantity(lifts.massKg, 'mass'), `on ${lifts.gear}`, lifts.points].filter(Boolean).join(', ')],
    ['reads', reads?.map(({ position, stage }) => `${positionOf(sheet, position).name} (${stage})`).join(', ')],
    ['tightens', tightens && torqueOf(jointOf(sheet, tightens))],
    ['marks', makes?.join(', ')],
    ['looks for', checks?.join(', ')],
    ['decides', decides?.map(key => partOf(sheet, key).name).join(', ')],
    ['lubricant', lubricant && `${lubricant.kind}: ${lubricant.text}`],
    ['tools', tools?.join(', ')],
    ['waits', waits?.map(({ name, minutes }) => `${name}, ${minutes} min`).join(', ')],
    ['owes', owes?.map(({ text }) => text).join(', ')],
    ['hold', hold],
  ]
  return facts.flatMap(([word, text]) => text ? [{ word, text }] : [])
}
