/**
 * Random numbers that are the same at every run: a source of evenly spread numbers from 0 up to 1.
 *
 * Source: mulberry32, 32 bits of state; good enough for simulations, not for secrets.
 * @example const next = randomFrom(7); next() // the same number each time
 */
export function randomFrom(seed: number): () => number {
  let state = Math.imul(seed, 0x9E3779B9)
  return () => {
    state = (state + 0x6D2B79F5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}

/**
 * Normal numbers, mean 0 and standard deviation 1, out of evenly spread ones.
 *
 * Source: Box and Muller, the cosine of each pair.
 * @example const z = normalFrom(randomFrom(7)); z() // the same number each time
 */
export const normalFrom = (next: () => number): (() => number) => () =>
  Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())
