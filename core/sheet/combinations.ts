import { CONDITIONAL, conditionsOf, thingsOf } from './lists'
import { DEPTH_OPTION } from './sheet-for-unit'
import { DEPTHS } from './terms'
import type { SheetDocument } from './schema'

/** Every way to pick one value from each list; one empty pick when there are no lists. */
export function picks(lists: readonly { key: string, values: readonly string[] }[]): Record<string, string>[] {
  return lists.reduce<Record<string, string>[]>(
    (all, { key, values }) => all.flatMap(pick => values.map(value => ({ ...pick, [key]: value }))),
    [{}],
  )
}

/** All the machines one sheet describes: every combination of its options, and of the depth of evidence when it asks for that. */
export function optionCombinations(sheet: SheetDocument): Record<string, string>[] {
  const asksForDepth = CONDITIONAL.some(list =>
    thingsOf(sheet, list).some(thing => conditionsOf(thing).some(condition => condition[DEPTH_OPTION])),
  )
  return picks([
    ...(sheet.options ?? []).map(option => ({ key: option.key, values: option.values.map(value => value.key) })),
    ...(asksForDepth ? [{ key: DEPTH_OPTION, values: DEPTHS }] : []),
  ])
}

/** All the ways one machine can be overhauled. */
export const wayCombinations = (sheet: SheetDocument): Record<string, string>[] =>
  picks((sheet.choices ?? []).map(choice => ({ key: choice.key, values: choice.ways.map(way => way.key) })))
