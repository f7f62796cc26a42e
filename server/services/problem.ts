/** A refusal on its way to the caller: status, a stable code, a sentence for the person. */
export class Problem extends Error {
  readonly status: number
  readonly code: string
  readonly more: Readonly<Record<string, unknown>>

  constructor(status: number, code: string, sentence: string, more: Readonly<Record<string, unknown>> = {}) {
    super(sentence)
    this.name = 'Problem'
    this.status = status
    this.code = code
    this.more = more
  }
}
