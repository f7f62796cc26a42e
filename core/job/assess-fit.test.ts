import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { liftPumpDocument } from '../../tests/support/demo-sheet'
import { eventOf, openJob } from '../../tests/support/job-walk'
import { checkSheet, sheetForUnit, type Fit, type ReadingStage } from '../sheet'
import { assessFit, foldJob, sheetForJob, type JobState } from '.'

const sheet = sheetForJob(checkSheet(liftPumpDocument()))
const fitOf = (key: string): Fit => sheet.fits!.find(fit => fit.key === key)!
const survey = (centre: number, half = 0) => [[centre - half, centre], [centre, centre], [centre, centre + half]]
const read = (state: JobState, position: string, stage: ReadingStage, values: number[][]) =>
  foldJob(sheet, [eventOf('reading-taken', { position, stage, values, typed: values.map(row => row.map(String)) })], state)

describe('assessFit', () => {
  const start = openJob(sheet)

  it('says nothing before a partner is measured, then the extremes of both, with a verdict', () => {
    const fit = fitOf('ring-on-de')
    expect(assessFit(sheet, start, fit, 'as-found')).toBeNull()
    // Shaft 70.008 to 70.014, bearing bore 69.985 to 70.000: −29 … −8 µm inside −36 … −2.
    const good = assessFit(sheet, read(start, 'seat-de', 'as-found', survey(70.011, 0.003)), fit, 'as-found')!
    expect([good.minMm, good.maxMm, good.verdict]).toEqual([-0.029, -0.008, 'in'])
    expect([good.hole.from, good.shaft.from]).toEqual(['part', 'as-found'])
    expect(good.working.map(line => line.result)).toEqual(['−29.0\u00a0µm', '−8.0\u00a0µm', 'in'])
    // A worn seat: 70.003 leaves −3 µm at most, within U = 2 µm of the limit; 69.990 is loose.
    expect(assessFit(sheet, read(start, 'seat-de', 'as-found', survey(70.003)), fit, 'as-found')!.verdict).toBe('doubtful')
    expect(assessFit(sheet, read(start, 'seat-de', 'as-found', survey(69.99)), fit, 'as-found')!.verdict).toBe('out')
  })

  it('as left takes what was measured anew, and what was found of the partner that stayed', () => {
    const found = read(start, 'bore-de', 'as-found', survey(150.02))
    expect(assessFit(sheet, found, fitOf('ring-in-de'), 'as-left')).toMatchObject({ hole: { from: 'as-found' }, maxMm: 0.038 })
    const sleeved = read(found, 'bore-de', 'as-left', survey(150.004))
    expect(assessFit(sheet, sleeved, fitOf('ring-in-de'), 'as-left')).toMatchObject({
      hole: { from: 'as-left' },
      maxMm: 0.022,
      minMm: 0.004,
    })
    expect(assessFit(sheet, sleeved, fitOf('ring-in-de'), 'as-found')).toMatchObject({ maxMm: 0.038 })
  })

  it('moves with the hole, against the shaft, and its smallest never lies above its largest', () => {
    fc.assert(fc.property(fc.integer({ min: -30, max: 30 }), fc.integer({ min: 0, max: 20 }), (um, half) => {
      const at = (mm: number) =>
        assessFit(sheet, read(start, 'bore-de', 'as-found', survey(150.02 + mm, half / 1000)), fitOf('ring-in-de'), 'as-found')!
      expect(at(um / 1000).meanMm - at(0).meanMm).toBeCloseTo(um / 1000, 9)
      expect(at(um / 1000).minMm).toBeLessThanOrEqual(at(um / 1000).meanMm)
      expect(at(um / 1000).meanMm).toBeLessThanOrEqual(at(um / 1000).maxMm)
    }))
  })
})

describe('fits of a sheet', () => {
  const faultOf = (spoil: (fit: Fit) => void): string => {
    const document = liftPumpDocument()
    spoil(document.fits![0]!)
    try {
      checkSheet(document)
    } catch (error) {
      return (error as Error).message
    }
    return 'nothing refused'
  }

  it.each<[string, (fit: Fit) => void, string]>([
    ['a position that is none', (fit) => { fit.shaft = { position: 'flywheel' } }, 'no position "flywheel"'],
    ['a partner that is no length', (fit) => { fit.shaft = { position: 'casing-pressure' } }, 'must be a length'],
    ['a part without its size', (fit) => { fit.hole = { part: 'bearing-de' } }, 'smallest and largest size'],
    ['sizes the wrong way round', (fit) => { fit.hole = { part: 'bearing-de', lowerMm: 70, upperMm: 69 } }, 'smallest and largest size'],
    ['limits that cross', (fit) => { fit.clearanceMm = { lower: 1, upper: 0 } }, 'lies above the largest'],
  ])('refuse %s', (_name, spoil, reason) => expect(faultOf(spoil)).toContain(reason))

  it('go with the parts they join', () => {
    const document = liftPumpDocument()
    document.options = [{ key: 'ends', name: 'Ends', values: [{ key: 'two', name: 'Two' }, { key: 'one', name: 'One' }] }]
    document.fits![0]!.when = { ends: ['two'] }
    const checked = checkSheet(document)
    expect(sheetForUnit(checked, { ends: 'two' }).fits!.length - sheetForUnit(checked, { ends: 'one' }).fits!.length).toBe(1)
    expect(sheetForUnit(checked, { ends: 'two' }).fits![0]).not.toHaveProperty('when')
  })
})
