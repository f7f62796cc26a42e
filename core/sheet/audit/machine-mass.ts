import type { SheetDocument } from '../schema'
import type { Found, Rule } from './finding'

const WHOLE = /\b(whole|complete|assembly)\b/i
const [LITTLE, MUCH] = [0.85, 1.15]

const massOf = (parts: SheetDocument['parts']) => parts.reduce((sum, { massKg = 0, count }) => sum + massKg * count, 0)
const carriedBy = (sheet: SheetDocument, key: string): SheetDocument['parts'] =>
  sheet.parts.filter(({ on }) => on === key).flatMap(part => [part, ...carriedBy(sheet, part.key)])

/** The mass of a whole is the sum of its parts, and what hangs is no lighter than what is lifted. */
export const machineMass: Rule = {
  name: 'machine-mass',
  source: 'general practice of lifting: the mass is known before the hook is',
  find: (sheet) => {
    const found: Found[] = []
    const massesKg = new Map(sheet.parts.map(({ key, massKg = 0 }) => [key, massKg]))
    const wholes = sheet.parts.filter(({ name, massKg }) => massKg !== undefined && WHOLE.test(name))
    for (const { key, name, massKg } of wholes) {
      const sum = massOf(carriedBy(sheet, key))
      if (sum > 0 && (sum < LITTLE * massKg! || sum > MUCH * massKg!))
        found.push({ list: 'parts', key, field: 'massKg', severity: 'wrong', sentence: `${name}: ${massKg} kg, and its parts are ${Math.round(sum)} kg.` })
    }
    const single = massOf(sheet.parts.filter(({ key }) => !wholes.some(whole => whole.key === key)))
    if (sheet.massKg !== undefined && single > 1.02 * sheet.massKg)
      found.push({ list: 'steps', key: sheet.steps[0]!.key, field: 'massKg', severity: 'wrong', sentence: `The machine is ${sheet.massKg} kg and its parts are ${Math.round(single)} kg.` })
    for (const { key, title, lifts, removes, refits } of sheet.steps) {
      const at = { list: 'steps' as const, key, field: 'lifts' }
      const heaviest = Math.max(0, ...[...removes ?? [], ...refits ?? []].map(({ part }) => massesKg.get(part) ?? 0))
      if (lifts && lifts.massKg < heaviest)
        found.push({ ...at, severity: 'danger', sentence: `"${title}" reckons with ${lifts.massKg} kg and lifts ${heaviest} kg.` })
      if (lifts && sheet.massKg !== undefined && lifts.massKg > 1.02 * sheet.massKg)
        found.push({ ...at, severity: 'wrong', sentence: `"${title}" lifts ${lifts.massKg} kg of a machine of ${sheet.massKg} kg.` })
    }
    return found
  },
}
