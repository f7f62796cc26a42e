import type { SheetDocument } from '../schema'
import type { Found, Rule } from './finding'

const NUMBERS: Readonly<Record<string, number>> = {
  a: 1, an: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, eight: 8, ten: 10, twelve: 12,
}
const [HOUR, NIGHT, DAY] = [60, 480, 1440]
const IN_HOURS = /\bafter (?:at least )?(\d+|an|one|two|three|four|five|six|eight|ten|twelve) hours?\b/i

/** Minutes that a line says must pass; undefined where it says none. */
function minutesSaid(text: string): number | undefined {
  if (/\bafter (?:a|one|its first) day\b|\bnext day\b|\bafter 24 (?:h|hours)\b/i.test(text)) return DAY
  if (/\bovernight\b|\bafter a night\b/i.test(text)) return NIGHT
  const [, hours] = IN_HOURS.exec(text) ?? []
  return hours ? (NUMBERS[hours.toLowerCase()] ?? Number(hours)) * HOUR : undefined
}

const waited = (sheet: SheetDocument, of: string) =>
  Math.max(0, ...sheet.steps.find(({ key }) => key === of)?.waits?.map(({ minutes }) => minutes) ?? [])
/** A wait may be a little shorter than its round word: a day is from one shift to the next. */
const ENOUGH = 0.8

/** What must pass by the words of a sheet also passes by its timers. */
export const waitAsSaid: Rule = {
  name: 'wait-as-said',
  source: 'general practice',
  find: sheet => sheet.steps.flatMap((step): Found[] => [
    ...(step.owes ?? []).flatMap(({ text, paidBy }) => {
      const minutes = minutesSaid(text)
      if (minutes === undefined || waited(sheet, paidBy) >= ENOUGH * minutes) return []
      return [{
        list: 'steps' as const, key: paidBy, field: 'waits', severity: 'wrong' as const,
        sentence: `"${text}" is owed at "${step.title}"; the step that pays waits ${waited(sheet, paidBy)} min.`,
      }]
    }),
    ...(step.waits ?? []).flatMap(({ name, minutes }) => {
      const said = minutesSaid(`${name}. ${step.title}. ${step.why ?? ''}`)
      return said === undefined || minutes >= ENOUGH * said
        ? []
        : [{ list: 'steps' as const, key: step.key, field: 'waits', severity: 'wrong' as const, sentence: `"${step.title}" says longer than it waits: ${minutes} min.` }]
    }),
  ]),
}
