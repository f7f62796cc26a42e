import { formatQuantity, GAP_FIELDS, gapName, type Gap, type Position, type SheetDocument } from '#core'

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
