import { optionCombinations, wayCombinations } from './combinations'
import { findCycle } from './find-cycle'
import { CONDITIONAL, conditionsOf, LIST_NAMES, LISTS, placesOf, thingsOf, type Thing } from './lists'
import type { SheetFault } from './machine-faults'
import { referenceFaults } from './reference-faults'
import type { SheetDocument } from './schema'
import { DEPTH_OPTION, withWayCleared } from './sheet-for-unit'
import { DEPTHS } from './terms'

const MOST_MACHINES = 96

/** What keeps a document of the right shape from being read: keys, references and conditions that meet nothing, circles. */
export const unsoundFaults = (sheet: SheetDocument): SheetFault[] =>
  [...keyFaults(sheet), ...referenceFaults(sheet), ...conditionFaults(sheet), ...wayFaults(sheet), ...circleFaults(sheet)]

/** Steps belong to ways that are there. */
function wayFaults(sheet: SheetDocument): SheetFault[] {
  const known = new Map(sheet.choices?.map(({ key, ways }) => [key, new Set(ways.map(way => way.key))]))
  return sheet.steps.flatMap((step, i) => Object.entries(step.ways ?? {}).flatMap(([choice, ways]) => {
    const at = `/steps/${i}/ways`
    return known.has(choice)
      ? ways.flatMap((way, j) => known.get(choice)!.has(way) ? [] : [{ place: `${at}/${choice}/${j}`, reason: `There is no way "${way}".` }])
      : [{ place: at, reason: `There is no choice "${choice}".` }]
  }))
}

/** Neither steps wait for each other all round, nor do parts sit on each other. */
function circleFaults(sheet: SheetDocument): SheetFault[] {
  const faults: SheetFault[] = []
  const circle = findCycle(new Map(withWayCleared(sheet).steps.map(step => [step.key, step.after])))
  if (circle)
    faults.push({
      place: `/steps/${sheet.steps.findIndex(step => step.key === circle[0])}/after`,
      reason: `The order goes round in a circle: ${said(sheet.steps, circle, ' waits for ')}.`,
    })
  const seats = findCycle(new Map(sheet.parts.map(part => [part.key, part.on ? [part.on] : []])))
  if (seats)
    faults.push({ place: `/parts/${sheet.parts.findIndex(part => part.key === seats[0])}/on`,
      reason: `A part cannot sit on itself: ${said(sheet.parts, seats, ' on ')}.` })
  return faults
}

/** A loop in the words of the sheet: keys that were made at a bench say nothing. */
const said = (things: readonly { key: string, name?: string, title?: string }[], keys: readonly string[], joint: string) =>
  keys.map(key => things.find(thing => thing.key === key)!).map(thing => `"${thing.title ?? thing.name}"`).join(joint)

/** Keys are used once: in each list, and in each list within one of its things. */
function keyFaults(sheet: SheetDocument): SheetFault[] {
  const twice = (things: readonly Thing[], key: 'key' | 'name', where: string, at: string): SheetFault[] => {
    const seen = new Set<string>()
    return things.flatMap((thing, i) => {
      const name = thing[key]!
      const isTwice = seen.has(name)
      seen.add(name)
      return isTwice ? [{ place: `${at}/${i}/${key}`, reason: `"${name}" is used twice in ${where}.` }] : []
    })
  }
  return LIST_NAMES.flatMap((list) => {
    const { key, nested = [] } = LISTS[list]
    return [
      ...twice(thingsOf(sheet, list), key, list, `/${list}`),
      ...thingsOf(sheet, list).flatMap((thing, i) =>
        nested.flatMap(path =>
          [...placesOf(thing, path)].flatMap(({ at, value }) =>
            twice(value as Thing[], 'key', `${path.split('/').at(-1)} of "${thing[key]}"`, `/${list}/${i}${at}`),
          ),
        ),
      ),
    ]
  })
}

/** Conditions name options and values that exist, and describe no more machines than can be checked one by one. */
function conditionFaults(sheet: SheetDocument): SheetFault[] {
  const values = new Map([
    [DEPTH_OPTION, new Set<string>(DEPTHS)],
    ...(sheet.options ?? []).map(option => [option.key, new Set(option.values.map(v => v.key))] as const),
  ])
  const faults: SheetFault[] = []
  for (const list of CONDITIONAL) {
    for (const [i, thing] of thingsOf(sheet, list).entries()) {
      for (const [option, wanted] of conditionsOf(thing).flatMap(condition => Object.entries(condition))) {
        const unknown = wanted.find(value => !values.get(option)?.has(value))
        if (unknown)
          faults.push({
            place: `/${list}/${i}`,
            reason: values.has(option) ? `The option "${option}" has no value "${unknown}".` : `There is no option "${option}".`,
          })
      }
    }
  }
  const machines = optionCombinations(sheet).length * wayCombinations(sheet).length
  if (machines > MOST_MACHINES)
    faults.push({
      place: '/options',
      reason: `Options and choices make ${machines} different overhauls; at most ${MOST_MACHINES} fit one sheet.`,
    })
  return faults
}
