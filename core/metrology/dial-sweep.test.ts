import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dialSweep, DomainError, runOut } from '..'

const eighths = [0, 45, 90, 135, 180, 225, 270, 315]
const turn = (stepDeg: number, value: (angleDeg: number) => number, { from = 0, way = 1, rounds = 1 } = {}) =>
  Array.from({ length: Math.floor(360 * rounds / stepDeg) + 1 }, (_, i) => from + way * i * stepDeg)
    .map(angleDeg => ({ angleDeg, value: value(angleDeg) }))
const eccentric = (mm: number, highDeg: number) => (angleDeg: number) => mm / 2 * (1 + Math.cos((angleDeg - highDeg) * Math.PI / 180))
const codeOf = (work: () => unknown) => {
  try {
    work()
    return null
  } catch (error) {
    return error instanceof DomainError ? error.code : 'other'
  }
}

describe('dialSweep', () => {
  it('gives back the eccentricity of a turn, wherever it began and whichever way it went', () => {
    fc.assert(fc.property(
      fc.double({ min: 0.01, max: 0.5, noNaN: true }), fc.integer({ min: 0, max: 359 }), fc.integer({ min: -720, max: 720 }),
      fc.constantFrom(1, -1), fc.integer({ min: 1, max: 6 }), (mm, highDeg, from, way, stepDeg) => {
        const { readings, closureMm } = dialSweep(turn(stepDeg, eccentric(mm, highDeg), { from, way, rounds: 1.1 }), eighths)
        // A straight line over 6° of a circle is off by 0.14 % of its radius.
        for (const [i, angle] of eighths.entries()) expect(Math.abs(readings![i]! - eccentric(mm, highDeg)(angle))).toBeLessThan(mm * 0.001)
        expect(closureMm).toBeLessThan(mm * 0.03)
        const found = runOut(eighths.map((angleDeg, i) => ({ angleDeg, readingUm: readings![i]! * 1000 })))
        expect(Math.abs(found.eccentricityUm / 1000 - mm / 2)).toBeLessThan(mm * 0.001)
      },
    ))
  })

  it('waits for the whole turn, and sees a dial that does not come back', () => {
    expect(dialSweep([], eighths)).toEqual({ turnedDeg: 0, readings: null, closureMm: null })
    expect(dialSweep(turn(5, () => 0).slice(0, 60), eighths)).toMatchObject({ turnedDeg: 295, readings: null })
    expect(dialSweep(turn(5, angle => angle >= 200 ? 0.03 : 0), eighths).closureMm).toBeCloseTo(0.03, 9)
  })

  it('refuses a turn back, and a turn too fast to be seen', () => {
    expect(codeOf(() => dialSweep([...turn(5, () => 0).slice(0, 20), { angleDeg: 60, value: 0 }, { angleDeg: 120, value: 0 }], eighths))).toBe('sweep.backwards')
    expect(codeOf(() => dialSweep(turn(30, () => 0), eighths))).toBe('sweep.gap')
  })
})
