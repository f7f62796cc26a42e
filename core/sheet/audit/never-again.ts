import type { Step } from '../schema'
import { TAKES_A_SET } from '../wears'
import type { Rule } from './finding'

const article = (word: string) => /^[aeiou]/.test(word) ? 'an' : 'a'

const comesOut = (key: string) => (step: Step) => step.removes?.some(({ part }) => part === key) ?? false

/** Gaskets, O-rings, lip seals and snap rings go in once. */
export const neverAgain: Rule = {
  name: 'never-again',
  source: 'general practice: what has taken its shape seals or holds only once',
  find: sheet => sheet.parts
    .filter(({ key, kind, neverAgain: isNew }) => TAKES_A_SET.has(kind) && !isNew && sheet.steps.some(comesOut(key)))
    .map(part => ({
      list: 'parts' as const, key: part.key, field: 'neverAgain', severity: 'wrong' as const,
      sentence: `${part.name}: ${article(part.kind)} ${part.kind} that comes out is replaced each time.`,
    })),
}
