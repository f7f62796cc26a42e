/*
 * The lines of an instrument that somebody else has built, described by an example: text as it comes, with {value} where the number
 * stands, {unit} where a unit stands, {any} for what changes and means nothing. No regular expression of a person is ever run.
 */

export const BAUD_RATES = [1200, 2400, 4800, 9600, 19_200, 38_400, 57_600, 115_200]
export const MOST_PATTERN = 80
const PLACE = /\{(value|unit|any)\}/

/** Says what is wrong with a pattern; null when it can be used. */
export function patternFault(pattern: string): string | null {
  if (pattern.length > MOST_PATTERN) return `a pattern has at most ${MOST_PATTERN} letters`
  if (pattern.split('{value}').length !== 2) return 'a pattern says once where the number stands: {value}'
  if (pattern.split('{unit}').length > 2) return 'a pattern has one {unit} at most'
  if (/\{(value|unit|any)\}\{(value|unit|any)\}/.test(pattern)) return 'between two places stands something fixed'
  return /[{}]/.test(pattern.replaceAll(new RegExp(PLACE, 'g'), '')) ? 'there are {value}, {unit} and {any}, no others' : null
}

/**
 * A reader of such lines. It goes along the pattern from the left: fixed text must stand there, a place ends where the next fixed text
 * begins. Blanks round a line do not count.
 *
 * @example lineReader('L1 {value} {unit} {any}')('L1 +012.345 mm ok') // { value: 12.345, unit: 'mm' }
 */
export function lineReader(pattern: string): (line: string) => { value: number, unit?: string } | null {
  const pieces = pattern.trim().split(PLACE)
  return (text) => {
    const line = text.trim()
    let at = 0
    const found: Record<string, string> = {}
    for (const [i, piece] of pieces.entries()) {
      if (i % 2 === 0) {
        if (!line.startsWith(piece, at)) return null
        at += piece.length
        continue
      }
      const next = pieces[i + 1]!
      const end = next ? line.indexOf(next, at) : line.length
      if (end < 0) return null
      found[piece] = line.slice(at, end).trim()
      at = end
    }
    const value = found.value ?? ''
    if (at !== line.length || !/^[+-]?\s*\d{1,9}([.,]\d{1,9})?$/.test(value)) return null
    return { value: Number(value.replace(',', '.').replace(/\s/g, '')), ...(found.unit ? { unit: found.unit } : {}) }
  }
}
