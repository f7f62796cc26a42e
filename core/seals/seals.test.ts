import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  assemblyFluid, ASSEMBLY_FLUIDS, compressionSet, drivePin, ELASTOMERS, FACE_MATERIALS, faceFlatness, facePair, FLUID_PLACES, nearestOring,
  ORING_APPLICATIONS, ORING_DASHES, ORING_SIZES, oringFit, oringSize, PRODUCTS, ringsForGroove, sealSetting, springSet, stretchedSection,
  swelling, trialFit, wearTrack,
} from '.'
import { refusal } from '../../tests/support/refusal'

describe('oringSize', () => {
  it('has all 349 dashes, each series of one section with rising diameters and tolerances that never fall', () => {
    expect(ORING_DASHES).toHaveLength(349)
    const byHundred = ['0', '1', '2', '3', '4'].map(hundred => ORING_DASHES.slice(3).filter(dash => dash.startsWith(hundred)))
    expect(byHundred.map(dashes => [dashes.length, dashes[0], dashes.at(-1)])).toEqual([
      [47, '004', '050'], [77, '102', '178'], [84, '201', '284'], [87, '309', '395'], [51, '425', '475'],
    ])
    for (const dashes of byHundred) {
      const sizes = dashes.map(dash => oringSize('AS568', dash))
      expect(new Set(sizes.map(({ sectionMm }) => sectionMm)).size).toBe(1)
      sizes.slice(1).forEach((size, i) => {
        expect(size.insideMm).toBeGreaterThan(sizes[i]!.insideMm)
        expect(size.insideToleranceMm).toBeGreaterThanOrEqual(sizes[i]!.insideToleranceMm)
        // Diameters step by sixteenths, eighths, quarters, halves and whole inches, rounded to a thousandth.
        const sixteenths = (size.insideMm - sizes[i]!.insideMm) / 25.4 * 16
        if (size.insideMm < 380 && sizes[i]!.insideMm > 5.5) expect(Math.abs(sixteenths - Math.round(sixteenths))).toBeLessThan(0.04)
      })
    }
  })

  // Inside diameter, section and their tolerances, in inches as the standard prints them.
  it.each([
    ['001', 0.029, 0.04, 0.004, 0.003], ['003', 0.056, 0.06, 0.004, 0.003], ['006', 0.114, 0.07, 0.005, 0.003],
    ['010', 0.239, 0.07, 0.005, 0.003],
    ['016', 0.614, 0.07, 0.009, 0.003], ['028', 1.364, 0.07, 0.013, 0.003], ['050', 5.239, 0.07, 0.037, 0.003],
    ['102', 0.049, 0.103, 0.005, 0.003],
    ['110', 0.362, 0.103, 0.005, 0.003], ['120', 0.987, 0.103, 0.01, 0.003], ['141', 2.3, 0.103, 0.02, 0.003],
    ['178', 9.737, 0.103, 0.055, 0.003],
    ['201', 0.171, 0.139, 0.005, 0.004], ['214', 0.984, 0.139, 0.01, 0.004], ['222', 1.484, 0.139, 0.015, 0.004],
    ['238', 3.484, 0.139, 0.024, 0.004],
    ['258', 5.984, 0.139, 0.035, 0.004], ['284', 17.955, 0.139, 0.085, 0.004], ['309', 0.412, 0.21, 0.005, 0.005],
    ['325', 1.475, 0.21, 0.015, 0.005],
    ['349', 4.475, 0.21, 0.03, 0.005], ['377', 9.975, 0.21, 0.055, 0.005], ['395', 25.94, 0.21, 0.12, 0.005],
    ['425', 4.475, 0.275, 0.033, 0.006],
    ['445', 7.975, 0.275, 0.045, 0.006], ['460', 15.475, 0.275, 0.07, 0.006], ['475', 25.94, 0.275, 0.12, 0.006],
  ])('AS568-%s is %s × %s in', (dash, inside, section, insideTol, sectionTol) => {
    const size = oringSize('AS568', dash)
    expect([size.insideMm, size.sectionMm, size.insideToleranceMm, size.sectionToleranceMm].map(value => value / 25.4))
      .toEqual([inside, section, insideTol, sectionTol].map(value => expect.closeTo(value, 9) as number))
  })

  // ISO 3601-1: code, d1, d2, tolerance of class A and of class B on d1.
  it.each([
    ['010', 6.07, 1.78, 0.13, 0.16], ['110', 9.19, 2.62, 0.13, 0.18], ['214', 24.99, 3.53, 0.25, 0.3], ['325', 37.47, 5.33, 0.38, 0.39],
    ['425', 113.67, 6.99, 0.84, 0.92], ['475', 658.88, 6.99, 3.05, 4.4],
  ])('ISO 3601-1 %s is %s × %s mm', (code, insideMm, sectionMm, a, b) => {
    expect(oringSize('ISO 3601', `${code}A`)).toMatchObject({ insideMm, sectionMm, insideToleranceMm: a, toleranceClass: 'A' })
    const general = oringSize('ISO 3601', code)
    expect(general).toMatchObject({ insideMm, sectionMm, toleranceClass: 'B', series: 'general industrial', edition: 'ISO 3601-1:2012' })
    expect(general.insideToleranceMm).toBeCloseTo(b, 1)
    expect(oringSize('ISO 3601', `${insideMm} x ${sectionMm}`)).toEqual(general)
  })

  it('keeps the series for aerospace apart, and refuses what no standard has', () => {
    expect(oringSize('ISO 3601', '25 × 3,55')).toMatchObject({ insideMm: 25, sectionMm: 3.55, series: 'aerospace',
      sectionToleranceMm: 0.1 })
    const refused: [Parameters<typeof oringSize>[0], string][] = [
      ['AS568', '051'], ['AS568', '214B'], ['AS568', '14'], ['AS568', '901'], ['ISO 3601', '300'], ['ISO 3601', '25 x 7'],
      ['ISO 3601', '25x3.3'],
    ]
    for (const [standard, size] of refused) expect(refusal(() => oringSize(standard, size)).code).toBe('oring.size')
  })

  it('finds a measured ring and a measured groove again', () => {
    for (const size of ORING_SIZES)
      expect(nearestOring(size, 1)[0]).toMatchObject({ size: size.size, isWithin: true, insideDeviationMm: 0 })
    expect(nearestOring({ insideMm: 25.1, sectionMm: 3.5 })[0]).toMatchObject({ size: '214', isWithin: true })
    expect(refusal(() => nearestOring({ insideMm: 0, sectionMm: 3 })).code).toBe('oring.measured')
    const fitting = ringsForGroove({ grooveDiameterMm: 25.4, glandDepthMm: 2.9, glandWidthMm: 4.8, application: 'static radial' })
    expect(fitting.map(({ size }) => size)).toContain('214')
    for (const { fit } of fitting) expect(fit.verdict).not.toBe('out')
  })
})

describe('oringFit', () => {
  const ring = { insideMm: 24.99, sectionMm: 3.53 }
  const gland = { grooveDiameterMm: 25.6, glandDepthMm: 2.9, glandWidthMm: 4.8, application: 'static radial' as const }

  it('works out a ring in a shaft groove as by hand', () => {
    const fit = oringFit({ ...ring, ...gland })
    // s = 25.6 / 24.99 − 1 = 2.44098 %; reduction 0.01 + 1.06 s − 0.1 s² = 2.00160 %; section 3.53 × 0.979984 = 3.459343
    expect(fit.stretch).toBeCloseTo(0.0244098, 7)
    expect(fit.sectionAfterMm).toBeCloseTo(3.459343, 5)
    expect(fit.squeeze).toBeCloseTo((3.459343 - 2.9) / 3.459343, 6)
    expect(fit.fill).toBeCloseTo(Math.PI / 4 * 3.459343 ** 2 / (2.9 * 4.8), 6)
    expect(fit.sectionByVolumeMm).toBeCloseTo(3.53 / Math.sqrt(1.0244098), 6)
    expect(fit).toMatchObject({ verdict: 'in', windows: { squeeze: { side: null } } })
  })

  it('loses section by the rule of the standard, in both of its ranges, and nothing when it is not stretched', () => {
    expect(stretchedSection(100, 0.03)).toBeCloseTo(100 - (0.01 + 3.18 - 0.9), 9)
    expect(stretchedSection(100, 0.1)).toBeCloseTo(100 - (0.56 + 5.9 - 0.46), 9)
    expect([0, -0.02].map(stretch => stretchedSection(3.53, stretch))).toEqual([3.53, 3.53])
    fc.assert(fc.property(fc.double({ min: 0, max: 3, noNaN: true }), fc.double({ min: 0, max: 3, noNaN: true }), (a, b) =>
      a > b || stretchedSection(5, a) + 0.006 >= stretchedSection(5, b)))
  })

  it('says what lies outside a window, at its nominal size or only at its tolerances', () => {
    expect(oringFit({ ...ring, ...gland, grooveDiameterMm: 28 }).windows.stretch).toMatchObject({ verdict: 'out', side: 'high' })
    expect(oringFit({ ...ring, ...gland, glandDepthMm: 3.4 }).windows.squeeze).toMatchObject({ verdict: 'out', side: 'low' })
    expect(oringFit({ ...ring, ...gland, glandDepthMm: 3.6 }).squeeze).toBeLessThan(0)
    expect(oringFit({ ...ring, ...gland, glandWidthMm: 3.4 }).windows.fill).toMatchObject({ verdict: 'out', side: 'high' })
    const wide = oringFit({ ...oringSize('AS568', '214'), ...gland, glandDepthMm: 3.1, depthToleranceMm: 0.05 })
    expect(wide.windows.squeeze).toMatchObject({ verdict: 'doubtful', side: 'low' })
    expect(wide.windows.squeeze.least).toBeLessThan(wide.squeeze)
    expect(wide.windows.squeeze.most).toBeGreaterThan(wide.squeeze)
    // A ring that turns against a shaft must not be stretched at all.
    expect(oringFit({ ...ring, ...gland, application: 'rotating' }).windows.stretch).toMatchObject({ verdict: 'out', side: 'high' })
  })

  it('takes a ring in a bore by its outside', () => {
    const fit = oringFit({ ...ring, ...gland, grooveDiameterMm: 31.7, seatsOn: 'outside' })
    expect(fit.stretch).toBeCloseTo(31.7 / 32.05 - 1, 9)
    expect(fit.sectionAfterMm).toBe(3.53)
    expect(fit.windows.stretch.verdict).toBe('in')
  })

  it('never gives anything but numbers, and refuses nonsense', () => {
    const length = fc.double({ min: 0.1, max: 1000, noNaN: true })
    fc.assert(fc.property(length, length, length, length, length, fc.constantFrom(...ORING_APPLICATIONS), (a, b, c, d, e, application) => {
      const fit = oringFit({ insideMm: a, sectionMm: b, grooveDiameterMm: c, glandDepthMm: d, glandWidthMm: e, application })
      return [fit.stretch, fit.squeeze, fit.fill, fit.sectionAfterMm].every(Number.isFinite)
    }))
    expect(refusal(() => oringFit({ ...ring, ...gland, glandDepthMm: 0 })).code).toBe('oring.not-positive')
    expect(refusal(() => oringFit({ ...ring, ...gland, application: 'spinning' as 'rotating' })).code).toBe('oring.application')
    expect(refusal(() => oringFit({ ...ring, ...gland, depthToleranceMm: 3 })).code).toBe('oring.tolerance')
  })

  it('tells set and swelling', () => {
    expect(compressionSet({ freshMm: 3.53, measuredMm: 3.2, glandDepthMm: 2.9 })).toBeCloseTo(0.33 / 0.63, 9)
    expect(compressionSet({ freshMm: 3.53, measuredMm: 3.53, glandDepthMm: 2.9 })).toBe(0)
    expect(compressionSet({ freshMm: 3.5, measuredMm: 2.9, glandDepthMm: 2.9 })).toBe(1)
    expect(compressionSet({ freshMm: 3.5, measuredMm: 3.6, glandDepthMm: 2.9 })).toBeLessThan(0)
    expect(refusal(() => compressionSet({ freshMm: 2.9, measuredMm: 2.8, glandDepthMm: 2.9 })).code).toBe('oring.not-pressed')
    const { section, volume } = swelling({ freshMm: 2, measuredMm: 2.2 })
    expect([section, volume]).toEqual([expect.closeTo(0.1, 9), expect.closeTo(0.331, 9)])
  })
})

describe('sealSetting', () => {
  it('sets from a shoulder', () => {
    const set = sealSetting({ method: 'shoulder', shoulderToFaceMm: 62, springFreeMm: 38, springWorkingMm: 34 })
    expect(set).toMatchObject({ standsAtMm: 28, compressionMm: 4, verdict: 'in', window: { fromMm: 3.6, toMm: 4.4 } })
    // A gasket that holds the joint open by 0.5 lets the face stand farther: the part follows by as much.
    const apart = { method: 'shoulder', shoulderToFaceMm: 62, springFreeMm: 38, springWorkingMm: 34, gasketMm: -0.5 } as const
    expect(sealSetting(apart).standsAtMm).toBe(28.5)
  })

  it('sets from a datum, with what grows and what can still move', () => {
    const datum = { method: 'datum', datumToFaceMm: 55, workingLengthMm: 31.5, springFreeMm: 36, gasketMm: -0.8 } as const
    expect(sealSetting(datum)).toMatchObject({ standsAtMm: 24.3, compressionMm: 4.5, verdict: 'in' })
    // 400 mm of shaft × 16e-6 × 80 K = 0.512 mm press it further than the 0.4 that it may.
    const warm = sealSetting({ ...datum, growth: { lengthMm: 400, perK: 16e-6, deltaC: 80 } })
    expect(warm.afterGrowthMm).toBeCloseTo(5.012, 9)
    expect(warm).toMatchObject({ verdict: 'out', side: 'tight' })
    // The casing grows too, the other way.
    expect(sealSetting({ ...datum, growth: [{ lengthMm: 400, perK: 16e-6, deltaC: 80 }, { lengthMm: -400, perK: 11e-6, deltaC: 60 }] }))
      .toMatchObject({ verdict: 'in', afterGrowthMm: expect.closeTo(4.748, 9) as number })
    expect(sealSetting({ ...datum, endPlayMm: -0.6 }))
      .toMatchObject({ verdict: 'doubtful', side: 'wide', leastMm: expect.closeTo(3.9, 9) as number })
    expect(sealSetting({ method: 'datum', datumToFaceMm: 55, workingLengthMm: 31.5 }))
      .toMatchObject({ standsAtMm: 23.5, compressionMm: null, verdict: null })
  })

  it('sets by spacers as a feeler, and by clips', () => {
    expect(sealSetting({ method: 'spacer', spacerMm: [1, 0.5, 0.25], compressionMm: 2.4 }))
      .toMatchObject({ standsAtMm: 4.15, compressionMm: 2.4, verdict: 'in' })
    expect(sealSetting({ method: 'clips', compressionMm: 3 })).toMatchObject({ standsAtMm: 0, compressionMm: 3, verdict: 'in' })
    expect(sealSetting({ method: 'clips', compressionMm: 3, movedMm: -0.7 })).toMatchObject({ verdict: 'out', side: 'wide',
      compressionMm: 2.3 })
  })

  it('says what a check reading means', () => {
    const at = (checkMm: number) =>
      sealSetting({ method: 'shoulder', shoulderToFaceMm: 62, springFreeMm: 38, springWorkingMm: 34, checkMm }).check!
    expect(at(28)).toMatchObject({ differenceMm: 0, verdict: 'in' })
    expect(at(28.9)).toMatchObject({ verdict: 'out', compressionMm: expect.closeTo(4.9, 9) as number })
    expect(at(28.9).says).toContain('pressed further')
    expect(at(27).says).toContain('pressed less')
  })

  it('refuses what cannot be', () => {
    const shoulder = { method: 'shoulder', shoulderToFaceMm: 62, springFreeMm: 38, springWorkingMm: 34 } as const
    const refused: [Parameters<typeof sealSetting>[0], string][] = [
      [{ ...shoulder, springWorkingMm: 40 }, 'seal-setting.free'], [{ ...shoulder, shoulderToFaceMm: NaN }, 'seal-setting.length'],
      [{ ...shoulder, window: { fromMm: 5, toMm: 4 } }, 'seal-setting.window'],
      [{ ...shoulder, method: 'guess' as 'shoulder' }, 'seal-setting.method'],
      [{ ...shoulder, growth: { lengthMm: 1, perK: NaN, deltaC: 1 } }, 'seal-setting.growth'],
      [{ method: 'spacer', spacerMm: [-1], compressionMm: 2 }, 'seal-setting.length'],
    ]
    for (const [input, code] of refused) expect(refusal(() => sealSetting(input)).code).toBe(code)
  })
})

describe('pins, springs and faces', () => {
  it('judges a pin and the trial fit on it', () => {
    const limits = { lower: 3.8, upper: 4.2 }
    expect([3.5, 4, 4.4].map(heightMm => drivePin({ heightMm, limits }).side)).toEqual(['too low', null, 'too high'])
    expect(drivePin({ heightMm: 4.19, limits, uncertaintyMm: 0.02 })).toMatchObject({ verdict: 'doubtful', side: 'too high' })
    expect(refusal(() => drivePin({ heightMm: 4, limits: {} })).code).toBe('drive-pin.limits')
    expect(trialFit({ rockMm: 0.02, pinHeightMm: 4, pinLimits: limits }).verdict).toBe('in')
    expect(trialFit({ rockMm: 0.4, pinHeightMm: 4.4, pinLimits: limits }).sentence).toContain('set the pin first')
    expect(trialFit({ rockMm: 0, pinHeightMm: 3.5, pinLimits: limits })).toMatchObject({ verdict: 'out', pin: { side: 'too low' } })
    expect(trialFit({ rockMm: 0.4 }).sentence).toContain('dirt or a burr')
  })

  it('finds the spring that does not belong, by hand 0.6745 × 0.9 ÷ 0.1', () => {
    const row = [12.1, 12.2, 12, 12.1, 11.2, 12.1, 12.3].map(freeLengthMm => ({ freeLengthMm }))
    const set = springSet(row, { freeLengthMm: 12.2, rateNPerMm: 8, workingLengthMm: 9.2 })
    expect(set).toMatchObject({ medianMm: 12.1, spreadMm: 1.1, outliers: [4], verdict: 'uneven' })
    expect(set.springs[4]!.z).toBeCloseTo(-0.6745 * 0.9 / 0.1, 9)
    expect(set.springs[4]!).toMatchObject({ setLoss: expect.closeTo(1 - 11.2 / 12.2, 9) as number, forceN: expect.closeTo(16, 9) as number,
      forceLeft: expect.closeTo(16 / 24, 9) as number })
  })

  it('takes no spring out for what nobody could measure, and none of two', () => {
    expect(springSet([12, 12, 12, 12.1].map(freeLengthMm => ({ freeLengthMm }))).outliers).toEqual([])
    expect(springSet([12, 12, 12, 12.3].map(freeLengthMm => ({ freeLengthMm }))).outliers).toEqual([3])
    expect(springSet([12, 9].map(freeLengthMm => ({ freeLengthMm })))).toMatchObject({ outliers: [], spreadMm: 3 })
    expect(springSet([6, 6, 5].map(coils => ({ freeLengthMm: 12, coils }))).otherCoils).toEqual([2])
    expect(refusal(() => springSet([])).code).toBe('springs.none')
    expect(refusal(() => springSet([{ freeLengthMm: 0 }])).code).toBe('springs.length')
  })

  it('reads light bands and wear tracks', () => {
    expect(faceFlatness({ bands: 2 }).flatnessUm).toBeCloseTo(0.58756, 9)
    expect(faceFlatness({ curvatureMm: 6, spacingMm: 4 })).toMatchObject({ bands: 1.5, flatnessUm: expect.closeTo(0.44067, 9) as number })
    expect(faceFlatness({ bands: 1, wavelengthUm: 0.6328 }).flatnessUm).toBeCloseTo(0.3164, 9)
    expect(refusal(() => faceFlatness({ bands: -1 })).code).toBe('face.bands')
    expect(refusal(() => faceFlatness({ curvatureMm: 1, spacingMm: 0 })).code).toBe('face.bands')
    const track = wearTrack({ insideMm: 49.6, outsideMm: 56.4, faceInsideMm: 50, faceOutsideMm: 56 })
    expect(track).toMatchObject({ widthMm: expect.closeTo(3.4, 9) as number, wanderMm: expect.closeTo(0.2, 9) as number, centreMm: 53 })
    expect(track.says).toContain('runs off its centre')
    expect(wearTrack({ insideMm: 51, outsideMm: 55, faceInsideMm: 50, faceOutsideMm: 56 }).says).toContain('not touch')
    expect(refusal(() => wearTrack({ insideMm: 5, outsideMm: 4, faceInsideMm: 1, faceOutsideMm: 2 })).code).toBe('face.track')
  })

  it('knows what runs together, and that carbon keeps no mark', () => {
    expect(FACE_MATERIALS.filter(({ takesMark }) => !takesMark).map(({ key }) => key)).toEqual(['carbon'])
    expect(facePair('carbon', 'silicon carbide').verdict).toBe('usual')
    expect(facePair('tungsten carbide', 'silicon carbide').verdict).toBe('possible')
    expect(facePair('carbon', 'carbon').verdict).toBe('no pair')
    expect(refusal(() => facePair('cheese', 'carbon')).code).toBe('face.material')
  })
})

describe('assemblyFluid', () => {
  const bad = (elastomer: string | undefined, fluid: string | undefined, place: string) =>
    assemblyFluid({ elastomer, fluid, place }).forbidden.map(one => one.fluid)

  it('forbids what ruins a ring, a face, a grip, a brake or a life', () => {
    expect(bad('EPDM', 'water', 'o-ring')).toEqual(expect.arrayContaining(['mineral oil', 'mineral grease']))
    expect(bad('silicone', 'oil', 'o-ring')).toContain('silicone grease')
    expect(bad('FKM', 'water', 'face')).toEqual(expect.arrayContaining(['clay grease', 'silicone grease']))
    expect(assemblyFluid({ elastomer: 'NBR', fluid: 'water', place: 'gripping ring' })).toMatchObject({ choices: [{ fluid: 'dry' }] })
    expect(bad('NBR', 'water', 'gripping ring')).toHaveLength(ASSEMBLY_FLUIDS.length - 1)
    expect(bad(undefined, 'oil', 'brake lining')).toContain('mineral grease')
    expect(bad('FKM', 'oxygen', 'thread')).toEqual(expect.arrayContaining(['mineral grease', 'anti-seize']))
    expect(bad('FKM', 'oil', 'o-ring')).not.toContain('mineral oil')
  })

  it('always has a choice, never one that it forbids, and says why and from where', () => {
    for (const elastomer of [undefined, ...ELASTOMERS]) for (const fluid of [undefined, ...PRODUCTS]) for (const place of FLUID_PLACES) {
      const { choices, forbidden } = assemblyFluid({ elastomer, fluid, place })
      const names = forbidden.map(one => one.fluid)
      expect(choices.filter(choice => names.includes(choice.fluid))).toEqual([])
      for (const one of [...choices, ...forbidden]) expect(one.reason.length * one.source.length).toBeGreaterThan(0)
      if (place !== 'thread') expect(choices.length, `${elastomer} ${fluid} ${place}`).toBeGreaterThan(0)
    }
  })

  it('keeps away from a ring that nobody knows what some rubber does not bear', () => {
    expect(bad(undefined, undefined, 'o-ring')).toEqual(expect.arrayContaining(['mineral grease', 'silicone grease']))
    expect(assemblyFluid({ place: 'o-ring' }).choices[0]?.fluid).toBe('PTFE grease')
    expect(refusal(() => assemblyFluid({ elastomer: 'wood', place: 'o-ring' })).code).toBe('assembly-fluid.unknown')
  })
})
