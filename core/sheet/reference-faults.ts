import { LIST_NAMES, LISTS, placesOf, thingsOf, type ListName } from './lists'
import type { SheetFault } from './machine-faults'
import type { SheetDocument } from './schema'

/** What a thing names is there, and what one of its variants would have it name. */
export function referenceFaults(sheet: SheetDocument): SheetFault[] {
  const known = new Map(LIST_NAMES.map(list => [LISTS[list].kind, new Set(thingsOf(sheet, list).map(thing => thing[LISTS[list].key]))]))
  const faults: SheetFault[] = []
  const look = (list: ListName, thing: object, where: string) => {
    for (const { path, to } of LISTS[list].refers)
      for (const { at, value } of placesOf(thing, path))
        if (!known.get(to)!.has(value as string)) faults.push({ place: where + at, reason: `There is no ${to} "${String(value)}".` })
  }
  for (const list of LIST_NAMES)
    for (const [i, thing] of thingsOf(sheet, list).entries()) {
      look(list, thing, `/${list}/${i}`)
      for (const [j, { set }] of thing.variants?.entries() ?? []) look(list, set, `/${list}/${i}/variants/${j}/set`)
    }
  return faults
}
