import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { stableValue } from '..'

const step = 0.001
const every100 = (values: number[]) => values.map((value, i) => ({ atMs: i * 100, value }))

describe('stableValue', () => {
  it('is the middle of what flickers by a step, and one of the values that were shown', () => {
    expect(stableValue(every100([25.003, 25.004, 25.003, 25.003, 25.004, 25.003, 25.003]), { step })).toBe(25.003)
    fc.assert(fc.property(fc.array(fc.constantFrom(0, 1, 2), { minLength: 7, maxLength: 20 }), (flicker) => {
      const shown = flicker.map(n => 80 + n * step)
      expect(shown).toContain(stableValue(every100(shown), { step }))
    }))
  })

  it('is nothing while it moves, and forgets what was before it came to rest', () => {
    const closing = [25.4, 25.2, 25.1, 25.05, 25.02, 25.01, 25.004]
    expect(stableValue(every100(closing), { step })).toBeNull()
    expect(stableValue(every100([...closing, ...Array<number>(7).fill(25.003)]), { step })).toBe(25.003)
    expect(stableValue(every100([25.003, 25.003, 25.003, 25.006, 25.003, 25.003, 25.003]), { step })).toBeNull()
  })

  it('is nothing of too short a time or too few values', () => {
    expect(stableValue([], { step })).toBeNull()
    expect(stableValue(every100([1, 1, 1, 1, 1]), { step })).toBeNull()
    expect(stableValue([{ atMs: 0, value: 1 }, { atMs: 5000, value: 1 }], { step })).toBeNull()
  })
})
