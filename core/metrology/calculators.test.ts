import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { refusal } from '../../tests/support/refusal'
import { angleBetween } from '../angles'
import {
  compareMethods,
  endFloat,
  lengthAt20,
  measurementUncertainty,
  questionReadings,
  radialPlay,
  runOut,
  shaftBow,
  type RunOutPoint,
} from '.'

const near = (value: number, digits = 9) => expect.closeTo(value, digits) as number
const offset = (amount: { min: number; max: number }) =>
  fc.record({ size: fc.double({ ...amount, noNaN: true }), phase: fc.double({ min: 0, max: 359, noNaN: true }) })

describe('lengthAt20', () => {
  const steel = 11.5e-6
  it('takes out what part and instrument have grown', () => {
    // Part 15 K warm: 150.04 ÷ (1 + 11.5e-6 · 15) = 150.014122…
    expect(lengthAt20({ lengthMm: 150.04, partC: 35, instrumentC: 20, alphaPart: steel, alphaInstrument: steel })).toBeCloseTo(
      150.04 / 1.0001725,
      9,
    )
    expect(lengthAt20({ lengthMm: 150, partC: 31, instrumentC: 31, alphaPart: steel, alphaInstrument: steel })).toBeCloseTo(150, 9)
    expect(lengthAt20({ lengthMm: 150, partC: 30, instrumentC: 5, alphaPart: steel, alphaInstrument: 0 })).toBeCloseTo(150 / 1.000115, 9)
  })

  it('gives back what a part at 20 °C would show when it is warm', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 3000, noNaN: true }),
        fc.integer({ min: -20, max: 120 }),
        fc.integer({ min: 0, max: 40 }),
        (true20, partC, instrumentC) => {
          const shown = (true20 * (1 + 17e-6 * (partC - 20))) / (1 + steel * (instrumentC - 20))
          expect(lengthAt20({ lengthMm: shown, partC, instrumentC, alphaPart: 17e-6, alphaInstrument: steel })).toBeCloseTo(true20, 8)
        },
      ),
    )
  })

  it.each([[{ lengthMm: Number.NaN }], [{ partC: 900 }], [{ instrumentC: -200 }], [{ alphaPart: 12 }], [{ alphaInstrument: -1e-6 }]])(
    'refuses %j beside its field',
    (change) => {
      expect(
        refusal(() => lengthAt20({ lengthMm: 1, partC: 20, instrumentC: 20, alphaPart: steel, alphaInstrument: steel, ...change })).details
          .field,
      ).toBe(Object.keys(change)[0])
    },
  )
})

describe('measurementUncertainty', () => {
  it('adds its parts by their squares, k = 2', () => {
    expect(measurementUncertainty({ instrumentUm: 4, resolutionUm: 1 }).expandedUm).toBeCloseTo(2 * Math.sqrt(16 / 3 + 1 / 12), 9)
    const { parts, expandedUm, working } = measurementUncertainty({
      instrumentUm: 3,
      resolutionUm: 1,
      repeatsUm: [10, 12, 11, 13],
      temperature: { lengthMm: 150, alphaPerK: 11.5e-6, withinK: 2 },
    })
    // s of 10, 12, 11, 13 is √(5/3); 150 mm · 11.5e-6 · 2 K = 3.45 µm.
    expect(parts.map(part => part.standardUm)).toEqual([
      near(Math.sqrt(3)),
      near(1 / Math.sqrt(12)),
      near(Math.sqrt(5 / 3) / 2),
      near(3.45 / Math.sqrt(3)),
    ])
    expect(expandedUm).toBeCloseTo(2 * Math.hypot(...parts.map(part => part.standardUm)), 9)
    expect(working.length).toBe(5)
  })

  it.each([
    [{ instrumentUm: -1 }],
    [{ resolutionUm: Number.NaN }],
    [{ repeatsUm: [1] }],
    [{ temperature: { lengthMm: 0, alphaPerK: 0, withinK: 0 } }],
  ])('refuses %j', (change) => {
    expect(refusal(() => measurementUncertainty({ instrumentUm: 1, resolutionUm: 1, ...change })).details.field).toBe(
      Object.keys(change)[0],
    )
  })
})

describe('runOut', () => {
  const turn = (angles: readonly number[], reading: (rad: number) => number): RunOutPoint[] =>
    angles.map(angleDeg => ({ angleDeg, readingUm: reading((angleDeg * Math.PI) / 180) }))
  const even = (n: number) => Array.from({ length: n }, (_, i) => i * 360 / n)

  it('finds the offset that was put in, at uneven angles too, and nothing else', () => {
    const angles = fc
      .array(fc.integer({ min: 0, max: 44 }), { minLength: 8, maxLength: 8 })
      .map(jitter => jitter.map((more, i) => i * 45 + more))
    fc.assert(
      fc.property(
        angles,
        offset({ min: 1, max: 200 }),
        fc.double({ min: -500, max: 500, noNaN: true }),
        (places, { size, phase }, mean) => {
          const found = runOut(turn(places, rad => mean + size * Math.cos(rad - (phase * Math.PI) / 180)))
          expect(found.eccentricityUm).toBeCloseTo(size, 6)
          expect(Math.abs(angleBetween(found.phaseDeg, phase))).toBeLessThan(1e-5)
          expect(found.formUm).toBeLessThan(1e-6)
          expect(found.meanUm).toBeCloseTo(mean, 6)
        },
      ),
    )
  })

  it('leaves an oval to the form, and turning the shaft in the blocks changes the phase only', () => {
    const oval = (by: number) => turn(even(24), rad => 10 * Math.cos(rad - by) + 4 * Math.cos(2 * (rad - by)))
    const still = runOut(oval(0))
    expect(still).toMatchObject({
      eccentricityUm: near(10, 6),
      phaseDeg: near(0, 6),
      formUm: near(8, 6),
      tirUm: near(10 + 4 - Math.min(...oval(0).map(point => point.readingUm)), 6),
    })
    const turned = runOut(oval(Math.PI / 2))
    expect([turned.eccentricityUm, turned.phaseDeg]).toEqual([near(10, 6), near(90, 6)])
  })

  it('finds it from four to seven places too, even or not, and says that form can hide between them', () => {
    const places = fc
      .integer({ min: 4, max: 7 })
      .chain(n =>
        fc
          .array(fc.double({ min: 0, max: 100 - 360 / n, noNaN: true }).map(Math.floor), { minLength: n, maxLength: n })
          .map(late => late.map((more, i) => (i * 360) / n + (i % 2 ? more : 0))),
      )
      .filter(angles => new Set(angles).size === angles.length)
    fc.assert(fc.property(places, offset({ min: 1, max: 200 }), (angles, { size, phase }) => {
      const found = runOut(turn(angles, rad => 40 + size * Math.cos(rad - phase * Math.PI / 180)))
      expect(found.eccentricityUm).toBeCloseTo(size, 6)
      expect(Math.abs(angleBetween(found.phaseDeg, phase))).toBeLessThan(1e-5)
      expect(found.isFormKnown).toBe(false)
      expect(found.working.at(-1)!.result).toContain('higher order')
    }))
    // A three-cornered shaft read at four places looks like an offset that it has not: the reading warns of just that.
    const corners = (n: number) => runOut(turn(even(n), rad => 5 * Math.cos(3 * rad)))
    expect([corners(4).eccentricityUm, corners(4).isFormKnown]).toEqual([near(5, 6), false])
    expect([corners(12).eccentricityUm, corners(12).formUm, corners(12).isFormKnown]).toEqual([near(0, 6), near(10, 6), true])
  })

  const good = turn(even(8), rad => 5 * Math.cos(rad))
  it.each<[string, RunOutPoint[], string]>([
    ['three points', good.filter((_, i) => i % 3 === 0), 'run-out.too-few'],
    ['nothing', [], 'run-out.too-few'],
    ['an empty cell', good.with(3, { angleDeg: 135, readingUm: Number.NaN }), 'run-out.not-a-number'],
    ['one angle twice', [...good, { angleDeg: 360, readingUm: 5 }], 'run-out.same-angle'],
    ['a gap', turn([0, 10, 20, 30, 40, 50, 60, 70, 80], Math.cos), 'run-out.gap'],
  ])('refuses %s', (_name, points, code) => expect(refusal(() => runOut(points)).code).toBe(code))
})

describe('shaftBow', () => {
  it('takes the line of the supports out and finds bow, place and plane', () => {
    fc.assert(fc.property(offset({ min: 0, max: 30 }), offset({ min: 0, max: 30 }), offset({ min: 5, max: 100 }), (left, right, bow) => {
      const vector = ({ size, phase }: { size: number; phase: number }) => ({
        x: size * Math.cos((phase * Math.PI) / 180),
        y: size * Math.sin((phase * Math.PI) / 180),
      })
      const [a, b, c] = [vector(left), vector(right), vector(bow)]
      const stations = [0, 250, 500, 750, 1000].map((atMm) => {
        const [t, sag] = [atMm / 1000, Math.sin(Math.PI * atMm / 1000)]
        const [x, y] = [a.x + t * (b.x - a.x) + sag * c.x, a.y + t * (b.y - a.y) + sag * c.y]
        return { atMm, eccentricityUm: Math.hypot(x, y), phaseDeg: Math.atan2(y, x) * 180 / Math.PI }
      })
      const found = shaftBow(stations)
      expect(found.greatest.atMm).toBe(500)
      expect(found.greatest.bowUm).toBeCloseTo(bow.size, 6)
      expect(found.planarity).toBeCloseTo(1, 6)
      expect(Math.abs(((found.planeDeg - bow.phase + 3690) % 180) - 90)).toBeLessThan(1e-4)
      expect(shaftBow(stations.toReversed()).greatest).toEqual(found.greatest)
    }))
  })

  it('tells a corkscrew from a plain bow, and takes other supports', () => {
    const screw = shaftBow([
      { atMm: 0, eccentricityUm: 0, phaseDeg: 0 },
      { atMm: 1, eccentricityUm: 10, phaseDeg: 0 },
      { atMm: 2, eccentricityUm: 10, phaseDeg: 90 },
      { atMm: 3, eccentricityUm: 0, phaseDeg: 0 },
    ])
    expect(screw.planarity).toBeCloseTo(0.5, 9)
    const overhung = shaftBow(
      [
        { atMm: 0, eccentricityUm: 0, phaseDeg: 0 },
        { atMm: 100, eccentricityUm: 0, phaseDeg: 0 },
        { atMm: 200, eccentricityUm: 20, phaseDeg: 45 },
      ],
      [0, 100],
    )
    expect(overhung.greatest).toMatchObject({ atMm: 200, bowUm: near(20) })
  })

  const at = (atMm: number) => ({ atMm, eccentricityUm: 1, phaseDeg: 0 })
  it.each<[string, () => unknown, string]>([
    ['two stations', () => shaftBow([at(0), at(1)]), 'bow.too-few'],
    ['one place twice', () => shaftBow([at(0), at(1), at(1)]), 'bow.same-place'],
    ['a support nobody read', () => shaftBow([at(0), at(1), at(2)], [0, 5]), 'bow.no-support'],
    ['no number', () => shaftBow([at(0), at(1), at(Number.NaN)]), 'bow.not-a-number'],
  ])('refuses %s', (_name, work, code) => expect(refusal(work).code).toBe(code))
})

describe('plunge readings', () => {
  it('are averaged with their spread', () => {
    expect(
      endFloat([
        { oneStopMm: 0.12, otherStopMm: 0.31 },
        { oneStopMm: 0.3, otherStopMm: 0.09 },
      ]),
    ).toMatchObject({ meanMm: near(0.2), spreadMm: near(0.02) })
    expect(
      radialPlay([
        { upMm: 0.08, downMm: 0.03 },
        { upMm: 0.07, downMm: 0.06 },
      ]),
    ).toMatchObject({ meanMm: near(0.12), spreadMm: near(0.02) })
  })

  it.each<[string, () => unknown, string]>([
    ['no push', () => endFloat([]), 'plunge.empty'],
    ['half a pair', () => endFloat([{ oneStopMm: 1, otherStopMm: Number.NaN }]), 'plunge.not-a-number'],
    ['a way with a sign', () => radialPlay([{ upMm: 0.1, downMm: -0.1 }]), 'plunge.negative'],
  ])('refuse %s', (_name, work, code) => expect(refusal(work).code).toBe(code))
})

describe('compareMethods', () => {
  it('agrees within the joint uncertainty and then tells the better value', () => {
    expect(compareMethods({ value: 0.152, uncertainty: 0.01 }, { value: 0.14, uncertainty: 0.025 })).toMatchObject({
      agree: true,
      jointUncertainty: near(Math.hypot(0.01, 0.025)),
    })
    expect(compareMethods({ value: 1, uncertainty: 0.2 }, { value: 1.2, uncertainty: 0.2 }).best).toEqual({
      value: near(1.1),
      uncertainty: near(0.2 / Math.SQRT2),
    })
    expect(compareMethods({ value: 0.2, uncertainty: 0.01 }, { value: 0.14, uncertainty: 0.02 })).toMatchObject({
      agree: false,
      best: undefined,
    })
    expect(refusal(() => compareMethods({ value: 1, uncertainty: 0 }, { value: 1, uncertainty: 1 })).code).toBe('compare.input')
  })
})

describe('questionReadings', () => {
  it('asks about a slip of a digit, and not about wear', () => {
    expect(
      questionReadings(
        [
          [70.011, 70.012],
          [70.012, 70.112],
        ],
        0.004,
      ),
    ).toEqual([{ station: 1, plane: 1, value: 70.112, neighbours: 70.012 }])
    expect(questionReadings([[70.011, 70.005], [70.008, 70.002], [70.001, 69.997]], 0.004)).toEqual([])
    expect(questionReadings([[70], [700]], 0.004)).toEqual([])
  })

  it('finds the one slip wherever it is', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -4, max: 4 }), { minLength: 6, maxLength: 6 }),
        fc.nat({ max: 5 }),
        fc.constantFrom(-1, 1),
        (scatter, place, sign) => {
          const values = scatter.map((um, i) => 70 + um / 1000 + (i === place ? sign * 0.1 : 0))
          const asked = questionReadings([values.slice(0, 3), values.slice(3)], 0.004)
          expect(asked.map(question => question.station * 3 + question.plane)).toEqual([place])
        },
      ),
    )
  })
})
