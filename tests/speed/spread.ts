export interface Spread { median: number, p95: number, most: number }

/** Of many rounds: the middle, what one in twenty exceeds, and the worst. */
export function spread(values: readonly number[]): Spread {
  const sorted = [...values].sort((a, b) => a - b)
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!
  return { median: at(0.5), p95: at(0.95), most: at(1) }
}
