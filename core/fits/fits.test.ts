import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { refusal } from '../../tests/support/refusal'
import { boreAfterPressing, gripTime, interferenceFit, mountingTemperature, taperDriveUp, type InterferenceInput } from '.'

const steel = { youngMPa: 210_000, poisson: 0.3, yieldMPa: 350 }
const bronze = { youngMPa: 105_000, poisson: 0.34 }
const castIron = { youngMPa: 110_000, poisson: 0.26 }

describe('interferenceFit', () => {
  const joint: InterferenceInput = {
    fitDiameterMm: 100,
    innerBoreMm: 0,
    outerDiameterMm: 200,
    lengthMm: 80,
    interferenceUm: 60,
    inner: steel,
    outer: steel,
    friction: 0.12,
  }

  it('gives the pressure of Timoshenko’s built-up cylinder (Strength of Materials II, art. 41: a 4, b 6, c 8 in, δ 0.005 in → 4050 psi)', () => {
    const inch = 25.4
    const old = { youngMPa: 30e6 * 0.006894757293168, poisson: 0.3 }
    // His δ is on the radius.
    const { pressureMPa } = interferenceFit({
      fitDiameterMm: 12 * inch,
      innerBoreMm: 8 * inch,
      outerDiameterMm: 16 * inch,
      lengthMm: 100,
      interferenceUm: 2 * 0.005 * inch * 1000,
      inner: old,
      outer: old,
      friction: 0.1,
    })
    expect(pressureMPa / 0.006894757293168).toBeCloseTo(4050.9, 0)
  })

  it('agrees with the one-material form E δ (D²−d²)(d²−b²) ÷ (2 d³ (D²−b²)) of Shigley, Mechanical Engineering Design, press and shrink fits', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 0.9, noNaN: true }), fc.double({ min: 1.2, max: 4, noNaN: true }), (boreShare, outShare) => {
        const d = 80
        const [b, out] = [boreShare * d, outShare * d]
        const { pressureMPa } = interferenceFit({ ...joint, fitDiameterMm: d, innerBoreMm: b, outerDiameterMm: out })
        expect(pressureMPa).toBeCloseTo((210_000 * 0.06 * (out ** 2 - d ** 2) * (d ** 2 - b ** 2)) / (2 * d ** 3 * (out ** 2 - b ** 2)), 6)
      }),
    )
  })

  it('holds together: what both faces give is the interference, and thin rings follow p d ÷ 2 s', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 0.8, noNaN: true }),
        fc.double({ min: 1.1, max: 5, noNaN: true }),
        (interferenceUm, boreShare, outShare) => {
          const fit = interferenceFit({
            ...joint,
            interferenceUm,
            innerBoreMm: boreShare * 100,
            outerDiameterMm: outShare * 100,
            outer: castIron,
          })
          expect(fit.hubBoreChangeUm - fit.innerOuterChangeUm).toBeCloseTo(interferenceUm, 6)
          expect(fit.slipTorqueNm).toBeCloseTo(fit.pressForceN * 0.05, 6)
          expect(fit.innerBoreChangeUm).toBeLessThanOrEqual(0)
          expect(fit.hubOuterChangeUm).toBeGreaterThan(0)
          const more = interferenceFit({
            ...joint,
            interferenceUm: interferenceUm * 1.5,
            innerBoreMm: boreShare * 100,
            outerDiameterMm: outShare * 100,
            outer: castIron,
          })
          expect(more.pressureMPa).toBeCloseTo(1.5 * fit.pressureMPa, 9)
        },
      ),
    )
    const thin = interferenceFit({ ...joint, outerDiameterMm: 102 })
    expect(thin.hubHoopStressMPa / (thin.pressureMPa * 101 / 2)).toBeCloseTo(1, 2)
  })

  it('tells shares of yield, the loss by roughness, and its working', () => {
    const fit = interferenceFit({ ...joint, roughness: { innerRzUm: 5, outerRzUm: 10 } })
    expect(fit.effectiveInterferenceUm).toBeCloseTo(48, 9)
    expect(fit.pressureMPa).toBeCloseTo(47.25 * 0.8, 6)
    // σ = p (4+1)/(4−1) = 63, p = 37.8: √(63² + 63·37.8 + 37.8²) = 88.2.
    expect(fit.hubStressShare).toBeCloseTo(88.2 / 350, 4)
    expect(fit.innerStressShare).toBeCloseTo(37.8 / 350, 6)
    expect(interferenceFit({ ...joint, outer: bronze }).hubStressShare).toBeUndefined()
    expect(fit.working.map(line => line.label)).toContain('Effective interference')
    expect(fit.working.every(line => line.source && line.result && !/NaN|undefined/.test(line.substituted + line.result))).toBe(true)
  })

  it.each<[Partial<InterferenceInput>, string, string | undefined]>([
    [{ innerBoreMm: 100 }, 'fit.geometry', 'innerBoreMm'],
    [{ innerBoreMm: -1 }, 'fit.geometry', 'innerBoreMm'],
    [{ outerDiameterMm: 100 }, 'fit.geometry', 'outerDiameterMm'],
    [{ lengthMm: 0 }, 'fit.geometry', 'lengthMm'],
    [{ fitDiameterMm: Number.NaN }, 'fit.geometry', 'fitDiameterMm'],
    [{ interferenceUm: 0 }, 'fit.no-interference', undefined],
    [{ interferenceUm: 10, roughness: { innerRzUm: 10, outerRzUm: 10 } }, 'fit.no-interference', undefined],
    [{ friction: 2 }, 'fit.friction', 'friction'],
    [{ inner: { youngMPa: 0, poisson: 0.3 } }, 'fit.material', 'inner'],
    [{ outer: { youngMPa: 1, poisson: 0.6 } }, 'fit.material', 'outer'],
  ])('refuses %j as %s', (change, code, field) => {
    const refused = refusal(() => interferenceFit({ ...joint, ...change }))
    expect([refused.code, refused.details.field]).toEqual([code, field])
  })
})

describe('heating', () => {
  const seat = { fitDiameterMm: 70, interferenceUm: 30, clearanceUm: 30, alphaPerK: 12e-6, roomC: 20 }

  it('finds the temperature, keeps the cap, and says what is left at it', () => {
    // 60 µm ÷ (12e-6 · 70 000 µm) = 71.43 K.
    expect(mountingTemperature(seat)).toMatchObject({
      allowed: true,
      method: 'induction heater',
      temperatureC: expect.closeTo(91.4286, 3) as number,
    })
    expect(mountingTemperature({ ...seat, handlingLossK: 20 }).temperatureC).toBeCloseTo(111.4286, 3)
    const hot = mountingTemperature({ ...seat, handlingLossK: 20, capC: 110 })
    expect(hot).toMatchObject({ allowed: false, method: 'cool the shaft too' })
    expect(hot.clearanceAtCapUm).toBeCloseTo(70 * 0.84 - 30, 6)
    expect(hot.shaftTemperatureC).toBeCloseTo(20 - (30 - hot.clearanceAtCapUm) / 0.84, 6)
    expect(mountingTemperature({ ...seat, interferenceUm: 300, capC: 120 }).shaftTemperatureC).toBeUndefined()
    expect(mountingTemperature({ ...seat, interferenceUm: -40 })).toMatchObject({ method: 'no heat', temperatureC: 20, allowed: true })
    expect(mountingTemperature({ ...seat, interferenceUm: 180 }).method).toBe('oven')
  })

  it('rises with the interference and falls with the diameter', () => {
    fc.assert(fc.property(fc.integer({ min: 0, max: 100 }), fc.integer({ min: 20, max: 400 }), (interferenceUm, fitDiameterMm) => {
      const at = (um: number, d: number) => mountingTemperature({ ...seat, interferenceUm: um, fitDiameterMm: d }).temperatureC
      expect(at(interferenceUm + 1, fitDiameterMm)).toBeGreaterThan(at(interferenceUm, fitDiameterMm))
      expect(at(interferenceUm, fitDiameterMm + 1)).toBeLessThan(at(interferenceUm, fitDiameterMm))
    }))
  })

  it('cools by Newton: half the excess is gone after t = m c ln 2 ÷ (h A)', () => {
    const ring = { temperatureC: 100, roomC: 20, fitDiameterMm: 100, interferenceUm: 48, alphaPerK: 12e-6, massKg: 3, surfaceM2: 0.1 }
    // 48 µm ÷ 1.2 µm/K = 40 K, half of the 80 K it was warmer.
    expect(gripTime(ring)).toMatchObject({
      gripC: expect.closeTo(60, 9) as number,
      seconds: expect.closeTo((3 * 470 * Math.LN2) / (12 * 0.1), 6) as number,
    })
    expect(gripTime({ ...ring, interferenceUm: -5 }).seconds).toBe(Infinity)
    expect(refusal(() => gripTime({ ...ring, temperatureC: 55 })).code).toBe('heat.cold')
    expect(refusal(() => gripTime({ ...ring, massKg: 0 })).details.field).toBe('massKg')
  })

  it.each([
    [{ fitDiameterMm: 0 }],
    [{ clearanceUm: -1 }],
    [{ alphaPerK: 12 }],
    [{ roomC: 400 }],
    [{ capC: 10 }],
    [{ handlingLossK: -1 }],
    [{ interferenceUm: Number.NaN }],
  ])('refuses %j beside its field', (change) => {
    const refused = refusal(() => mountingTemperature({ ...seat, ...change }))
    expect([refused.code, refused.details.field]).toEqual(['heat.input', Object.keys(change)[0]])
  })
})

describe('boreAfterPressing', () => {
  const sleeve = {
    boreMm: 60,
    sleeveOuterMm: 75.05,
    housingBoreMm: 75,
    housingOuterMm: 120,
    lengthMm: 70,
    sleeve: bronze,
    housing: castIron,
  }

  it('closes as the joint says and tells the stock to remove', () => {
    const joint = interferenceFit({
      fitDiameterMm: 75,
      innerBoreMm: 60,
      outerDiameterMm: 120,
      lengthMm: 70,
      interferenceUm: 50,
      inner: bronze,
      outer: castIron,
      friction: 0.12,
    })
    const pressed = boreAfterPressing({ ...sleeve, shaftMm: 59.92, wantedClearanceUm: 90 })
    expect(pressed.interferenceUm).toBe(50)
    expect(pressed.closesInUm).toBeCloseTo(-joint.innerBoreChangeUm, 9)
    // Most of the interference comes through a wall of 7.5 mm in a stout housing.
    expect(pressed.closesInUm).toBeGreaterThan(25)
    expect(pressed.closesInUm).toBeLessThan(50)
    expect(pressed.clearanceUm).toBeCloseTo(80 - pressed.closesInUm, 6)
    expect(pressed.stockUm).toBeCloseTo(10 + pressed.closesInUm, 6)
    expect(boreAfterPressing(sleeve).stockUm).toBeUndefined()
  })

  it('refuses a sleeve that falls in', () =>
    expect(refusal(() => boreAfterPressing({ ...sleeve, sleeveOuterMm: 74.99 })).code).toBe('fit.no-interference'))
})

describe('taperDriveUp', () => {
  it('is n times the interference and asks for the contact', () => {
    expect(taperDriveUp({ taperRatio: 12, interferenceUm: 60 }).driveUpMm).toBeCloseTo(0.72, 9)
    expect(taperDriveUp({ taperRatio: 10, interferenceUm: 60, smoothedUm: 8, contactShare: 0.79 })).toMatchObject({
      driveUpMm: expect.closeTo(0.68, 9) as number,
      contactIsEnough: false,
    })
    expect(taperDriveUp({ taperRatio: 10, interferenceUm: 60, contactShare: 0.8 }).contactIsEnough).toBe(true)
    expect(refusal(() => taperDriveUp({ taperRatio: 0, interferenceUm: 60 })).details.field).toBe('taperRatio')
  })
})
