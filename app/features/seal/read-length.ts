import { saidQuantity } from '../../ui/said-quantity'

/** A length as it is typed, in millimetres; null where nothing is typed yet, with the sentence where it is none. */
export function readLength(text: string): { value: number | null, problem: string } {
  const { value, problem } = saidQuantity(text, 'length', 'mm')
  return { value: value ?? null, problem }
}
