import { describe, expect, it } from 'vitest'
import { JobAt } from '../../tests/support/job-at'
import { lastingWays, markRisks, risksOf } from '.'

describe('marks that would not last', () => {
  it('are warned of in time: soluble ink before a wash, any ink on porous carbon', () => {
    const bench = new JobAt('split-casing-lift-pump', 'mark-impeller')
    expect(risksOf(bench.sheet, bench.state, 'MK-7', 'felt pen').map(risk => risk.step?.key)).toEqual(['clean-rotor'])
    expect(risksOf(bench.sheet, bench.state, 'MK-7', 'punch')).toEqual([])
    expect(lastingWays(bench.sheet, bench.state, 'MK-7')).toEqual(['punch', 'scribe', 'tag'])
    const seal = new JobAt('refrigeration-compressor')
    expect(risksOf(seal.sheet, seal.state, 'MK-4', 'felt pen')[0]?.reason).toContain('porous')
    expect(lastingWays(seal.sheet, seal.state, 'MK-4')).toEqual(['tag'])
  })

  it('hold the wash until a photo or a better mark is there', () => {
    for (const wayOut of ['photo', 'punch'] as const) {
      const bench = new JobAt('split-casing-lift-pump', 'mark-impeller')
      bench.try('mark-made', { mark: 'MK-7', way: 'felt pen', angleDeg: 90 })
      expect(markRisks(bench.sheet, bench.state).map(risk => risk.mark.key)).toEqual(['MK-7'])
      bench.try('step-done', { step: 'mark-impeller' })
      bench.workTo('seal-look').tick('impeller-off').tick('seal-look').tick('o-rings-look')
      expect(bench.duties('clean-rotor')).toEqual(['secure mark'])
      expect(bench.try('step-done', { step: 'clean-rotor' })).toBe('step.duties-open')
      expect(
        wayOut === 'photo'
          ? bench.try('photo-added', { photo: 'p', mark: 'MK-7' })
          : bench.try('mark-made', { mark: 'MK-7', way: 'punch' }),
      ).toBeNull()
      expect(bench.try('step-done', { step: 'clean-rotor' })).toBeNull()
    }
  })
})
