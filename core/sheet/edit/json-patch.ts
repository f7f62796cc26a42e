import { LISTS, thingsOf } from '../lists'
import type { SheetDocument } from '../schema'
import { ORDER, withEdit, type Edit } from './edit'
import { pointerOf } from './place'

/** A change as other programs read it (RFC 6902), found by its index. */
export type PatchOperation
  = | { op: 'add' | 'replace' | 'test', path: string, value: unknown }
    | { op: 'remove', path: string }
    | { op: 'move', from: string, path: string }

/**
 * Edits as a JSON Patch (RFC 6902), for programs that know nothing of keys: what goes, or becomes something else, is tested first.
 *
 * @param document what they are made in
 * @throws DomainError as `applyEdits`, where one does not fit
 * @example jsonPatchOf(sheet, [{ list: 'sheet', key: '', field: 'title', before: 'Pump', after: 'Lift pump' }])
 * // [{ op: 'test', path: '/title', value: 'Pump' }, { op: 'replace', path: '/title', value: 'Lift pump' }]
 */
export function jsonPatchOf(document: SheetDocument, edits: readonly Edit[]): PatchOperation[] {
  let now = document
  return edits.flatMap((edit) => {
    const next = withEdit(now, edit)
    const operations = operationsOf(edit, now, next)
    now = next
    return operations
  })
}

function operationsOf({ list, key, field, before, after }: Edit, now: SheetDocument, next: SheetDocument): PatchOperation[] {
  if (list === 'sheet') return changeAt(pointerOf({ list, key, field: field! }), before, after)
  const at = (document: SheetDocument) => `/${list}/${thingsOf(document, list).findIndex(thing => thing[LISTS[list].key] === key)}`
  if (field === ORDER) return [{ op: 'move', from: at(now), path: at(next) }]
  if (field !== undefined) return changeAt(at(now) + pointerOf({ list: 'sheet', key, field }), before, after)
  // A list comes with its first thing, and goes with its last.
  if (now[list] === undefined) return [{ op: 'add', path: `/${list}`, value: next[list] }]
  if (next[list] === undefined) return changeAt(`/${list}`, now[list], undefined)
  return changeAt(at(after === undefined ? now : next), before, after)
}

function changeAt(path: string, before: unknown, after: unknown): PatchOperation[] {
  if (before === undefined) return [{ op: 'add', path, value: after }]
  return [{ op: 'test', path, value: before }, after === undefined ? { op: 'remove', path } : { op: 'replace', path, value: after }]
}
