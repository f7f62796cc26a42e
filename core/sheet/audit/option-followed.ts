import { Value } from '@sinclair/typebox/value'
import { optionCombinations } from '../combinations'
import { LIST_NAMES, thingsOf } from '../lists'
import type { SheetDocument, Step } from '../schema'
import { sheetForUnit } from '../sheet-for-unit'
import type { Found, Rule } from './finding'

const KEYS = /\b(?:spanner|socket|hex key|key|wrench)\s(\d+)\b/gi
const keysOf = (steps: readonly Step[]) => steps.flatMap(step => step.tools ?? []).flatMap(tool => [...tool.matchAll(KEYS)].map(([, size]) => size!)).sort().join(' ')

/** Steps that put a spanner on the fasteners of a joint. */
const onFastener = (sheet: SheetDocument, joint: string, fastener: string) => sheet.steps.filter(step =>
  step.tightens === joint || [...step.removes ?? [], ...step.refits ?? []].some(({ part }) => part === fastener))

/** Options change things in lists; what they leave alone is mostly the same object. */
const isSameMachine = (a: SheetDocument, b: SheetDocument) => LIST_NAMES.every((list) => {
  const [ones, others] = [thingsOf(a, list), thingsOf(b, list)]
  return ones.length === others.length && ones.every((one, i) => one === others[i] || Value.Equal(one, others[i]))
})

function between(option: string, a: SheetDocument, b: SheetDocument): Found[] {
  if (isSameMachine(a, b))
    return [{ list: 'options', key: option, severity: 'thin', sentence: 'The option is asked for and changes nothing of the machine or its work.' }]
  const found: Found[] = []
  const changed = a.joints.flatMap((joint) => {
    const other = b.joints.find(({ key }) => key === joint.key)
    return other && other.thread !== joint.thread ? [{ joint, other }] : []
  })
  for (const { joint, other } of changed) {
    const [here, there] = [onFastener(a, joint.key, joint.fastener), onFastener(b, other.key, other.fastener)].map(keysOf)
    if (here && here === there)
      found.push({ list: 'joints', key: joint.key, field: 'thread', severity: 'wrong', sentence: `${joint.name} is ${joint.thread} or ${other.thread} by its option, and the spanner stays ${here}.` })
  }
  const heavy = a.parts.filter(({ massKg = 0 }) => massKg > 0)
  const isSame = heavy.every(({ key, massKg }) => (b.parts.find(part => part.key === key)?.massKg ?? massKg) === massKg)
  if (changed.length > 0 && heavy.length > 0 && isSame)
    found.push({ list: 'options', key: option, severity: 'doubtful', sentence: 'The option changes threads and no mass.' })
  return found
}

/** An option changes something; one that changes a size is followed through: screws, sockets, masses. */
export const optionFollowed: Rule = {
  name: 'option-followed',
  source: 'general practice: another size is another spanner and another load',
  scope: 'sheet',
  find: sheet => (sheet.options ?? []).flatMap(({ key, values: [first, ...others] }): Found[] => {
    const [machine] = optionCombinations(sheet)
    return others.flatMap(({ key: value }) =>
      between(key, sheetForUnit(sheet, { ...machine, [key]: first!.key }), sheetForUnit(sheet, { ...machine, [key]: value })))
  }),
}
