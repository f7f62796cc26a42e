import { LIST_NAMES, LISTS, type ListName, type Thing } from '../lists'

/** Where something stands in a sheet. */
export interface Place {
  /** A list of the sheet, or the sheet itself. */
  list: ListName | 'sheet'
  /** The thing, by its key; empty on the sheet itself. */
  key: string
  /** The field of the thing; undefined where the whole thing is meant. */
  field?: string
}

const isList = (name: string | undefined): name is ListName => LIST_NAMES.includes(name as ListName)
const escaped = (name: string) => name.replaceAll('~', '~0').replaceAll('/', '~1')
const unescaped = (segment: string) => segment.replaceAll('~1', '/').replaceAll('~0', '~')

/**
 * A JSON pointer whose thing is named by its key and not by its index: an author moves things about while the checker reads.
 *
 * @param document what the pointer was made for; anything that came in as JSON
 * @example keyedPlace(sheet, '/steps/12/after/0') // '/steps/cover-off/after/0'
 */
export function keyedPlace(document: unknown, pointer: string): string {
  const [, list, index, ...rest] = pointer.split('/')
  if (!isList(list) || index === undefined) return pointer
  const things = (document as Record<string, unknown> | null)?.[list]
  const key = Array.isArray(things) ? (things as Thing[])[Number(index)]?.[LISTS[list].key] : undefined
  return typeof key === 'string' ? ['', list, escaped(key), ...rest].join('/') : pointer
}

/**
 * The pointer of a place; what `placeOfPointer` reads.
 *
 * @example pointerOf({ list: 'steps', key: 'cover-off', field: 'after' }) // '/steps/cover-off/after'
 */
export const pointerOf = ({ list, key, field }: Place): string =>
  [...list === 'sheet' ? [] : [list, key], ...field === undefined ? [] : [field]].map(segment => `/${escaped(segment)}`).join('')

/**
 * What a pointer of `keyedPlace` points at, down to the field.
 *
 * @example placeOfPointer('/steps/cover-off/after/0') // { list: 'steps', key: 'cover-off', field: 'after' }
 */
export function placeOfPointer(pointer: string): Place {
  const [, first = '', key, field] = pointer.split('/').map(unescaped)
  if (!isList(first)) return { list: 'sheet', key: '', ...first ? { field: first } : {} }
  return { list: first, key: key ?? '', ...field === undefined ? {} : { field } }
}
