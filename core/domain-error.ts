/**
 * A refusal that a person can act on: input that makes no sense, a step that may not happen yet, a sheet with a hole.
 *
 * `code` is for programs and never changes once published; the message is a whole sentence for the person at the bench;
 * `details` carries what a screen needs to help further (the place in a sheet, the readings that were understood).
 *
 * @example throw new DomainError('quantity.ambiguous', '"1,234" can mean 1.234 or 1234. Which one?', { choices: ['1.234', '1234'] })
 */
export class DomainError extends Error {
  readonly code: string
  readonly details: Readonly<Record<string, unknown>>

  constructor(code: string, message: string, details: Readonly<Record<string, unknown>> = {}) {
    super(message)
    this.name = 'DomainError'
    this.code = code
    this.details = details
  }
}
