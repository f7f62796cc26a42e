import type { Found, Rule } from './finding'

const STAYS: readonly string[] = ['housing', 'shaft']

/** What the list of parts names is somewhere in the work. */
export const partTouched: Rule = {
  name: 'part-touched',
  source: 'general practice',
  find: (sheet) => {
    const comesOff = new Set(sheet.steps.flatMap(step => step.removes?.map(({ part }) => part) ?? []))
    const spokenOf = new Set([
      ...sheet.positions.map(({ part }) => part), ...sheet.marks.flatMap(({ between }) => between), ...sheet.parts.map(({ on }) => on),
      ...sheet.steps.flatMap(step => [...step.decides ?? [], ...step.treats?.parts ?? []]),
    ])
    return sheet.parts.filter(({ key }) => !comesOff.has(key)).flatMap(({ key, name, kind, neverAgain }): Found[] => {
      if (neverAgain) return [{ list: 'parts', key, severity: 'wrong', sentence: `${name} is replaced each time and never comes off.` }]
      return STAYS.includes(kind) || spokenOf.has(key)
        ? []
        : [{ list: 'parts', key, severity: 'doubtful', sentence: `${name} is listed and no step touches it.` }]
    })
  },
}
