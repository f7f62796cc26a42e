import { Value } from '@sinclair/typebox/value'
import { DomainError } from '../domain-error'
import { factsOf, type WordRow } from '../growth'
import { withoutDust } from '../numbers'
import { shapeSentence } from '../shape-words'
import {
  applyEdits, editsBetween, LISTS, LUBRICANTS, schemaOf, thingsOf, type Edit, type ListName, type SheetDocument,
} from '../sheet'
import { parseQuantity, type QuantityKind } from '../units'
import { COLUMNS, type ColumnUse, type PastedList, type Reading } from './pasted-columns'
import { newThing } from './new-thing'

/** No parts list is longer. */
export const MOST_ROWS = 10_000

export interface PasteInput {
  list: PastedList
  /** What each column is taken for; null is left out. */
  columns: readonly (ColumnUse | null)[]
  /** The cells below the head. */
  rows: readonly (readonly string[])[]
  /** Where the table comes from: the source of every figure that does not say its own. */
  source: string
  /** Makes the rest of a key. */
  newId: () => string
  /** What the words of the shop say of parts; those that ship when left out. */
  words?: readonly WordRow[] | undefined
}

/** Why a row is left out, by its place below the head (from 0), and the column where it lies in one. */
export interface PasteFault { row: number, column?: number, sentence: string }

export interface PasteResult {
  edits: Edit[]
  faults: PasteFault[]
  /** Rows that make a new thing, that change one, and that say what is there already. */
  added: number
  changed: number
  same: number
}

type Fields = Record<string, unknown>
/** A row that cannot be used. */
class RowFault extends Error {
  constructor(message: string, readonly column?: number) { super(message) }
}

/**
 * What a pasted table makes of a draft, before anybody has agreed: rows that name a thing that is there fill in its fields, the others make
 * new things. Nothing is guessed where a cell can mean two things: that row is left out, with its reason.
 *
 * @throws DomainError `paste.too-long` over 10,000 rows, `paste.no-name` without a column for the name, `paste.full` where a sheet holds no
 * more, and what `applyEdits` refuses
 * @example rowsToEdits(draft, { list: 'parts', columns: guessColumns('parts', heads), rows, source: 'Parts list B', newId }).faults
 */
export function rowsToEdits(sheet: SheetDocument, { list, columns, rows, source, newId, words }: PasteInput): PasteResult {
  if (rows.length > MOST_ROWS) throw new DomainError('paste.too-long', `A table has at most ${MOST_ROWS} rows; this has ${rows.length}.`)
  if (!columns.some(use => use?.field === 'name')) throw new DomainError('paste.no-name', 'Say which column holds the name.')
  const commas = columns.map((_use, i) => hasDecimalCommas(rows.map(row => row[i] ?? '')))
  const faults: PasteFault[] = []
  const counts = { added: 0, changed: 0, same: 0 }
  const above: Record<number, string> = {}
  const seen = new Map<string, number>()
  let left = sheet
  for (const [row, cells] of rows.entries()) {
    if (cells.every(cell => cell.trim() === '')) continue
    try {
      const said: Fields = {}
      for (const [i, use] of columns.entries()) {
        if (!use) continue
        const { reads } = COLUMNS[list].find(column => column.field === use.field)!
        let cell = (cells[i] ?? '').replaceAll(/\s+/g, ' ').trim()
        if (reads.as === 'heading' || (reads.as === 'thing' && use.field === 'part')) {
          if (cell === '') cell = above[i] ?? ''
          above[i] = cell
        }
        if (cell !== '') said[use.field] = readCell(left, cell, reads, { unit: use.unit, comma: commas[i]!, column: i })
      }
      const name = said.name as string | undefined
      if (name === undefined) throw new RowFault('It has no name. Merged cells come out empty but for the first.')
      const twice = seen.get(name.toLowerCase())
      if (twice !== undefined && said.item === undefined) throw new RowFault(`"${name}" stands in row ${twice + 1} already.`)
      seen.set(name.toLowerCase(), row)
      const made = withRow(left, list, said, { source, newId, words })
      counts[made.is] += 1
      left = made.sheet
    } catch (error) {
      if (!(error instanceof RowFault)) throw error
      faults.push({ row, ...error.column === undefined ? {} : { column: error.column }, sentence: error.message })
    }
  }
  const most = schemaOf('sheet', list)!.maxItems as number
  const { length } = thingsOf(left, list)
  if (length > most) throw new DomainError('paste.full', `A sheet holds ${most} ${list}; with this table it would have ${length}.`)
  const edits = editsBetween(sheet, left)
  // What does not fit the sheet as a whole (too many parts, a circle of seats) is told before anybody agrees.
  if (edits.length > 0) applyEdits(sheet, edits)
  return { edits, faults, ...counts }
}

/** True when a column writes its decimals with a comma: somewhere it can mean nothing else, and nowhere a point. */
const hasDecimalCommas = (cells: readonly string[]): boolean =>
  cells.some(cell => /\d,(\d{1,2}|\d{4,})(\D|$)/.test(cell)) && !cells.some(cell => /\d\.\d/.test(cell))

function readCell(
  sheet: SheetDocument, cell: string, reads: Reading, { unit, comma, column }: { unit: string | undefined, comma: boolean, column: number },
): unknown {
  switch (reads.as) {
    case 'line': case 'heading': return cell.slice(0, 200)
    case 'whole': {
      const figure = /^[x×]?\s*(\d{1,4})(?:[.,]0+)?\s*(?:x|×|off|pcs?|pieces?|each|ea)?\.?$/i.exec(cell)?.[1]
      if (figure === undefined) throw new RowFault(`"${cell}" is no whole number.`, column)
      return Number(figure)
    }
    case 'yes': return /^(yes|y|x|true|1|new|✓)$/i.test(cell)
    case 'word': {
      const word = reads.of.find(one => one.toLowerCase() === cell.toLowerCase())
      if (!word) throw new RowFault(`"${cell}" is none of ${reads.of.slice(0, 6).join(', ')}${reads.of.length > 6 ? ' …' : ''}.`, column)
      return word
    }
    case 'quantity': return readFigure(cell, reads.kind, unit, comma, column)
    case 'thing': {
      const names = reads.several ? cell.split(/\s*(?:[;/&]|,| and )\s*/).filter(name => name !== '') : [cell]
      const keys = names.map(name => keyNamed(sheet, reads.list, name) ?? fail(`There is no ${LISTS[reads.list].kind} "${name}".`, column))
      return reads.several ? keys : keys[0]
    }
  }
}

function readFigure(cell: string, kind: QuantityKind, unit: string | undefined, comma: boolean, column: number): number {
  try {
    return withoutDust(parseQuantity(comma ? cell.replace(/(\d),(\d)/, '$1.$2') : cell, kind, unit ? { bareUnit: unit } : {}).value)
  } catch (error) {
    if (error instanceof DomainError) throw new RowFault(error.message, column)
    throw error
  }
}

function fail(sentence: string, column?: number): never {
  throw new RowFault(sentence, column)
}

const plain = (text: string) => text.toLowerCase().replaceAll(/[\s\-_.]+/g, ' ').trim()

/** The key of the only thing of that name, or of that item. */
function keyNamed(sheet: SheetDocument, list: ListName, name: string): string | undefined {
  const things = thingsOf(sheet, list) as readonly { key: string, name: string, item?: number }[]
  const same = things.filter(thing => plain(thing.name) === plain(name) || thing.key === name || (thing.item !== undefined && `${thing.item}` === name))
  return same.length === 1 ? same[0]!.key : undefined
}

/** The sheet with what a row says. */
function withRow(sheet: SheetDocument, list: PastedList, said: Fields, how: How) {
  const { assembly, ...fields } = said
  const things = thingsOf(sheet, list) as readonly Fields[]
  const alike = things.filter(thing => (list === 'marks' && thing.key === fields.key) || plain(thing.name as string) === plain(fields.name as string))
  // Several of one name are told apart by their items.
  const own = alike.find(thing => fields.item !== undefined && thing.item === fields.item)
    ?? alike.find(thing => thing.item === undefined || fields.item === undefined)
  const thing = nested({ ...own ?? {}, ...own ? {} : usual(sheet, list, fields, how), ...fields }, own)
  const [wrong] = Value.Errors(schemaOf(list)!, thing)
  if (wrong) throw new RowFault(shapeSentence(wrong))
  const next = { ...sheet, [list]: own ? things.map(one => one === own ? thing : one) : [...things, thing] } as SheetDocument
  const grouped = typeof assembly === 'string' ? inAssembly(next, assembly, thing.key as string) : next
  const isSame = own !== undefined && Value.Equal(own, thing) && grouped === next
  return { sheet: isSame ? sheet : grouped, is: own ? (isSame ? 'same' as const : 'changed' as const) : 'added' as const }
}

/** `limits/lower` is the field `lower` in `limits`. */
function nested(fields: Fields, own: Fields | undefined): Fields {
  const thing: Fields = {}
  for (const [path, value] of Object.entries(fields)) {
    const [field, inner] = path.split('/') as [string, string?]
    thing[field] = inner === undefined ? value : { ...(own?.[field] ?? {}) as object, ...(thing[field] ?? {}) as object, [inner]: value }
  }
  return thing
}

/** What a new thing is as long as nothing else is said. */
type How = Pick<PasteInput, 'source' | 'newId' | 'words'>
function usual(sheet: SheetDocument, list: PastedList, fields: Fields, { source, newId, words }: How): Fields {
  const thing = newThing(sheet, list, newId)
  if (list === 'marks') return thing
  if (list === 'parts') {
    const { kind, neverAgain } = factsOf(fields.name as string, words)
    return { ...thing, kind, ...neverAgain ? { neverAgain } : {} }
  }
  if (list !== 'joints') return { ...thing, source }
  const fastener = sheet.parts.find(part => part.key === fields.fastener)
  const kind = LUBRICANTS.find(one => one === fields['lubricant/kind'])
  return {
    ...thing, source, count: fastener?.count,
    lubricant: kind && { kind, text: `thread ${kind === 'dry' ? 'dry' : `with ${kind}`}` },
  }
}

/** A part is in one assembly. */
function inAssembly(sheet: SheetDocument, name: string, part: string): SheetDocument {
  const { assemblies = [] } = sheet
  if (assemblies.some(one => one.name === name && one.parts.includes(part))) return sheet
  const others = assemblies.map(one => ({ ...one, parts: one.parts.filter(key => key !== part) }))
  const grown = others.some(one => one.name === name)
    ? others.map(one => one.name === name ? { ...one, parts: [...one.parts, part] } : one)
    : [...others, { name, parts: [part] }]
  return { ...sheet, assemblies: grown.filter(one => one.parts.length > 0) }
}
