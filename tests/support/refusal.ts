import { DomainError } from '#core'

/** The refusal of a piece of work; anything else that is thrown goes on, and work that is not refused fails the test. */
export function refusal(work: () => unknown): DomainError {
  try {
    work()
  } catch (error) {
    if (error instanceof DomainError) return error
    throw error
  }
  throw new Error('nothing was refused')
}
