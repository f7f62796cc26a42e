import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkTarget, propertyClass, PROPERTY_CLASSES, threadSize } from '.'
import { METRIC } from './thread-tables'

describe('threadSize', () => {
  it.each([
    // Nominal stress areas of ISO 898-1, tables 4 and 6.
    ['M3', 5.03], ['M3.5', 6.78], ['M4', 8.78], ['M5', 14.2], ['M6', 20.1], ['M7', 28.9], ['M8', 36.6], ['M10', 58], ['M12', 84.3], ['M14', 115],
    ['M16', 157], ['M18', 192], ['M20', 245], ['M22', 303], ['M24', 353], ['M27', 459], ['M30', 561], ['M33', 694], ['M36', 817], ['M39', 976],
    ['M8x1', 39.2], ['M10x1.25', 61.2], ['M10x1', 64.5], ['M12x1.5', 88.1], ['M12x1.25', 92.1], ['M14x1.5', 125], ['M16x1.5', 167],
    ['M18x1.5', 216], ['M20x1.5', 272], ['M22x1.5', 333], ['M24x2', 384], ['M27x2', 496], ['M30x2', 621], ['M33x2', 761], ['M36x3', 865],
    ['M39x3', 1030],
  ])('%s has the stress area of the table', (name, areaMm2) => {
    const { stressAreaMm2 } = threadSize(name)
    expect(Number(stressAreaMm2.toPrecision(3))).toBe(areaMm2)
  })

  it.each([
    // Tensile stress areas of ASME B1.1, square inches.
    ['1/4-20 UNC', 0.0318], ['3/8-16 UNC', 0.0775], ['1/2-13 UNC', 0.1419], ['3/4-10 UNC', 0.334], ['1-8 UNC', 0.606], ['1 1/8-7 UNC', 0.763],
    ['1-1/2-6 UNC', 1.405], ['1/4-28 UNF', 0.0364], ['1/2-20 UNF', 0.1599], ['3/4-16 UNF', 0.373], ['1-12 UNF', 0.663], ['1 1/2-12 UNF', 1.581],
  ])('%s has the stress area of the table', (name, areaIn2) => {
    expect(Math.abs(threadSize(name).stressAreaMm2 / 645.16 - areaIn2)).toBeLessThanOrEqual(0.0006)
  })

  it('reads every way of writing one thread, and says pitch and diameters', () => {
    expect(threadSize(' M18 × 1 ')).toEqual(threadSize('M18x1'))
    expect(threadSize('1-1/8-7 UNC')).toEqual(threadSize('1 1/8-7 UNC'))
    const { pitchDiameterMm, minorDiameterMm, series, name } = threadSize('M12x1.75')
    expect([pitchDiameterMm.toFixed(3), minorDiameterMm.toFixed(3), series, name]).toEqual(['10.863', '9.853', 'metric coarse', 'M12'])
    expect([threadSize('M80x2').series, threadSize('M36x1.5').pitchMm, threadSize('1/2-13 UNC').nominalMm]).toEqual(['metric fine', 1.5, 12.7])
  })

  it.each(['M80', 'M12x2', 'M10 × 90', 'M2', 'M11x1.25', '1/2-14 UNC', '1/2-13', '7/32-24 UNF', 'M101x6', 'bolt', ''])('refuses %s', (name) => {
    expect(() => threadSize(name)).toThrow(expect.objectContaining({ code: expect.stringMatching(/^thread\./) }))
  })

  it('grows with the diameter at one pitch, and with a finer pitch at one diameter', () => {
    fc.assert(fc.property(fc.constantFrom(...METRIC), ([diameterMm, { coarseMm, fineMm }]) => {
      const areas = [...coarseMm === null ? [] : [coarseMm], ...fineMm].map(pitch => threadSize(`M${diameterMm}x${pitch}`).stressAreaMm2)
      expect([...areas].sort((a, b) => a - b)).toEqual(areas)
      expect(areas.every(area => area > 0 && area < Math.PI / 4 * diameterMm ** 2)).toBe(true)
    }))
  })
})

describe('propertyClass', () => {
  it('changes where the standard changes', () => {
    expect(propertyClass('8.8', 16)).toMatchObject({ proofMPa: 580, yieldMPa: 640, tensileMPa: 800 })
    expect(propertyClass('8.8', 18)).toMatchObject({ proofMPa: 600, yieldMPa: 660, tensileMPa: 830 })
    expect(propertyClass('10.9', 12)).toMatchObject({ proofMPa: 830, tensileMPa: 1040 })
    expect(propertyClass('SAE 5', 25.4).proofMPa).toBeCloseTo(586, 0)
    expect(propertyClass('SAE 5', 28.575).proofMPa).toBeCloseTo(510, 0)
    expect(propertyClass('sae 2', 22.225).tensileMPa).toBeCloseTo(414, 0)
    expect(propertyClass('A4-80', 12)).toMatchObject({ proofMPa: 600, note: expect.stringContaining('Rp0.2') })
    expect(propertyClass('8.8', 80).note).toContain('by agreement')
    expect(propertyClass('8.8', 39).note).toBeUndefined()
  })

  it.each([['8.9', 12], ['9.8', 20], ['SAE 8', 40], ['SAE 5', 5], ['8.8', 0], ['8.8', Number.NaN]])('refuses %s at %s mm', (name, nominalMm) => {
    expect(() => propertyClass(name, nominalMm)).toThrow(expect.objectContaining({ code: expect.stringMatching(/^class\./) }))
  })

  it('never proves more than it yields, nor yields more than it holds', () => {
    for (const name of PROPERTY_CLASSES) {
      const { proofMPa, yieldMPa, tensileMPa } = propertyClass(name, 12)
      expect(proofMPa).toBeLessThanOrEqual(yieldMPa)
      expect(yieldMPa).toBeLessThan(tensileMPa)
    }
  })
})

describe('checkTarget', () => {
  it.each([
    [{ thread: 'M12', propertyClass: '8.8', torqueNm: 84, lubricant: 'dry' }, 'fits', 0.716],
    [{ thread: 'M14', propertyClass: '8.8', torqueNm: 130, lubricant: 'anti-seize' }, 'high', 1.16],
    [{ thread: 'M80x2', propertyClass: '8.8', torqueNm: 1150, lubricant: 'oil' }, 'low', 0.0333],
    [{ thread: 'M6', propertyClass: '8.8', torqueNm: 55, lubricant: 'dry' }, 'absurd', 3.93],
  ])('%o is %s', (target, verdict, share) => {
    const checked = checkTarget(target)
    expect(checked.shareOfProof).toBeCloseTo(share, 2)
    expect(checked.verdict).toBe(verdict)
  })

  it('tries out what may have happened to an absurd figure', () => {
    expect(checkTarget({ thread: 'M6', propertyClass: '8.8', torqueNm: 55, lubricant: 'dry' }).reasons[0]).toContain('lbf·in')
    expect(checkTarget({ thread: 'M10', propertyClass: '8.8', torqueNm: 70, lubricant: 'oil' }).reasons.join(' ')).toMatch(/M12.*12\.9/)
    expect(checkTarget({ thread: 'M12', propertyClass: '8.8', torqueNm: 60, lubricant: 'oil' }).reasons).toEqual([])
  })

  it.each([0, -3, Number.NaN, Infinity])('refuses a torque of %s', (torqueNm) => {
    expect(() => checkTarget({ thread: 'M12', propertyClass: '8.8', torqueNm, lubricant: 'dry' })).toThrow(expect.objectContaining({ code: 'torque.target' }))
  })

  it('is proportional to the torque', () => {
    fc.assert(fc.property(fc.double({ min: 1, max: 500, noNaN: true }), (torqueNm) => {
      const at = (times: number) => checkTarget({ thread: 'M16', propertyClass: '10.9', torqueNm: torqueNm * times, lubricant: 'grease' }).shareOfProof
      expect(at(2)).toBeCloseTo(2 * at(1), 9)
    }))
  })
})
