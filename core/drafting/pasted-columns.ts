import { LUBRICANTS, MARK_WAYS, schemaOf, type ListName } from '../sheet'
import { findUnit, type QuantityKind } from '../units'

/** How the words of a column are read. */
export type Reading
  = | { as: 'line' }
    /** A line that stands for the empty cells below it, as merged cells come out. */
    | { as: 'heading' }
    | { as: 'whole' }
    | { as: 'yes' }
    | { as: 'word', of: readonly string[] }
    | { as: 'quantity', kind: QuantityKind }
    /** The name of a thing of another list; several where the field names several. */
    | { as: 'thing', list: ListName, several?: true }

/** What may stand in a column of a pasted table: which field it fills, and by which words its head is known. */
export interface Column { field: string, head: RegExp, reads: Reading }

/** Lists that are filled from a table. */
export const PASTED = ['parts', 'positions', 'joints', 'fits', 'marks'] as const
export type PastedList = (typeof PASTED)[number]

const kinds = (schemaOf('parts', 'kind')!.anyOf as { const: string }[]).map(one => one.const)
const line = { as: 'line' } as const

// The first whose head fits counts.
export const COLUMNS: Readonly<Record<PastedList, readonly Column[]>> = {
  parts: [
    { field: 'item', head: /^(item|pos\.?|position|no\.?|nr\.?|#)( ?(no|number)\.?)?$/, reads: { as: 'whole' } },
    { field: 'count', head: /^(qty|quantity|count|pieces|pcs|number off|off)\b/, reads: { as: 'whole' } },
    { field: 'assembly', head: /^(assembly|group|unit|section)\b/, reads: { as: 'heading' } },
    { field: 'kind', head: /^(kind|type|class)\b/, reads: { as: 'word', of: kinds } },
    { field: 'massKg', head: /^(mass|weight)\b/, reads: { as: 'quantity', kind: 'mass' } },
    { field: 'material', head: /^material\b/, reads: line },
    { field: 'neverAgain', head: /^(new each time|never again|replace|consumable)\b/, reads: { as: 'yes' } },
    { field: 'on', head: /^(on|comes away with|belongs to)\b/, reads: { as: 'thing', list: 'parts' } },
    { field: 'set', head: /^(set|matched with)\b/, reads: line },
    { field: 'handling', head: /^(mind|note|notes|remark|remarks|handling|comment)\b/, reads: line },
    { field: 'name', head: /\b(name|description|designation|part|component)\b/, reads: line },
  ],
  positions: [
    { field: 'part', head: /^(part|component|on)\b/, reads: { as: 'thing', list: 'parts' } },
    { field: 'limits/lower', head: /\b(min|minimum|lower|from|at least)\b/, reads: { as: 'quantity', kind: 'length' } },
    { field: 'limits/upper', head: /\b(max|maximum|upper|to|at most)\b/, reads: { as: 'quantity', kind: 'length' } },
    { field: 'uncertainty', head: /^(uncertainty|u\b)/, reads: { as: 'quantity', kind: 'length' } },
    { field: 'instrument', head: /^(instrument|with|gauge|tool)\b/, reads: line },
    { field: 'toleranceClass', head: /^(class|tolerance|fit)\b/, reads: line },
    { field: 'source', head: /^(source|manual|page)\b/, reads: line },
    { field: 'name', head: /\b(name|position|place|what|measurement|description)\b/, reads: line },
  ],
  joints: [
    { field: 'fastener', head: /^(fastener|part|screw|bolt|nut)s?\b/, reads: { as: 'thing', list: 'parts' } },
    { field: 'count', head: /^(qty|quantity|count|pieces|pcs)\b/, reads: { as: 'whole' } },
    { field: 'thread', head: /^(thread|size)\b/, reads: line },
    { field: 'propertyClass', head: /^(class|strength|grade|property)\b/, reads: line },
    { field: 'torqueNm/aim', head: /^(torque|tightening|moment)\b/, reads: { as: 'quantity', kind: 'torque' } },
    { field: 'lubricant/kind', head: /^(lubricant|lubrication|thread is)\b/, reads: { as: 'word', of: LUBRICANTS } },
    { field: 'source', head: /^(source|manual|page)\b/, reads: line },
    { field: 'note', head: /^(note|remark)s?\b/, reads: line },
    { field: 'name', head: /\b(name|joint|description)\b/, reads: line },
  ],
  fits: [
    { field: 'hole/position', head: /^(hole|bore|housing)\b/, reads: { as: 'thing', list: 'positions' } },
    { field: 'shaft/position', head: /^(shaft|journal)\b/, reads: { as: 'thing', list: 'positions' } },
    { field: 'clearanceMm/lower', head: /\b(min|minimum|smallest)\b/, reads: { as: 'quantity', kind: 'length' } },
    { field: 'clearanceMm/upper', head: /\b(max|maximum|largest)\b/, reads: { as: 'quantity', kind: 'length' } },
    { field: 'class', head: /^class\b/, reads: line },
    { field: 'source', head: /^(source|manual|page)\b/, reads: line },
    { field: 'name', head: /\b(name|fit|description)\b/, reads: line },
  ],
  marks: [
    { field: 'key', head: /^(mark|no|number|key)\b/, reads: line },
    { field: 'between', head: /^(between|parts)\b/, reads: { as: 'thing', list: 'parts', several: true } },
    { field: 'symbol', head: /^(symbol|sign)\b/, reads: line },
    { field: 'way', head: /^(way|made by|how)\b/, reads: { as: 'word', of: MARK_WAYS } },
    { field: 'place', head: /^(place|where)\b/, reads: line },
    { field: 'name', head: /\b(name|description|what)\b/, reads: line },
  ],
}

/** What a column of a pasted table is taken for: a field, and the unit of its bare numbers where the head says one. */
export interface ColumnUse { field: string, unit?: string }

/**
 * What the columns of a table are, by their heads: units may stand in brackets or behind a comma.
 *
 * @returns one use a column; null for what is left out
 * @example guessColumns('parts', ['Description', 'Weight [lb]']) // [{ field: 'name' }, { field: 'massKg', unit: 'lb' }]
 */
export function guessColumns(list: PastedList, heads: readonly string[]): (ColumnUse | null)[] {
  const taken = new Set<string>()
  return heads.map((head) => {
    const words = head.toLowerCase().replaceAll(/\s+/g, ' ').trim()
    const plain = words.replace(/[[(,/].*$/, '').trim()
    const column = COLUMNS[list].find(({ field, head: known }) => !taken.has(field) && known.test(plain || words))
    if (!column) return null
    taken.add(column.field)
    const said = /[[(,/]\s*([^\])]+?)\s*[\])]?$/.exec(head.trim())?.[1]
    const unit = said !== undefined && column.reads.as === 'quantity' ? findUnit(said, column.reads.kind) : undefined
    return { field: column.field, ...unit ? { unit: unit.symbol } : {} }
  })
}

/** True when a row reads as the head of a table: most of its cells are words that columns are known by. */
export const isHead = (list: PastedList, row: readonly string[]): boolean => {
  const filled = row.filter(cell => cell.trim() !== '')
  return filled.length > 1 && guessColumns(list, filled).filter(use => use !== null).length * 2 >= filled.length
    && filled.every(cell => !/^[\d.,\s]+$/.test(cell))
}
