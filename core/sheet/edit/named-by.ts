import { LIST_NAMES, LISTS, placesOf, thingsOf, withoutGone, type ListName, type Thing } from '../lists'
import type { SheetDocument } from '../schema'
import { isRequired, type Edit } from './edit'
import { editsBetween } from './edits-between'

/** A thing that names another, and what it is called. */
export interface Naming { list: ListName, key: string, name: string }

/**
 * What of a sheet names a thing: it cannot go before these let it go.
 *
 * @example namedBy(sheet, 'parts', 'cover-gasket').map(({ name }) => name) // ['Take off the cover', 'Fit the cover']
 */
export function namedBy(sheet: SheetDocument, list: ListName, key: string): Naming[] {
  const { kind } = LISTS[list]
  const namingIn = (other: ListName, thing: Thing): Naming[] => {
    if (other === list && keyOf(other, thing) === key) return []
    const paths = LISTS[other].refers.filter(({ to }) => to === kind).map(({ path }) => path)
    const wordings = [thing, ...thing.variants?.map(({ set }) => set) ?? []]
    const isNamed = paths.some(path => wordings.some(one => [...placesOf(one, path)].some(({ value }) => value === key)))
    return isNamed ? [{ list: other, key: keyOf(other, thing), name: nameOf(thing) }] : []
  }
  return LIST_NAMES.flatMap(other => thingsOf(sheet, other).flatMap(thing => namingIn(other, thing)))
}

const keyOf = (list: ListName, thing: Thing) => thing[LISTS[list].key]!

const nameOf = (thing: Thing & { title?: string, question?: string }) => thing.name ?? thing.title ?? thing.question ?? thing.key!

/**
 * The edits that take a thing out together with every mention of it: what is about nothing else goes too, and what stood on a step that
 * goes stands on what that stood on.
 *
 * @returns in an order in which they can be made
 * @example applyEdits(sheet, editsToRemove(sheet, 'parts', 'cover-gasket'))
 */
export function editsToRemove(sheet: SheetDocument, list: ListName, key: string): Edit[] {
  const gone = new Set([nameIn(list, key)])
  let left = sheet
  for (let size = 0; size !== gone.size;) {
    size = gone.size
    left = withoutThings(left, gone)
  }
  const isThere = ({ list: other, key: thing }: { list: string, key: string }) => !gone.has(nameIn(other as ListName, thing))
  return editsBetween(sheet, {
    ...left,
    ...filled('audited', sheet.audited?.filter(isThere)),
    ...filled('gaps', sheet.gaps?.filter(({ thing }) => !['part', 'position', 'step'].some(kind => gone.has(`${kind} ${thing}`)))),
  })
}

const nameIn = (list: ListName, key: string) => `${LISTS[list]?.kind} ${key}`
const filled = (field: string, things: readonly unknown[] | undefined) => ({ [field]: things?.length ? things : undefined })

/** Once over all lists; what goes along is added to what is gone. */
function withoutThings(sheet: SheetDocument, gone: Set<string>): SheetDocument {
  const isGone = (kind: string, name: string) => gone.has(`${kind} ${name}`)
  const left: Record<string, unknown> = { ...sheet }
  for (const list of LIST_NAMES) {
    if (!sheet[list]) continue
    const { refers } = LISTS[list]
    const things = thingsOf(list === 'steps' ? bridged(sheet, isGone) : sheet, list).flatMap((thing) => {
      const without = isGone(LISTS[list].kind, keyOf(list, thing)) ? undefined : withoutGone(thing, refers, isGone)
      if (!without) {
        gone.add(nameIn(list, keyOf(list, thing)))
        return []
      }
      const variants = without.variants?.flatMap(({ when, set }) => {
        const rest = withoutGone(set, refers, isGone)
        return rest && Object.keys(rest).length > 0 ? [{ when, set: rest }] : []
      })
      const { variants: _old, ...plain } = without
      return [variants?.length ? { ...plain, variants } : plain]
    })
    left[list] = things.length > 0 || isRequired('sheet', list) ? things : undefined
  }
  return left as SheetDocument
}

/** What stood on a step that goes stands on what that step stood on. */
function bridged(sheet: SheetDocument, isGone: (kind: string, name: string) => boolean): SheetDocument {
  const after = new Map(sheet.steps.map(step => [step.key, step.after]))
  const through = (key: string): string[] => isGone('step', key) ? (after.get(key) ?? []).flatMap(through) : [key]
  return { ...sheet, steps: sheet.steps.map(step => ({ ...step, after: [...new Set(step.after.flatMap(through))] })) }
}
