import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { refusal } from '../../tests/support/refusal'
import {
  bearingAlignment,
  bearingPinch,
  centreEndClearance,
  CLEARANCE_GROUPS,
  locknutTabs,
  operatingClearance,
  plasticGaugeClearance,
  radialInternalClearance,
  recommendedSeat,
  sleeveClearance,
  thrustFloat,
  type OperatingClearanceInput,
  type RollingBearingKind,
} from '.'

const near = (value: number, digits = 6) => expect.closeTo(value, digits) as number

describe('radialInternalClearance', () => {
  // ISO 5753-1:2009 by bore: C2, CN, C3, C4 in µm, typed apart from the tables of the program.
  const BALL: Record<number, string> = {
    10: '0 7 2 13 8 23 14 29',
    15: '0 9 3 18 11 25 18 33',
    20: '0 10 5 20 13 28 20 36',
    25: '1 11 5 20 13 28 23 41',
    35: '1 11 6 20 15 33 28 46',
    45: '1 11 6 23 18 36 30 51',
    60: '1 15 8 28 23 43 38 61',
    75: '1 15 10 30 25 51 46 71',
    90: '1 18 12 36 30 58 53 84',
    110: '2 20 15 41 36 66 61 97',
    130: '2 23 18 48 41 81 71 114',
    150: '2 23 18 53 46 91 81 130',
    170: '2 25 20 61 53 102 91 147',
    200: '2 30 25 71 63 117 107 163',
    300: '2 55 40 115 100 190 175 270',
    400: '3 70 55 145 130 240 225 340',
    500: '3 90 70 190 170 300 280 420',
  }
  const ROLLER: Record<number, string> = {
    24: '0 25 20 45 35 60 50 75',
    35: '5 30 25 50 45 70 60 85',
    45: '5 35 30 60 50 80 70 100',
    60: '10 40 40 70 60 90 80 110',
    75: '10 45 40 75 65 100 90 125',
    90: '15 50 50 85 75 110 105 140',
    110: '15 55 50 90 85 125 125 165',
    130: '15 60 60 105 100 145 145 190',
    150: '20 70 70 120 115 165 165 215',
    170: '25 75 75 125 120 170 170 220',
    190: '35 90 90 145 140 195 195 250',
    220: '45 105 105 165 160 220 220 280',
    300: '55 130 130 205 200 275 275 350',
    400: '100 190 190 280 280 370 370 460',
    500: '110 220 220 330 330 440 440 550',
  }
  const rows = ([['deepGrooveBall', BALL], ['cylindricalRoller', ROLLER]] as [RollingBearingKind, Record<number, string>][])
    .flatMap(([kind, table]) => Object.entries(table).map(([bore, cells]) => [kind, Number(bore), cells.split(' ').map(Number)] as const))

  it.each(rows)('equals the table of %s at %d mm', (kind, bore, cells) => {
    CLEARANCE_GROUPS.forEach((group, i) =>
      expect(radialInternalClearance(kind, bore, group)).toEqual({ minUm: cells[2 * i], maxUm: cells[2 * i + 1] }),
    )
  })

  it('never shrinks with the group or the bore', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<RollingBearingKind>('deepGrooveBall', 'cylindricalRoller'),
        fc.integer({ min: 7, max: 499 }),
        fc.integer({ min: 0, max: 2 }),
        (kind, bore, i) => {
          const [here, next, wider] = [
            radialInternalClearance(kind, bore, CLEARANCE_GROUPS[i]!),
            radialInternalClearance(kind, bore, CLEARANCE_GROUPS[i + 1]!),
            radialInternalClearance(kind, bore + 1, CLEARANCE_GROUPS[i]!),
          ]
          expect(next.minUm).toBeGreaterThanOrEqual(here.minUm)
          expect(next.maxUm).toBeGreaterThan(here.maxUm)
          expect(wider.maxUm).toBeGreaterThanOrEqual(here.maxUm)
        },
      ),
    )
  })

  it.each<[number, 'C3' | 'C4', string]>([
    [0, 'C3', 'bearing.bore'],
    [2, 'C3', 'bearing.bore'],
    [501, 'C3', 'bearing.bore'],
    [Number.NaN, 'C3', 'bearing.bore'],
    [5, 'C4', 'bearing.group'],
  ])('refuses %d mm %s', (bore, group, code) => {
    expect(refusal(() => radialInternalClearance('deepGrooveBall', bore, group)).code).toBe(code)
  })
})

describe('operatingClearance', () => {
  const exact = (um: number) => ({ minUm: um, maxUm: um })
  const bearing: OperatingClearanceInput = {
    boreMm: 70,
    outerDiameterMm: 150,
    unmountedUm: { minUm: 25, maxUm: 51 },
    shaftInterferenceUm: { minUm: 2, maxUm: 36 },
    housingInterferenceUm: { minUm: -68, maxUm: 0 },
    innerWarmerK: { min: 3, max: 8 },
  }

  it('is plain arithmetic when nothing scatters: a solid steel shaft gives d ÷ F of its interference', () => {
    const still = operatingClearance({
      ...bearing,
      unmountedUm: exact(40),
      shaftInterferenceUm: exact(20),
      housingInterferenceUm: exact(-10),
      innerWarmerK: { min: 5, max: 5 },
      draws: 1000,
    })
    // F = 90, E = 130: 40 − 20 · 70/90 − 11.5e-6 · 130 000 · 5.
    expect(still.meanUm).toBeCloseTo(40 - 20 * 70 / 90 - 7.475, 6)
    expect(still.standardDeviationUm).toBeCloseTo(0, 6)
    expect(still.chanceOfPreload).toBe(0)
    expect(operatingClearance({ ...bearing, shaftInterferenceUm: exact(60), draws: 1000 }).chanceOfPreload).toBeGreaterThan(0.9)
  })

  it('scatters as the squares of its parts say, and is the same for the same seed', () => {
    const spread = operatingClearance(bearing)
    const parts = [26, 34 * 70 / 90, 5 * 11.5e-3 * 130].map(zone => zone / 6)
    // Zones are cut at three deviations, which takes a little off.
    expect(spread.standardDeviationUm / Math.hypot(...parts)).toBeCloseTo(0.99, 1)
    expect(spread.meanUm).toBeCloseTo(38 - 19 * 70 / 90 - 5.5 * 11.5e-3 * 130, 0)
    expect(spread.bins.reduce((sum, count) => sum + count, 0)).toBe(100_000)
    expect(spread.p5Um).toBeLessThan(spread.meanUm)
    expect(operatingClearance(bearing).p95Um).toBe(spread.p95Um)
    expect(operatingClearance({ ...bearing, seed: 2 }).p95Um).not.toBe(spread.p95Um)
    expect(operatingClearance({ ...bearing, seed: 2 }).meanUm).toBeCloseTo(spread.meanUm, 0)
  })

  it('gets smaller with warmth and interference, less so on a hollow shaft', () => {
    const mean = (change: Partial<OperatingClearanceInput>) => operatingClearance({ ...bearing, draws: 2000, ...change }).meanUm
    expect(mean({ innerWarmerK: { min: 10, max: 15 } })).toBeLessThan(mean({}))
    expect(mean({ shaftInterferenceUm: exact(40) })).toBeLessThan(mean({ shaftInterferenceUm: exact(20) }))
    expect(mean({ shaftBoreMm: 50 })).toBeGreaterThan(mean({}))
    expect(mean({ housingInterferenceUm: exact(30) })).toBeLessThan(mean({}))
  })

  it.each<[Partial<OperatingClearanceInput>, string]>([
    [{ outerDiameterMm: 70 }, 'bearing.geometry'],
    [{ unmountedUm: { minUm: 5, maxUm: 1 } }, 'bearing.range'],
    [{ innerWarmerK: { min: 5, max: Number.NaN } }, 'bearing.range'],
    [{ draws: 1.5 }, 'bearing.draws'],
    [{ shaftBoreMm: 80 }, 'fit.geometry'],
  ])('refuses %j', (change, code) => expect(refusal(() => operatingClearance({ ...bearing, ...change })).code).toBe(code))
})

describe('recommendedSeat', () => {
  it.each<[Parameters<typeof recommendedSeat>[0], string, string]>([
    [{ rolling: 'ball', rotatingLoadOn: 'inner', load: 'normal', boreMm: 70 }, 'k5', 'H7'],
    [{ rolling: 'ball', rotatingLoadOn: 'inner', load: 'light', boreMm: 70 }, 'j6', 'H8'],
    [{ rolling: 'ball', rotatingLoadOn: 'inner', load: 'normal', boreMm: 120 }, 'm5', 'H7'],
    [{ rolling: 'roller', rotatingLoadOn: 'inner', load: 'heavy', boreMm: 120 }, 'p6', 'H7'],
    [{ rolling: 'ball', rotatingLoadOn: 'outer', load: 'normal', boreMm: 40 }, 'g6', 'N7'],
    [{ rolling: 'roller', rotatingLoadOn: 'outer', load: 'heavy', boreMm: 40 }, 'g6', 'P7'],
    [{ rolling: 'ball', rotatingLoadOn: 'undetermined', load: 'normal', boreMm: 40, outerMustMove: true }, 'k5', 'J7'],
  ])('for %j is %s in %s', (input, shaft, housing) => expect(recommendedSeat(input)).toMatchObject({ shaft, housing }))

  it('refuses a bore beyond the tables', () =>
    expect(refusal(() => recommendedSeat({ rolling: 'ball', rotatingLoadOn: 'inner', load: 'light', boreMm: 600 })).details.field).toBe(
      'boreMm',
    ))
})

const SCALE = [{ widthMm: 2.3, clearanceUm: 38 }, { widthMm: 1.7, clearanceUm: 51 }, { widthMm: 1.15, clearanceUm: 76 }]

describe('sleeve bearings', () => {
  it('read a strip at its marks exactly, between them falling, and not beyond', () => {
    for (const { widthMm, clearanceUm } of SCALE) expect(plasticGaugeClearance(widthMm, SCALE)).toBeCloseTo(clearanceUm, 9)
    expect(plasticGaugeClearance(1.5, [{ widthMm: 2, clearanceUm: 51 }, { widthMm: 1, clearanceUm: 102 }])).toBeCloseTo(68, 9)
    fc.assert(fc.property(fc.double({ min: 1.15, max: 2.29, noNaN: true }), (width) => {
      expect(plasticGaugeClearance(width + 0.01, SCALE)).toBeLessThan(plasticGaugeClearance(width, SCALE))
    }))
    expect(refusal(() => plasticGaugeClearance(2.4, SCALE)).code).toBe('gauge.off-scale')
    expect(refusal(() => plasticGaugeClearance(1, SCALE)).code).toBe('gauge.off-scale')
    expect(refusal(() => plasticGaugeClearance(0, SCALE)).code).toBe('gauge.width')
    expect(refusal(() => plasticGaugeClearance(1.5, SCALE.slice(1, 2))).code).toBe('gauge.scale')
    expect(refusal(() => plasticGaugeClearance(1.5, [...SCALE, { widthMm: 3, clearanceUm: 90 }])).code).toBe('gauge.scale')
  })

  it('come to one clearance by four ways, and say what is usual', () => {
    expect(sleeveClearance({ method: 'two surveys', boreMm: 80.125, journalMm: 79.985 }).clearanceUm).toBeCloseTo(140, 6)
    expect(sleeveClearance({ method: 'lead wire', topWiresMm: [0.21, 0.22], jointWiresMm: [0.05, 0.05, 0.06, 0.05] })).toMatchObject({
      clearanceUm: near(162.5),
      spreadUm: near(10),
    })
    expect(sleeveClearance({ method: 'plastic gauge', widthsMm: [1.7, 1.15], scale: SCALE }).clearanceUm).toBeCloseTo(63.5, 9)
    // 100 mm at 1500 rpm is 7.85 m/s: 0.8 · 7.85^¼ = 1.34 ‰.
    const lift = sleeveClearance({ method: 'lift', liftsMm: [0.13, 0.14] }, { diameterMm: 100, speedRpm: 1500 })
    expect(lift).toMatchObject({ clearanceUm: near(135), relativePerMille: near(1.35), against: 'usual' })
    expect(lift.usualPerMille!.low).toBeCloseTo(1.339 * 0.65, 2)
    expect(sleeveClearance({ method: 'lift', liftsMm: [0.05] }, { diameterMm: 100, speedRpm: 1500 }).against).toBe('tight')
    expect(sleeveClearance({ method: 'lift', liftsMm: [0.3] }, { diameterMm: 100, speedRpm: 1500 }).against).toBe('wide')
    expect(refusal(() => sleeveClearance({ method: 'lead wire', topWiresMm: [], jointWiresMm: [0.1] })).details.field).toBe('topWiresMm')
    expect(refusal(() => sleeveClearance({ method: 'lift', liftsMm: [-0.1] })).code).toBe('sleeve.input')
  })

  it('show a tilt and which way, mirrored when the bearing is turned round', () => {
    const strips = {
      driveEnd: { leftMm: 1.7, rightMm: 1.7 },
      otherEnd: { leftMm: 1.15, rightMm: 1.15 },
      scale: SCALE,
      lengthMm: 100,
      acrossMm: 50,
    }
    expect(bearingAlignment(strips)).toMatchObject({
      tiltMmPerM: near(0.25),
      tighterEnd: 'drive end',
      crossTiltMmPerM: near(0),
      tighterSide: 'even',
      meanUm: near(63.5),
    })
    expect(bearingAlignment({ ...strips, driveEnd: strips.otherEnd, otherEnd: strips.driveEnd })).toMatchObject({
      tiltMmPerM: near(-0.25),
      tighterEnd: 'other end',
    })
    expect(
      bearingAlignment({ ...strips, driveEnd: { leftMm: 1.7, rightMm: 1.15 }, otherEnd: { leftMm: 1.7, rightMm: 1.15 } }),
    ).toMatchObject({ tighterSide: 'left', crossTiltMmPerM: near(0.5) })
    expect(refusal(() => bearingAlignment({ ...strips, lengthMm: 0 })).details.field).toBe('lengthMm')
  })

  it('have a pinch of shim less wire', () => {
    expect(bearingPinch({ shimMm: 0.25, wireMm: 0.21 }).pinchUm).toBe(40)
    expect(bearingPinch({ shimMm: 0.2, wireMm: 0.23 })).toMatchObject({ pinchUm: -30, working: [{ label: 'Play in the cap' }] })
    expect(refusal(() => bearingPinch({ shimMm: Number.NaN, wireMm: 0.1 })).details.field).toBe('shimMm')
  })
})

describe('along the axis', () => {
  const float = (mm: number) => [{ oneStopMm: 0, otherStopMm: mm }]

  it('closing must not take the float', () => {
    expect(thrustFloat(float(0.32), float(0.31))).toMatchObject({ changeMm: near(-0.01), isPinched: false })
    expect(thrustFloat(float(0.32), float(0.24))).toMatchObject({ changeMm: near(-0.08), isPinched: true })
    expect(thrustFloat([...float(0.3), ...float(0.36)], float(0.29)).isPinched).toBe(false)
  })

  it('a locknut is turned by whole tabs to the nearest that can be had', () => {
    expect(locknutTabs({ pitchMm: 2, tabs: 17, presentUm: 400, wantedUm: 160 })).toMatchObject({
      perTabUm: near(2000 / 17),
      tabs: 2,
      resultUm: near(400 - 4000 / 17),
    })
    fc.assert(
      fc.property(
        fc.constantFrom(1, 1.5, 2, 3),
        fc.integer({ min: 5, max: 25 }),
        fc.integer({ min: 0, max: 900 }),
        fc.integer({ min: 0, max: 900 }),
        (pitchMm, tabs, presentUm, wantedUm) => {
          const found = locknutTabs({ pitchMm, tabs, presentUm, wantedUm })
          expect(Math.abs(found.resultUm - wantedUm)).toBeLessThanOrEqual(found.perTabUm / 2 + 1e-9)
          expect(Number.isInteger(found.tabs)).toBe(true)
        },
      ),
    )
    expect(refusal(() => locknutTabs({ pitchMm: 2, tabs: 1.5, presentUm: 1, wantedUm: 1 })).details.field).toBe('tabs')
  })

  it('a part stands in the middle after half the difference', () => {
    expect(centreEndClearance({ driveEndMm: 0.32, otherEndMm: 0.2 })).toMatchObject({
      totalMm: near(0.52),
      shiftMm: near(0.06),
      towards: 'drive end',
    })
    expect(centreEndClearance({ driveEndMm: 0.2, otherEndMm: 0.205 }).towards).toBe('stays')
    expect(refusal(() => centreEndClearance({ driveEndMm: -1, otherEndMm: 0 })).details.field).toBe('driveEndMm')
  })
})
