import { DomainError, parseQuantity } from '#core'

/** A length as it is typed, in millimetres; null where nothing is typed yet, with the sentence where it is none. */
export function readLength(text: string): { value: number | null, problem: string } {
  if (!text.trim()) return { value: null, problem: '' }
  try {
    return { value: parseQuantity(text, 'length', { bareUnit: 'mm' }).value, problem: '' }
  } catch (error) {
    if (error instanceof DomainError) return { value: null, problem: error.message }
    throw error
  }
}
