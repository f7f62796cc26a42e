import { WEARS } from '../wears'
import type { Rule } from './finding'

/** What wears and comes off is decided before it goes back, unless it is new each time. */
export const partDecided: Rule = {
  name: 'part-decided',
  source: 'general practice: reuse, repair or replace is a decision and is signed',
  find: (sheet) => {
    const decided = new Set(sheet.steps.flatMap(step => step.decides ?? []))
    const comesOff = new Set(sheet.steps.flatMap(step => step.removes?.map(({ part }) => part) ?? []))
    return sheet.parts
      .filter(({ key, kind, neverAgain }) => WEARS.has(kind) && !neverAgain && comesOff.has(key) && !decided.has(key))
      .map(({ key, name, kind }) => ({
        list: 'parts' as const, key, severity: 'wrong' as const, sentence: `${name} (${kind}) comes off and nobody decides whether it goes back.`,
      }))
  },
}
