import { LIST_NAMES, LISTS, placesOf, thingsOf, type ListName } from './lists'
import type { SheetFault } from './machine-faults'
import type { SheetDocument } from './schema'

/** What a thing names is there, and what one of its variants would have it name. */
export function referenceFaults(sheet: SheetDocument): SheetFault[] {
  const known = new Map(LIST_NAMES.map(list => [LISTS[list].kind, new Set(thingsOf(sheet, list).map(thing => thing[LISTS[list].key]))]))
  const faultsIn = (list: ListName, thing: object, where: string): SheetFault[] =>
    LISTS[list].refers.flatMap(({ path, to }) =>
      [...placesOf(thing, path)]
        .filter(({ value }) => !known.get(to)!.has(value as string))
        .map(({ at, value }) => ({ place: where + at, reason: `There is no ${to} "${String(value)}".` })),
    )
  return LIST_NAMES.flatMap(list =>
    thingsOf(sheet, list).flatMap((thing, i) => [
      ...faultsIn(list, thing, `/${list}/${i}`),
      ...(thing.variants ?? []).flatMap(({ set }, j) => faultsIn(list, set, `/${list}/${i}/variants/${j}/set`)),
    ]),
  )
}
