import { describe, expect, it } from 'vitest'
import { refusal } from '../../tests/support/refusal'
import { compareSchools, usualFlange, type SchoolsInput } from '.'

const input: SchoolsInput = {
  layout: { kind: 'circle', bolts: 12 }, thread: 'M16', torqueNm: 150, lubricant: 'oil', passes: [0.3, 0.6, 1, 1],
  patterns: ['crosswise', 'round', 'oppositeThenRound'], gasket: 'soft', secondsPerPull: 15,
}

describe('schools of tightening', () => {
  it('are compared on the same joint with the same pulls', () => {
    const schools = compareSchools(input)
    expect(schools.map(({ pattern, pulls, minutes }) => [pattern, pulls, minutes])).toEqual([['crosswise', 48, 12], ['round', 48, 12],
      ['oppositeThenRound', 48, 12]])
    for (const { finalShares, least, most } of schools) {
      expect(finalShares).toHaveLength(12)
      expect(Math.min(...finalShares)).toBeCloseTo(least, 12)
      expect(most).toBeLessThan(1.6)
      expect(least).toBeGreaterThan(0.5)
    }
  })

  it('show what passes are for: a soft joint pulled at once is left more uneven than in three passes and a round', () => {
    const spread = (passes: number[]) => compareSchools({ ...input, passes }).map(({ most, least }) => most - least)
    const [once, thrice] = [spread([1]), spread([0.3, 0.6, 1, 1])]
    once.forEach((value, i) => expect(thrice[i]).toBeLessThan(value * 0.6))
  })

  it('stay the same in a frame for the turned picture of a symmetric joint, and are less uneven on metal than on a sheet', () => {
    const frame: SchoolsInput = { ...input, layout: { kind: 'rectangle', long: 6, short: 4 }, patterns: ['crosswise', 'middleOutwards'],
      passes: [1] }
    const [soft, metal] = (['soft', 'metal'] as const).map(gasket => compareSchools({ ...frame, gasket }))
    soft!.forEach(({ most, least }, i) => expect(metal![i]!.most - metal![i]!.least).toBeLessThan(most - least))
  })

  it('take proportions of the trade for a flange', () => {
    const { radiusMm, bolt, gasket, flange } = usualFlange({ thread: 'M16', bolts: 12, gasket: 'soft' })
    expect(radiusMm).toBeCloseTo(107, 0)
    // 210 GPa × 157 mm² over 40 + 12.8 mm; 300 MPa × 24 / 1.5; E b t³ / 12.
    expect(bolt.stiffnessNPerMm).toBeCloseTo(210_000 * 156.67 / 52.8, -3)
    expect(gasket.foundationNPerMm2).toBeCloseTo(4800, 9)
    expect(flange.flexuralRigidityNmm2).toBeCloseTo(210_000 * 48 * 20 ** 3 / 12, 3)
  })

  it('refuse rows and a pull without time', () => {
    expect(refusal(() => compareSchools({ ...input, layout: { kind: 'rows', left: 3, right: 3 } })).code).toBe('schools.layout')
    expect(refusal(() => compareSchools({ ...input, secondsPerPull: 0 })).code).toBe('schools.time')
    expect(refusal(() => compareSchools({ ...input, thread: 'M13.3' })).code).toMatch(/^thread/)
  })
})
