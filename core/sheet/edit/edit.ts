import type { TSchema } from '@sinclair/typebox'
import { Value } from '@sinclair/typebox/value'
import { DomainError } from '../../domain-error'
import { fieldWord } from '../../field-words'
import { shapeSentence } from '../../shape-words'
import { LIST_NAMES, LISTS, type ListName, type Thing } from '../lists'
import type { SheetFault } from '../machine-faults'
import { SheetSchema, type SheetDocument } from '../schema'
import { unsoundFaults } from '../unsound-faults'
import { keyedPlace, type Place } from './place'

/**
 * One change of a sheet, as an author makes it. `before` says what the author saw: what has become another thing meanwhile is not
 * overwritten. A field that is left out is the whole thing that comes (`before` missing) or goes (`after` missing); the field `order` says
 * behind which thing of its list it stands, empty at the front.
 */
export interface Edit extends Place {
  before?: unknown
  after?: unknown
  /** Where the whole thing comes in, or stood: the key of the thing before it; empty at the front. */
  behind?: string
}

/** The field under which a thing is moved within its list. */
export const ORDER = 'order'
/** What a sheet is released under is given with the release. */
export const OF_THE_RELEASE: ReadonlySet<string> = new Set(['format', 'revision', 'key', '$schema'])

const properties = (SheetSchema as TSchema).properties as Record<string, TSchema>
/** The schema of what stands under a name of the document; of the things of a list. */
export const schemaOf = (list: Place['list'], field?: string): TSchema | undefined => {
  const thing = list === 'sheet' ? (SheetSchema as TSchema) : properties[list]!.items as TSchema
  const fields = thing.properties as Record<string, TSchema>
  return field === undefined ? thing : Object.hasOwn(fields, field) ? fields[field] : undefined
}
/** True for what a thing, or the sheet, cannot be without. */
export const isRequired = (list: Place['list'], field: string): boolean => ((schemaOf(list)!.required ?? []) as string[]).includes(field)
/** True when a field can be kept with that value: nothing is missing in it, and everything is of its kind. */
export const isWhole = (list: Place['list'], field: string, value: unknown): boolean => {
  const schema = schemaOf(list, field)
  return schema !== undefined && Value.Check(schema, value)
}
const keyField = (list: ListName) => LISTS[list].key

/**
 * A document with edits made in it, all of them or none. It stays one that can be read: of the right shape, every key once, no reference to
 * nothing, no circle; whatever else `sheetFaults` says of it is left to its author.
 *
 * @returns a new document; what is not touched is the same
 * @throws DomainError `edit.stale` with `details.clash` where somebody has changed it meanwhile, `edit.unknown`, `edit.key`,
 * `edit.key-used`, `edit.shape`, `edit.broken` with `details.faults`
 * @example applyEdits(draft, [{ list: 'parts', key: 'cover', field: 'massKg', after: 12 }])
 */
export function applyEdits(document: SheetDocument, edits: readonly Edit[]): SheetDocument {
  const edited = edits.reduce(withEdit, document)
  // The shape of what is touched was looked at while it was made; what is not touched has it, and most fields name nothing.
  const faults = [...sizeFaults(edited, edits), ...edits.some(bindsOthers) ? unsoundFaults(edited) : []]
    .map(({ place, reason }) => ({ place: keyedPlace(edited, place), reason }))
  if (faults.length > 0) throw new DomainError('edit.broken', `That cannot stay so: ${faults[0]!.reason}`, { faults })
  return edited
}

/** Fields by which things hang together: what they name, the keys within them, and on which machines and ways they are there. */
const BINDING = new Map<string, ReadonlySet<string>>(LIST_NAMES.map((list) => {
  const { refers, nested = [] } = LISTS[list]
  return [list, new Set([...refers.map(({ path }) => path), ...nested].map(path => path.replaceAll('!', '').split('/')[0]!))]
}))
const OF_CONDITIONS: ReadonlySet<string> = new Set(['when', 'variants', 'ways', 'values'])
const bindsOthers = ({ list, field }: Edit): boolean =>
  list !== 'sheet' && (field === undefined || OF_CONDITIONS.has(field) || BINDING.get(list)!.has(field))

/** A list that has more things, or fewer, than a sheet may. */
const sizeFaults = (document: SheetDocument, edits: readonly Edit[]): SheetFault[] =>
  [...new Set(edits.map(({ list }) => list))].flatMap((list): SheetFault[] => {
    if (list === 'sheet' || document[list] === undefined) return []
    const { minItems = 0, maxItems = Infinity } = properties[list] as { minItems?: number, maxItems?: number }
    const { length } = document[list]
    if (length > maxItems) return [{ place: `/${list}`, reason: `A sheet holds ${maxItems} ${list}.` }]
    return length < minItems ? [{ place: `/${list}`, reason: `A sheet has ${minItems} of its ${list} at least.` }] : []
  })

/**
 * What takes edits back: made in what the edits gave, they give back what they were made in, to the byte.
 *
 * @example applyEdits(applyEdits(draft, edits), inverseOf(edits)) // draft
 */
export const inverseOf = (edits: readonly Edit[]): Edit[] => edits.toReversed().map(({ before, after, ...edit }) => ({
  ...edit, ...after === undefined ? {} : { before: after }, ...before === undefined ? {} : { after: before },
}))

/** What an edit was made against, and what stands there by now. */
export interface Clash { edit: Edit, now: unknown }

/** With one edit made; whether it may stay so is not looked at yet. */
export function withEdit(document: SheetDocument, edit: Edit): SheetDocument {
  const { list, key, field } = edit
  if (list === 'sheet') {
    if (field === undefined || OF_THE_RELEASE.has(field) || LIST_NAMES.includes(field as ListName) || !schemaOf('sheet', field))
      throw new DomainError('edit.unknown', `A sheet has no field "${field}" that is written so.`)
    return withField(document, edit, field)
  }
  if (!LIST_NAMES.includes(list)) throw new DomainError('edit.unknown', `A sheet has no list "${String(list)}".`)
  const things = [...(document[list] ?? []) as Thing[]]
  const at = things.findIndex(thing => thing[keyField(list)] === key)
  if (field === undefined) comeOrGo(things, at, edit)
  else if (at < 0) throw new DomainError('edit.unknown', `There is no ${LISTS[list].kind} "${key}" any more.`)
  else if (field === ORDER) move(things, at, edit)
  else {
    if (field === keyField(list)) throw new DomainError('edit.key', 'A key stays what it is: readings and drawings are kept under it.')
    if (!schemaOf(list, field)) throw new DomainError('edit.unknown', `A ${LISTS[list].kind} has no field "${field}".`)
    things[at] = withField(things[at]!, edit, field)
  }
  if (things.length > 0 || isRequired('sheet', list)) return { ...document, [list]: things }
  const { [list]: _gone, ...rest } = document
  return rest as SheetDocument
}

function withField<T extends object>(thing: T, edit: Edit, field: string): T {
  const now = (thing as Record<string, unknown>)[field]
  if (!Value.Equal(now, edit.before)) throw stale(edit, now)
  const { after, list } = edit
  if (after === undefined) {
    if (isRequired(list, field)) throw new DomainError('edit.shape', `${fieldWord(field)} cannot be left out.`)
    const { [field]: _gone, ...rest } = thing as Record<string, unknown>
    return rest as T
  }
  const [wrong] = Value.Errors(schemaOf(list, field)!, after)
  if (wrong) throw new DomainError('edit.shape', shapeSentence(wrong, field))
  return { ...thing, [field]: after }
}

function comeOrGo(things: Thing[], at: number, edit: Edit): void {
  const { list, key, before, after, behind = '' } = edit
  if ((before === undefined) === (after === undefined))
    throw new DomainError('edit.unknown', 'A whole thing comes or goes; what changes is one of its fields.')
  if (after === undefined) {
    const now = things[at]
    if (!now || !Value.Equal(now, before)) throw stale(edit, now)
    things.splice(at, 1)
    return
  }
  if (at >= 0) throw new DomainError('edit.key-used', `There is a ${LISTS[list as ListName].kind} "${key}" already.`)
  if ((after as Thing)[keyField(list as ListName)] !== key) throw new DomainError('edit.key', 'A thing is named by its own key.')
  const [wrong] = Value.Errors(schemaOf(list)!, after)
  if (wrong) throw new DomainError('edit.shape', shapeSentence(wrong, LISTS[list as ListName].kind))
  things.splice(placeBehind(things, list as ListName, behind), 0, after as Thing)
}

/** Where a thing comes in that stands behind another; at the end where that one is gone. */
function placeBehind(things: readonly Thing[], list: ListName, behind: string): number {
  if (behind === '') return 0
  const at = things.findIndex(thing => thing[keyField(list)] === behind)
  return at < 0 ? things.length : at + 1
}

function move(things: Thing[], at: number, edit: Edit): void {
  const { list, key, before, after } = edit
  const now = at === 0 ? '' : things[at - 1]![keyField(list as ListName)]
  if (now !== before) throw stale(edit, now)
  if (typeof after !== 'string' || after === key) throw new DomainError('edit.unknown', 'It is moved behind another thing, or to the front.')
  const [thing] = things.splice(at, 1)
  things.splice(placeBehind(things, list as ListName, after), 0, thing!)
}

const stale = (edit: Edit, now: unknown) =>
  new DomainError('edit.stale', 'Somebody has changed that meanwhile.', { clash: { edit, now: now ?? null } satisfies Clash })
