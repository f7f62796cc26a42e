import { describe, expect, it } from 'vitest'
import { angleOfPlane, assessReading, instrumentShows, middleOf, runOut, sheetForJob, trueSize } from '..'
import { demoDocuments } from '../../tests/support/demo-sheet'

const still = { hours: 0, partC: 20, instrumentC: 20, alphaPart: 11.5e-6, z: 0 }
const good = { step: 0.001, bias: 0, repeatability: 0, driftPerHour: 0, alphaPerK: 11.5e-6 }

describe('instrumentShows', () => {
  it('shows the truth in steps, and every fault of its own', () => {
    expect(instrumentShows(70.0124, good, still)).toBeCloseTo(70.012, 9)
    expect(instrumentShows(70, { ...good, bias: 0.002 }, still)).toBeCloseTo(70.002, 9)
    expect(instrumentShows(70, { ...good, driftPerHour: 0.001 }, { ...still, hours: 3 })).toBeCloseTo(70.003, 9)
    expect(instrumentShows(70, { ...good, repeatability: 0.0015 }, { ...still, z: -2 })).toBeCloseTo(69.997, 9)
  })

  it('measures a warm part too large by ISO 1, and not at all where both are as warm and of one metal', () => {
    // 70 mm × 11.5·10⁻⁶ × 15 K = 0.012 mm
    expect(instrumentShows(70, good, { ...still, partC: 35 })).toBeCloseTo(70.012, 9)
    expect(instrumentShows(70, good, { ...still, partC: 35, instrumentC: 35 })).toBeCloseTo(70, 9)
  })
})

describe('trueSize', () => {
  const places = demoDocuments.flatMap(document => sheetForJob(document).positions.map(position => [document.key, position] as const))
  const valuesOf = (position: (typeof places)[number][1], machine: string, stage: 'as-found' | 'as-left') => {
    const truth = trueSize(position, machine, stage)
    return position.stations.map((_, s) => position.planes.map((_, p) => truth(s, angleOfPlane(position, p))))
  }

  it('is the same whenever it is asked, another for another machine, and never out as left', () => {
    let [out, differ] = [0, 0]
    for (const [key, position] of places) {
      const left = valuesOf(position, 'P-101', 'as-left')
      expect(valuesOf(position, 'P-101', 'as-left')).toEqual(left)
      expect(assessReading(position, left).verdict, `${key} ${position.key}`).not.toBe('out')
      if (assessReading(position, valuesOf(position, 'P-101', 'as-found')).verdict === 'out') out += 1
      if (valuesOf(position, 'P-102', 'as-left').flat()[0] !== left.flat()[0]) differ += 1
    }
    // Some of what is found is worn out, most of it is not.
    expect(out).toBeGreaterThan(places.length * 0.02)
    expect(out).toBeLessThan(places.length * 0.6)
    // Two have one value only that is allowed: nothing there may show.
    expect(differ).toBeGreaterThanOrEqual(places.length - 2)
  })

  it('gives a run-out one high side, the same at every station', () => {
    const [, position] = places.find(([, { method, planes, stations }]) => method === 'run-out' && planes.length >= 8 && stations.length > 1)!
    const values = valuesOf(position, 'P-103', 'as-found')
    const turns = values.map(row => runOut(row.map((mm, p) => ({ angleDeg: angleOfPlane(position, p), readingUm: mm * 1000 }))))
    expect(turns[0]!.formUm).toBeLessThan(1e-6)
    expect(new Set(turns.map(({ phaseDeg }) => phaseDeg.toFixed(3))).size).toBe(1)
    expect(middleOf({ upper: 0.05 })).toBe(0.025)
  })
})
