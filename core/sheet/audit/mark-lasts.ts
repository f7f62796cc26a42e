import { PERISHES } from '../mark-ways'
import type { Found, Rule } from './finding'

/** A mark outlasts what the sheet itself does to its parts, and it is looked for again. */
export const markLasts: Rule = {
  name: 'mark-lasts',
  source: 'general practice: paint and ink go with solvent, wash and oven; punch and scribe stay',
  find: sheet => sheet.marks.flatMap(({ key, name, way, between }): Found[] => {
    const at = { list: 'marks' as const, key, severity: 'wrong' as const }
    const made = sheet.steps.findIndex(step => step.makes?.includes(key))
    const checked = sheet.steps.findLastIndex(step => step.checks?.includes(key))
    if (made < 0) return [{ ...at, sentence: `${key}, ${name}, is never made.` }]
    if (checked < made) return [{ ...at, sentence: `${key}, ${name}, is made and never looked for again.` }]
    const porous = sheet.parts.find(part => part.porous && between.includes(part.key))
    if (porous && way !== 'tag') return [{ ...at, field: 'way', sentence: `${key}, ${name}: ${porous.name} is porous and holds no ${way}.` }]
    const taken = sheet.steps.slice(made, checked).find(({ treats }) =>
      treats && PERISHES[way].includes(treats.how) && treats.parts.some(part => between.includes(part)))
    return taken ? [{ ...at, field: 'way', sentence: `${key}, ${name}: ${way} does not survive "${taken.title}" (${taken.treats!.how}).` }] : []
  }),
}
