import { Value } from '@sinclair/typebox/value'
import { LIST_NAMES, LISTS, thingsOf, type ListName, type Thing } from '../lists'
import type { SheetDocument } from '../schema'
import { OF_THE_RELEASE, ORDER, type Edit } from './edit'

const NOT_COMPARED: ReadonlySet<string> = new Set([...OF_THE_RELEASE, ...LIST_NAMES])

/**
 * The edits that make one document of another: what two revisions differ in, and what a document that was written elsewhere changes. Key,
 * format and revision are not compared.
 *
 * @returns fields of the sheet, then list by list what goes, comes, is changed and stands elsewhere
 * @example edits = editsBetween(old, next); applyEdits(old, edits)
 */
export function editsBetween(from: SheetDocument, to: SheetDocument): Edit[] {
  return [
    ...fieldsBetween(from, to, { list: 'sheet', key: '' }, NOT_COMPARED),
    ...LIST_NAMES.flatMap(list => listBetween(list, thingsOf(from, list), thingsOf(to, list))),
  ]
}

function fieldsBetween(from: object, to: object, place: Pick<Edit, 'list' | 'key'>, without: ReadonlySet<string>): Edit[] {
  const [old, next] = [from as Record<string, unknown>, to as Record<string, unknown>]
  return [...new Set([...Object.keys(old), ...Object.keys(next)])]
    .filter(field => !without.has(field) && !Value.Equal(old[field], next[field]))
    .map(field => ({
      ...place, field,
      ...old[field] === undefined ? {} : { before: old[field] },
      ...next[field] === undefined ? {} : { after: next[field] },
    }))
}

function listBetween(list: ListName, from: readonly Thing[], to: readonly Thing[]): Edit[] {
  const keyOf = (thing: Thing) => thing[LISTS[list].key]!
  const [old, next] = [new Map(from.map(thing => [keyOf(thing), thing])), new Map(to.map(thing => [keyOf(thing), thing]))]
  const standing = from.map(keyOf)
  const edits: Edit[] = []
  const before = (key: string) => standing[standing.indexOf(key) - 1] ?? ''

  for (const key of from.map(keyOf).filter(key => !next.has(key))) {
    edits.push({ list, key, before: old.get(key), behind: before(key) })
    standing.splice(standing.indexOf(key), 1)
  }
  const stays = longestRising(to.map(keyOf).filter(key => old.has(key)), standing)
  to.map(keyOf).forEach((key, i, keys) => {
    const behind = keys[i - 1] ?? ''
    const was = old.get(key)
    if (!was) edits.push({ list, key, after: next.get(key), behind })
    else {
      edits.push(...fieldsBetween(was, next.get(key)!, { list, key }, new Set([LISTS[list].key])))
      if (stays.has(key)) return
      edits.push({ list, key, field: ORDER, before: before(key), after: behind })
      standing.splice(standing.indexOf(key), 1)
    }
    standing.splice(behind === '' ? 0 : standing.indexOf(behind) + 1, 0, key)
  })
  return edits
}

/** The most keys of `wanted` that stand in `standing` in the same order: the fewest others have to move. */
function longestRising(wanted: readonly string[], standing: readonly string[]): ReadonlySet<string> {
  const at = wanted.map(key => standing.indexOf(key))
  const best: { length: number, from: number }[] = []
  at.forEach((place, i) => {
    const from = at.slice(0, i).reduce((found, other, j) =>
      other < place && (found < 0 || best[j]!.length > best[found]!.length) ? j : found, -1)
    best.push({ length: from < 0 ? 1 : best[from]!.length + 1, from })
  })
  const rising = new Set<string>()
  let i = best.reduce((found, { length }, j) => found < 0 || length > best[found]!.length ? j : found, -1)
  for (; i >= 0; i = best[i]!.from) rising.add(wanted[i]!)
  return rising
}
