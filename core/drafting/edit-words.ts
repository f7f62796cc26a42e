import { fieldWord } from '../field-words'
import { LIST_NAMES, LISTS, ORDER, thingsOf, type Edit, type Kind, type ListName, type SheetDocument } from '../sheet'
import { formatQuantity } from '../units'
import { fieldQuantity } from './field-quantity'

/** A change as a fitter reads it. */
export interface EditWords { of: string, says: string }

type Named = { key?: string, name?: string, title?: string, question?: string, quantity?: unknown }
const LONGEST = 160

/**
 * A change of a sheet in words: what was, and what is.
 *
 * @param sheet the document before the change, in which its names stand
 * @example editInWords(sheet, edit) // { of: 'Casing joint', says: 'Torque 280 N·m → 300 N·m' }
 */
export function editInWords(sheet: SheetDocument, { list, key, field, before, after, behind }: Edit): EditWords {
  if (list === 'sheet') return { of: 'Sheet', says: changed(sheet, field!, undefined, {}, before, after) }
  const thing = (thingsOf(sheet, list).find(one => one[LISTS[list].key] === key) ?? after ?? before ?? {}) as Named
  const of = nameOf(thing) ?? key
  const where = (place: unknown) => place === '' ? 'at the front' : `behind ${nameIn(sheet, LISTS[list].kind, place as string)}`
  if (field === ORDER) return { of, says: `stands ${where(after)}` }
  if (field === undefined) return { of, says: after === undefined ? `${LISTS[list].kind} is gone` : `new ${LISTS[list].kind}, ${where(behind ?? '')}` }
  return { of, says: changed(sheet, field, list, thing, before, after) }
}

const nameOf = (thing: Named) => thing.name ?? thing.title ?? thing.question ?? thing.key
const shortened = (text: string) => text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text

/** What a key stands for, in the words of the sheet. */
function nameIn(sheet: SheetDocument, kind: Kind, key: string): string {
  const list = LIST_NAMES.find(name => LISTS[name].kind === kind)!
  const thing = thingsOf(sheet, list).find(one => one[LISTS[list].key] === key) as Named | undefined
  return (thing && nameOf(thing)) ?? key
}

function changed(sheet: SheetDocument, field: string, list: ListName | undefined, thing: Named, before: unknown, after: unknown): string {
  const say = (value: unknown) => valueInWords(sheet, list, thing, field, value)
  const word = fieldWord(field)
  if (Array.isArray(before) && Array.isArray(after)) {
    const [old, next] = [before, after].map(values => values.map((value: unknown) => valueInWords(sheet, list, thing, `${field}/*`, value))) as [string[], string[]]
    const came = next.filter(one => !old.includes(one)).map(one => `+ ${one}`)
    const went = old.filter(one => !next.includes(one)).map(one => `− ${one}`)
    return shortened(`${word}: ${[...came, ...went].join(', ') || 'another order'}`)
  }
  if (before === undefined) return shortened(`${word}: ${say(after)}`)
  return shortened(after === undefined ? `${word}: ${say(before)} → not said` : `${word}: ${say(before)} → ${say(after)}`)
}

function valueInWords(sheet: SheetDocument, list: ListName | undefined, thing: Named, path: string, value: unknown): string {
  if (value === null || value === undefined) return 'not said'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') {
    const quantity = fieldQuantity(path, thing)
    if (quantity) return formatQuantity(value, quantity)
    return path === 'minutes' ? `${value} min` : `${value}`
  }
  if (typeof value === 'string') {
    const kind = list && kindAt(list, path)
    return kind ? nameIn(sheet, kind, value) : value
  }
  if (Array.isArray(value)) return value.map(one => valueInWords(sheet, list, thing, `${path}/*`, one)).join(', ')
  return Object.entries(value as object)
    .map(([field, one]) => `${fieldWord(field).toLowerCase()} ${valueInWords(sheet, list, thing, `${path}/${field}`, one)}`).join(', ')
}

/**
 * Of which kind the thing is that stands under its key at a place; undefined where no key stands.
 *
 * @param path the fields from the thing down, with `*` for each of a list
 * @example kindAt('steps', 'removes/*' + '/part') // 'part'
 */
export const kindAt = (list: ListName, path: string): Kind | undefined =>
  LISTS[list].refers.find(reference => reference.path.replaceAll('!', '') === path)?.to
