/** What an instrument showed at a moment; the value in the SI base of its quantity. */
export interface Shown { atMs: number, value: number }

export interface Stillness {
  /** The smallest step of the instrument, in the unit of the values. */
  step: number
  /** How long it has to stand still, ms. */
  forMs?: number
  /** What may lie between the least and the greatest of that time, in steps: the last digit of a good instrument flickers. */
  flickerSteps?: number
}

/** Fewer values than this in the time tell nothing. */
const FEWEST = 4

/**
 * The value an instrument has come to rest at: the middle one of what it showed in the last moment, when that lies within its flicker.
 *
 * @param shown what it showed, oldest first; times may not run backwards
 * @returns null while it still moves, or while too little has come
 * Source: general practice of reading a gauge: let it stand, then read.
 * @example stableValue([0, 200, 400, 600].map(atMs => ({ atMs, value: 25.003 })), { step: 0.001 }) // 25.003
 */
export function stableValue(shown: readonly Shown[], { step, forMs = 600, flickerSteps = 2 }: Stillness): number | null {
  const last = shown.at(-1)
  if (!last || last.atMs - shown[0]!.atMs < forMs) return null
  const values = shown.filter(({ atMs }) => last.atMs - atMs <= forMs).map(({ value }) => value).sort((a, b) => a - b)
  if (values.length < FEWEST) return null
  // Steps are decimal fractions: half a thousandth of one is no movement.
  const isStill = values.at(-1)! - values[0]! <= step * (flickerSteps + 5e-4)
  return isStill ? values[(values.length - 1) >> 1]! : null
}
