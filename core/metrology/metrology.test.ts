import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judge, surveyDiameter, worstVerdict, type Verdict } from '.'

const codeOf = (work: () => unknown): string => {
  try {
    work()
  } catch (error) {
    return (error as { code: string }).code
  }
  return 'nothing refused'
}

describe('judge', () => {
  it.each<[number, number | undefined, number | undefined, number, Verdict, number]>([
    [0.10, 0.05, 0.15, 0.01, 'in', 0.05],
    [0.145, 0.05, 0.15, 0.01, 'doubtful', 0.005],
    [0.155, 0.05, 0.15, 0.01, 'doubtful', -0.005],
    [0.18, 0.05, 0.15, 0.01, 'out', -0.03],
    [0.16, 0.05, 0.15, 0.01, 'doubtful', -0.01],
    [0.14, 0.05, 0.15, 0.01, 'doubtful', 0.01],
    [70.021, 70.002, 70.021, 0, 'in', 0],
    [70.0211, 70.002, 70.021, 0, 'out', -0.0001],
    [3, undefined, 4, 0.5, 'in', 1],
    [3, 4, undefined, 0.5, 'out', -1],
    [3, undefined, undefined, 0.5, 'in', Infinity],
  ])('%s within %s … %s with U %s is %s', (value, lower, upper, uncertainty, verdict, margin) => {
    const judged = judge({ value, lower, upper, uncertainty })
    expect(judged.verdict).toBe(verdict)
    expect(judged.margin).toBeCloseTo(margin, 9)
  })

  const cases = fc.record({
    value: fc.double({ min: -100, max: 100, noNaN: true }), lower: fc.double({ min: -50, max: 0, noNaN: true }),
    upper: fc.double({ min: 0, max: 50, noNaN: true }), uncertainty: fc.double({ min: 0, max: 20, noNaN: true }),
  })

  it('never turns a clear verdict over when the measurement gets better', () => {
    fc.assert(fc.property(cases, fc.double({ min: 0, max: 1, noNaN: true }), (input, share) => {
      const rough = judge(input).verdict
      const fine = judge({ ...input, uncertainty: input.uncertainty * share }).verdict
      if (rough !== 'doubtful') expect(fine).toBe(rough)
    }))
  })

  it('is the same in the mirror', () => {
    fc.assert(fc.property(cases, ({ value, lower, upper, uncertainty }) => {
      expect(judge({ value: -value, lower: -upper, upper: -lower, uncertainty })).toEqual(judge({ value, lower, upper, uncertainty }))
    }))
  })

  it('refuses limits that cross and numbers that are none', () => {
    expect(codeOf(() => judge({ value: 1, lower: 2, upper: 1 }))).toBe('judge.limits-crossed')
    expect(codeOf(() => judge({ value: Number.NaN, upper: 1 }))).toBe('judge.not-a-number')
    expect(codeOf(() => judge({ value: 1, upper: 1, uncertainty: -1 }))).toBe('judge.negative-uncertainty')
  })

  it('lets the worst verdict decide', () => {
    expect(worstVerdict(['in', 'doubtful', 'in'])).toBe('doubtful')
    expect(worstVerdict(['doubtful', 'out', 'in'])).toBe('out')
    expect(worstVerdict([])).toBe('in')
  })
})

describe('surveyDiameter', () => {
  it('works out a journal by hand', () => {
    // Station means 70.011, 70.008, 70.003; all six add up to 420.044.
    const survey = surveyDiameter({ readingsMm: [[70.013, 70.009], [70.009, 70.007], [70.004, 70.002]] })
    expect(survey.meanMm).toBeCloseTo(420.044 / 6, 9)
    expect(survey.minMm).toBe(70.002)
    expect(survey.maxMm).toBe(70.013)
    expect(survey.outOfRoundnessByStationMm).toEqual([0.004, 0.002, 0.002])
    expect(survey.outOfRoundnessMm).toBe(0.004)
    expect(survey.taperMm).toBe(0.008)
    expect(survey.taperLargeEnd).toBe('first')
    expect(survey.barrelMm).toBe(0.001)
    expect(survey.farthest).toMatchObject({ station: 0, plane: 0 })
    expect(survey.working.find(line => line.label === 'Taper')?.substituted).toBe('|70.0110 − 70.0030|')
  })

  const grid = fc
    .tuple(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 4 }))
    .chain(([stations, planes]) =>
      fc.array(fc.array(fc.integer({ min: 69_900, max: 70_100 }), { minLength: planes, maxLength: planes }), {
        minLength: stations,
        maxLength: stations,
      }),
    )
    .map(rows => rows.map(row => row.map(um => um / 1000)))

  it('sees the same form on a larger shaft and from the other end', () => {
    fc.assert(fc.property(grid, fc.integer({ min: -50, max: 50 }), (readingsMm, shift) => {
      const survey = surveyDiameter({ readingsMm })
      const moved = surveyDiameter({ readingsMm: readingsMm.map(row => row.map(mm => mm + shift)) })
      const turned = surveyDiameter({ readingsMm: [...readingsMm].reverse() })
      for (const other of [moved, turned]) {
        expect(other.outOfRoundnessMm).toBeCloseTo(survey.outOfRoundnessMm, 8)
        expect(other.taperMm).toBeCloseTo(survey.taperMm, 8)
        expect(other.barrelMm).toBeCloseTo(survey.barrelMm, 8)
      }
      expect(survey.minMm).toBeLessThanOrEqual(survey.meanMm + 1e-9)
      expect(survey.maxMm).toBeGreaterThanOrEqual(survey.meanMm - 1e-9)
      expect(survey.outOfRoundnessMm).toBeLessThanOrEqual(survey.maxMm - survey.minMm + 1e-9)
    }))
  })

  it('says where a grid cannot be used', () => {
    expect(codeOf(() => surveyDiameter({ readingsMm: [] }))).toBe('survey.empty')
    expect(codeOf(() => surveyDiameter({ readingsMm: [[]] }))).toBe('survey.empty')
    expect(codeOf(() => surveyDiameter({ readingsMm: [[70, 70], [70]] }))).toBe('survey.ragged')
    expect(codeOf(() => surveyDiameter({ readingsMm: [[70, Number.NaN]] }))).toBe('survey.not-a-number')
    expect(codeOf(() => surveyDiameter({ readingsMm: [[70, -70]] }))).toBe('survey.not-positive')
  })
})
