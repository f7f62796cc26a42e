import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { refusal } from '../../tests/support/refusal'
import { liftPump } from '../../tests/support/demo-sheet'
import { positionOf, type Position } from '../sheet'
import type { Criterion, Verdict } from '../metrology'
import { assessReading, decidingCriterion, valuesAt20 } from './assess-reading'
import type { ReadingConditions } from '.'

const seat: Position = {
  key: 'seat',
  name: 'Seat',
  part: 'shaft',
  quantity: 'length',
  method: 'diameter survey',
  stations: ['inner', 'outer'],
  planes: ['0°', '90°'],
  limits: { lower: 70.002, upper: 70.021 },
  outOfRoundnessMm: 0.006,
  uncertainty: 0.002,
  instrument: 'micrometer 50–75 mm',
  source: 'for a test',
}
const EIGHT = Array.from({ length: 8 }, (_, i) => `${i * 45}°`)
const shaft: Position = {
  ...seat,
  key: 'run-out',
  name: 'Run-out',
  method: 'run-out',
  stations: ['seat, drive end', 'middle', 'seat, other end'],
  planes: EIGHT,
  limits: { upper: 0.04 },
  outOfRoundnessMm: undefined,
  atMm: [0, 500, 1000],
  bowMm: 0.02,
  uncertainty: 0.004,
  instrument: 'dial indicator',
} as Position

/** A turn of dial readings in mm: offset of the centre towards an angle. */
const turn = (offsetMm: number, highDeg: number, zeroMm = 0) =>
  EIGHT.map(plane => zeroMm + offsetMm * Math.cos(((Number.parseFloat(plane) - highDeg) * Math.PI) / 180))
const micrometer = (more: Partial<NonNullable<ReadingConditions['instrument']>> = {}): ReadingConditions => ({
  instrument: { tag: 'MIC-13', uncertainty: 0.004, calibratedUntil: '2027-03-12', ...more },
})
const warm = (partC: number, instrumentC: number, alphaPart = 11.5e-6): ReadingConditions => ({
  temperature: { partC, instrumentC, alphaPart, alphaInstrument: 11.5e-6 },
})
const good = [[70.012, 70.011], [70.012, 70.010]]

describe('with what a reading was taken', () => {
  it('takes the uncertainty of the instrument that was named', () => {
    // 0.005 inside the lower limit: in with U 0.002, doubtful with U 0.006.
    const near = [[70.007, 70.007], [70.007, 70.007]]
    expect(assessReading(seat, near).verdict).toBe('in')
    expect(assessReading(seat, near, { conditions: micrometer({ uncertainty: 0.006 }) }).verdict).toBe('doubtful')
    expect(assessReading(seat, near, { conditions: micrometer() }).criteria[0]).toMatchObject({ uncertainty: 0.004 })
  })

  it.each([
    ['2027-03-12T18:00:00.000Z', 'in', 0], ['2027-03-13T00:00:00.000Z', 'doubtful', 1], ['2026-01-01T00:00:00.000Z', 'in', 0],
  ])('counts its calibration to its last day: at %s the verdict is %s', (at, verdict, doubts) => {
    const found = assessReading(seat, good, { conditions: micrometer({ uncertainty: 0.001 }), at })
    expect([found.verdict, found.doubts.length]).toEqual([verdict, doubts])
    if (doubts) expect(found.doubts[0]).toContain('MIC-13 was past its calibration, which ended on 2027-03-12')
  })

  it('never makes an out better by an old calibration', () => {
    expect(
      assessReading(
        seat,
        [
          [70.05, 70.05],
          [70.05, 70.05],
        ],
        { conditions: micrometer(), at: '2028-01-01T00:00:00.000Z' },
      ).verdict,
    ).toBe('out')
  })
})

describe('how warm a reading was taken', () => {
  it('takes lengths to 20 °C before it judges: a bronze sleeve of 40 °C shrinks by 18·10⁻⁶ · 20 · 70', () => {
    const found = assessReading(seat, [[70.04, 70.04], [70.04, 70.04]], { conditions: warm(40, 20, 18e-6) })
    expect(found.value).toBeCloseTo(70.04 / (1 + 18e-6 * 20), 9)
    expect(found.survey!.meanMm).toBeCloseTo(70.0148, 4)
    expect(found.verdict).toBe('in')
    expect(found.working[0]).toMatchObject({ label: 'At 20 °C: inner, 0°', source: expect.stringContaining('ISO 1') as string })
    // One kelvin that the thermometers leave open: 2 · 70 · 18e-6 ÷ √3.
    expect(found.criteria[0]!.uncertainty).toBeCloseTo(Math.hypot(0.002, 2 * 70.04 * 18e-6 / Math.sqrt(3)), 8)
  })

  it('changes nothing when part and instrument expand alike and share a temperature, whatever it is', () => {
    fc.assert(fc.property(fc.double({ min: -10, max: 60, noNaN: true }), (celsius) => {
      expect(valuesAt20(seat, good, warm(celsius, celsius)).flat()).toEqual(good.flat().map(value => expect.closeTo(value, 9) as number))
    }))
  })

  it('leaves dial readings and other quantities alone, and refuses what nobody measures at', () => {
    expect(valuesAt20(shaft, [turn(0.01, 0)], warm(60, 20))).toEqual([turn(0.01, 0)])
    expect(valuesAt20({ ...seat, quantity: 'pressure', method: 'values' }, [[0.6]], warm(60, 20))).toEqual([[0.6]])
    expect(refusal(() => assessReading(seat, good, { conditions: warm(900, 20) })).code).toBe('temperature.input')
  })
})

describe('a run-out', () => {
  it('judges the total reading of each station and the bow of the shaft', () => {
    // The middle stands 12 µm off the line of both ends, towards 90°; a dial shows twice that.
    const found = assessReading(shaft, [turn(0, 0, 0.5), turn(0.012, 90, 0.3), turn(0, 0)])
    expect(found.criteria.map(({ label, value, verdict }) => [label, Math.round(value * 1e6) / 1e6, verdict])).toEqual([
      ['Total reading, seat, drive end', 0, 'in'],
      ['Total reading, middle', 0.024, 'in'],
      ['Total reading, seat, other end', 0, 'in'],
      ['Bow', 0.012, 'in'],
    ])
    expect(found.runOut!.bow!.greatest).toMatchObject({ atMm: 500, phaseDeg: expect.closeTo(90, 6) as number })
    expect(found.value).toBeCloseTo(0.024, 9)
    expect(found.runOut!.turns.map(({ found: { eccentricityUm } }) => Math.round(eccentricityUm))).toEqual([0, 12, 0])
  })

  it('is out by its bow alone when the ends run out alike', () => {
    // All stations 15 µm off towards 0°, the middle one towards 180°: each total reading is 30 µm, the bow is also 30.
    const found = assessReading({ ...shaft, bowMm: 0.025 }, [turn(0.015, 0), turn(0.015, 180), turn(0.015, 0)])
    expect(found.criteria.at(-1)).toMatchObject({ label: 'Bow', value: expect.closeTo(0.03, 9) as number, verdict: 'out' })
    expect(found.criteria.slice(0, 3).map(criterion => criterion.verdict)).toEqual(['in', 'in', 'in'])
    expect(found.verdict).toBe('out')
  })

  it('needs no places along the axis for the total reading', () => {
    const { atMm: _atMm, bowMm: _bowMm, ...one } = shaft
    const found = assessReading({ ...one, stations: ['track'] }, [turn(0.03, 45)])
    expect(found.verdict).toBe('out')
    expect(found.runOut!.bow).toBeNull()
  })
})

describe('assessReading', () => {
  const shaft = positionOf(liftPump, 'seat-de')

  it('judges size, roundness and taper, and the worst decides', () => {
    const good = assessReading(shaft, [[70.012, 70.012], [70.011, 70.012], [70.011, 70.011]])
    expect(good.verdict).toBe('in')
    expect(good.criteria.map(c => c.label)).toEqual(['Smallest', 'Largest', 'Out-of-roundness', 'Taper'])
    // 70.003 lies 1 µm inside the limit of 70.002, less than U = 2 µm.
    expect(assessReading(shaft, [[70.005, 70.005], [70.004, 70.005], [70.004, 70.003]]).verdict).toBe('doubtful')
    const oval = assessReading(shaft, [[70.018, 70.006], [70.010, 70.010], [70.010, 70.010]])
    expect(oval.criteria.find(c => c.label === 'Out-of-roundness')).toMatchObject({ verdict: 'out', upper: 0.006 })
    expect(oval.working.some(line => line.source.includes('ISO 14253-1'))).toBe(true)
  })

  it('judges single values one by one', () => {
    const float = assessReading(positionOf(liftPump, 'end-float'), [[0.18]])
    expect(float.verdict).toBe('out')
    expect(float.criteria[0]!.margin).toBeCloseTo(-0.03, 9)
  })
})

describe('decidingCriterion', () => {
  const nothing = { value: 0, lower: null, upper: null, uncertainty: 0 }
  const line = (label: string, verdict: Verdict, margin: number | null): Criterion => ({ ...nothing, label, verdict, margin })

  it('is the worst, and among equals the one nearest to its limit, wherever they stand', () => {
    const criteria = [
      line('in', 'in', 0.01), line('far out', 'out', -0.02), line('doubtful', 'doubtful', -0.001), line('out', 'out', -0.006), line('none', 'in', null),
    ]
    for (let turn = 0; turn < criteria.length; turn++) {
      expect(decidingCriterion({ criteria: [...criteria.slice(turn), ...criteria.slice(0, turn)] }).label).toBe('far out')
    }
    expect(decidingCriterion({ criteria: [line('none', 'in', null), line('near', 'in', 0.001), line('far', 'in', 0.1)] }).label).toBe('near')
  })
})
