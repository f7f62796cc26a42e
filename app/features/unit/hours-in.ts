/** What a person writes for running hours: `31 240`, `31240,5`. */
export const hoursIn = (text: string): number => Number(text.trim().replace(',', '.').replaceAll(/[\s\u202f']/g, ''))

/** Answers that ask whether a reading of a meter is true all the same. */
export const HOURS_ASKED: ReadonlySet<string> = new Set(['hours.back', 'hours.too-fast'])
