import { DomainError, parseQuantity, type QuantityKind } from '#core'

/** A quantity as it is typed, in its SI base; undefined where nothing is typed yet, with the sentence where it is none. */
export function saidQuantity(text: string, kind: QuantityKind, bareUnit?: string): { value: number | undefined, problem: string } {
  if (!text.trim()) return { value: undefined, problem: '' }
  try {
    return { value: parseQuantity(text, kind, bareUnit ? { bareUnit } : {}).value, problem: '' }
  } catch (error) {
    if (error instanceof DomainError) return { value: undefined, problem: error.message }
    throw error
  }
}
