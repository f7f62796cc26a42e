import { randomInt } from 'node:crypto'
import { Problem } from './problem'

// Without letters and digits that look alike.
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'
/** A code that a person can read out: `kvm4-tz9p-hx2c-w7ra`. */
export const readableSecret = (groups = 4): string =>
  Array.from({ length: groups }, () => Array.from({ length: 4 }, () => LETTERS[randomInt(LETTERS.length)]).join('')).join('-')

/** Refuses a password that is the first which anybody would try. */
export function requireGoodPassword(login: string, password: string): void {
  if (password.toLowerCase().includes(login))
    throw new Problem(
      422, 'password.weak', 'A password must not hold your sign-in name. Take several words that belong together for nobody but you.',
    )
}

/** Refuses a PIN that is the first which anybody would try. */
export function requireGoodPin(pin: string): void {
  if (/^(\d)\1+$/.test(pin) || '01234567890123456789'.includes(pin) || '98765432109876543210'.includes(pin))
    throw new Problem(422, 'pin.weak', 'This PIN is the first that anybody would try. Take another one.')
}
