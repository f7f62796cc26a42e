import { parseQuantity } from '#core'

const SECONDS_AN_HOUR = 3600

/**
 * Hours as people write them on a meter: `31 240`, `31240,5`, `1200 h`.
 *
 * @throws DomainError of `parseQuantity`: what can mean two things is asked, never guessed
 */
export const hoursIn = (text: string): number =>
  parseQuantity(/[a-z]$/i.test(text.trim()) ? text : `${text} h`, 'time').value / SECONDS_AN_HOUR

/** Answers that ask whether a reading of a meter is true all the same. */
export const HOURS_ASKED: ReadonlySet<string> = new Set(['hours.back', 'hours.too-fast'])
