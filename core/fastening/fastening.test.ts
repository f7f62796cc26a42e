import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  castleNutTurn, checkTarget, engagement, frictionOf, headBearing, nutProofClass, preloadForTorque, preloadRange, propertyClass,
  PROPERTY_CLASSES,
  tabAlignment, threadSize, torqueForPreload, turnOfNut, witnessAngle, wrenchSetting, wrenchSuits,
} from '.'
import { METRIC } from './thread-tables'

describe('threadSize', () => {
  it.each([
    // Nominal stress areas of ISO 898-1, tables 4 and 6.
    ['M3', 5.03], ['M3.5', 6.78], ['M4', 8.78], ['M5', 14.2], ['M6', 20.1], ['M7', 28.9], ['M8', 36.6], ['M10', 58], ['M12', 84.3],
    ['M14', 115],
    ['M16', 157], ['M18', 192], ['M20', 245], ['M22', 303], ['M24', 353], ['M27', 459], ['M30', 561], ['M33', 694], ['M36', 817],
    ['M39', 976],
    ['M8x1', 39.2], ['M10x1.25', 61.2], ['M10x1', 64.5], ['M12x1.5', 88.1], ['M12x1.25', 92.1], ['M14x1.5', 125], ['M16x1.5', 167],
    ['M18x1.5', 216], ['M20x1.5', 272], ['M22x1.5', 333], ['M24x2', 384], ['M27x2', 496], ['M30x2', 621], ['M33x2', 761], ['M36x3', 865],
    ['M39x3', 1030],
  ])('%s has the stress area of the table', (name, areaMm2) => {
    const { stressAreaMm2 } = threadSize(name)
    expect(Number(stressAreaMm2.toPrecision(3))).toBe(areaMm2)
  })

  it.each([
    // Tensile stress areas of ASME B1.1, square inches.
    ['1/4-20 UNC', 0.0318], ['3/8-16 UNC', 0.0775], ['1/2-13 UNC', 0.1419], ['3/4-10 UNC', 0.334], ['1-8 UNC', 0.606],
    ['1 1/8-7 UNC', 0.763],
    ['1-1/2-6 UNC', 1.405], ['1/4-28 UNF', 0.0364], ['1/2-20 UNF', 0.1599], ['3/4-16 UNF', 0.373], ['1-12 UNF', 0.663],
    ['1 1/2-12 UNF', 1.581],
  ])('%s has the stress area of the table', (name, areaIn2) => {
    expect(Math.abs(threadSize(name).stressAreaMm2 / 645.16 - areaIn2)).toBeLessThanOrEqual(0.0006)
  })

  it('reads every way of writing one thread, and says pitch and diameters', () => {
    expect(threadSize(' M18 × 1 ')).toEqual(threadSize('M18x1'))
    expect(threadSize('1-1/8-7 UNC')).toEqual(threadSize('1 1/8-7 UNC'))
    const { pitchDiameterMm, minorDiameterMm, series, name } = threadSize('M12x1.75')
    expect([pitchDiameterMm.toFixed(3), minorDiameterMm.toFixed(3), series, name]).toEqual(['10.863', '9.853', 'metric coarse', 'M12'])
    expect([threadSize('M80x2').series, threadSize('M36x1.5').pitchMm, threadSize('1/2-13 UNC').nominalMm])
      .toEqual(['metric fine', 1.5, 12.7])
  })

  it.each(['M80', 'M12x2', 'M10 × 90', 'M2', 'M11x1.25', '1/2-14 UNC', '1/2-13', '7/32-24 UNF', 'M101x6', 'bolt', ''])('refuses %s',
    (name) => {
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

  it.each([['8.9', 12], ['9.8', 20], ['SAE 8', 40], ['SAE 5', 5], ['8.8', 0], ['8.8', Number.NaN]])('refuses %s at %s mm',
    (name, nominalMm) => {
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
    expect(() => checkTarget({ thread: 'M12', propertyClass: '8.8', torqueNm,
      lubricant: 'dry' })).toThrow(expect.objectContaining({ code: 'torque.target' }))
  })

  it('is proportional to the torque', () => {
    fc.assert(fc.property(fc.double({ min: 1, max: 500, noNaN: true }), (torqueNm) => {
      const at = (times: number) => checkTarget({ thread: 'M16', propertyClass: '10.9', torqueNm: torqueNm * times,
        lubricant: 'grease' }).shareOfProof
      expect(at(2)).toBeCloseTo(2 * at(1), 9)
    }))
  })
})

describe('checkTarget with nut and hole', () => {
  const target = { thread: 'M12', propertyClass: '10.9', torqueNm: 90, lubricant: 'oil' }
  it('is governed by the weakest', () => {
    expect(checkTarget(target).governedBy).toBe('bolt')
    const byNut = checkTarget({ ...target, nutClass: '8' })
    expect(byNut).toMatchObject({ governedBy: 'nut', verdict: 'high', reasons: [expect.stringContaining('nut is weaker')] })
    expect(byNut.shareOfProof / checkTarget(target).shareOfProof).toBeCloseTo(830 / 580, 6)
    expect(checkTarget({ ...target, nutClass: '10', into: 'aluminium', engagementMm: 10 })).toMatchObject({ governedBy: 'tapped hole',
      verdict: 'absurd' })
    expect(checkTarget({ ...target, into: 'steel', engagementMm: 40 }).governedBy).toBe('bolt')
  })
  it('knows which bolt a nut holds', () => {
    expect([nutProofClass('8'), nutProofClass('12'), nutProofClass('a4-80'), nutProofClass('SAE 5')])
      .toEqual(['8.8', '12.9', 'A4-80', 'SAE 5'])
    expect(() => nutProofClass('toString')).toThrow(expect.objectContaining({ code: 'class.unknown' }))
  })
})

describe('torque and preload', () => {
  it.each([
    // VDI 2230-1, table A1: coarse threads, class 8.8, friction 0.12 in thread and under head, assembly preload and tightening torque.
    ['M8', 17_200, 24.6], ['M10', 27_300, 48], ['M12', 39_900, 84], ['M16', 75_300, 206], ['M20', 121_000, 415], ['M24', 175_000, 714],
  ])('%s at %i N comes to the table', (thread, preloadN, torqueNm) => {
    // The table takes socket heads in fine holes (D_km of about 1.3 d); ours are hexagon heads, so the same diameter is handed in.
    const { nominalMm } = threadSize(thread)
    const { torqueNm: found } = torqueForPreload({ thread, preloadN, threadFriction: 0.12, headFriction: 0.12,
      headDiameterMm: 1.3 * nominalMm })
    expect(Math.abs(found / torqueNm - 1)).toBeLessThan(0.1)
  })

  it('is the formula written out, and its inverse', () => {
    // M12, d₂ = 10.863 mm, P = 1.75 mm, D_km = (16.63 + 13.5) / 2: 40 kN × (0.27852 + 0.75263 + 0.9039) mm.
    const pulled = torqueForPreload({ thread: 'M12', preloadN: 40_000, threadFriction: 0.12, headFriction: 0.12 })
    expect(pulled.torqueNm).toBeCloseTo(77.402, 2)
    expect(pulled.pitchNm + pulled.threadNm! + pulled.headNm!).toBeCloseTo(pulled.torqueNm, 9)
    expect(headBearing('M12').diameterMm).toBeCloseTo(15.065, 9)
    fc.assert(fc.property(fc.constantFrom('M3', 'M17x1', 'M42', 'M100x4', '1/2-13 UNC', '9/16-12 UNC', '1 1/2-12 UNF'),
      fc.double({ min: 10, max: 5e5, noNaN: true }),
      fc.double({ min: 0, max: 0.4, noNaN: true }), (thread, preloadN, friction) => {
        const there = torqueForPreload({ thread, preloadN, threadFriction: friction, headFriction: friction / 2 })
        expect(preloadForTorque({ thread, torqueNm: there.torqueNm, threadFriction: friction,
          headFriction: friction / 2 }).preloadN / preloadN).toBeCloseTo(1, 9)
        expect(preloadForTorque({ thread, torqueNm: there.torqueNm, nutFactor: there.nutFactor }).preloadN / preloadN).toBeCloseTo(1, 9)
      }))
  })

  it.each([
    [{ preloadN: 0, threadFriction: 0.1, headFriction: 0.1 }, 'preload.value'],
    [{ preloadN: 1, threadFriction: -0.1, headFriction: 0.1 }, 'friction.value'],
    [{ preloadN: 1, threadFriction: 0.1, headFriction: Number.NaN }, 'friction.value'], [{ preloadN: 1, nutFactor: 0 }, 'nut-factor.value'],
    [{ preloadN: 1, threadFriction: 0.1, headFriction: 0.1, headDiameterMm: 1 }, 'head.diameter'],
  ])('refuses %o', (wrong, code) => {
    expect(() => torqueForPreload({ thread: 'M12', ...wrong } as never)).toThrow(expect.objectContaining({ code }))
  })

  it('scatters by the tool: the bounds are the factor apart and the mean between them', () => {
    for (const [tool, factor] of [['wrench', 2], ['angle', 1.4], ['tensioner', 1.6], ['impact', 4], ['by feel', 4]] as const) {
      const { lowN, meanN, highN, shareOfProof }
        = preloadRange({ thread: 'M12', propertyClass: '8.8', torqueNm: 84, lubricant: 'dry', tool })
      expect([highN / lowN, (lowN + highN) / 2, shareOfProof]).toEqual([expect.closeTo(factor, 9), expect.closeTo(meanN, 6),
        expect.closeTo(0.716, 3)])
    }
    expect(() => preloadRange({ thread: 'M12', propertyClass: '8.8', torqueNm: 84, lubricant: 'dry',
      tool: 'hammer' })).toThrow(expect.objectContaining({ code: 'tool.unknown' }))
  })

  it('knows what is slippery', () => {
    expect(frictionOf('anti-seize').to).toBeLessThan(frictionOf('dry').from)
    expect(() => frictionOf('butter')).toThrow(expect.objectContaining({ code: 'friction.unknown' }))
  })
})

describe('wrench, locks and threads in hold', () => {
  it('corrects for an extension', () => {
    const at = (angleDeg: number) => wrenchSetting({ torqueNm: 100, wrenchMm: 400, extensionMm: 100, angleDeg }).settingNm
    expect([at(0), at(90), at(180)]).toEqual([expect.closeTo(80, 9), expect.closeTo(100, 9), expect.closeTo(400 / 3, 9)])
    expect(() => wrenchSetting({ torqueNm: 100, wrenchMm: 100, extensionMm: 100,
      angleDeg: 180 })).toThrow(expect.objectContaining({ code: 'wrench.extension' }))
    expect([wrenchSuits(19, 100), wrenchSuits(20, 100), wrenchSuits(101, 100)]).toEqual([expect.stringContaining('below 20'), null,
      expect.stringContaining('more than the 100')])
  })

  it('turns a castle nut on, never back', () => {
    const nut = { slots: 6, lowerNm: 60, upperNm: 80 }
    expect(castleNutTurn({ ...nut, pastDeg: 20, risesNmPerDeg: 0.4 })).toMatchObject({ turnDeg: 40, torqueNm: 76, verdict: 'fits' })
    expect(castleNutTurn({ ...nut, pastDeg: 20, risesNmPerDeg: 0.6 }).verdict).toBe('beyond')
    expect(castleNutTurn({ ...nut, pastDeg: 120 })).toMatchObject({ turnDeg: 0, verdict: 'fits' })
    expect(castleNutTurn({ ...nut, pastDeg: -10 })).toMatchObject({ turnDeg: 10, verdict: 'feel' })
    expect(() => castleNutTurn({ ...nut, slots: 0, pastDeg: 0 })).toThrow(expect.objectContaining({ code: 'castle-nut.slots' }))
  })

  it('finds the tab that meets a slot first', () => {
    expect(tabAlignment({ tabs: 17, slots: 4, pastDeg: 0 })).toMatchObject({ tab: 1, slot: 1, turnDeg: 0 })
    // Tabs and slots meet 68 times a turn: never farther than 360°/68.
    fc.assert(fc.property(fc.double({ min: -720, max: 720, noNaN: true }), (pastDeg) => {
      const { turnDeg, tab, slot } = tabAlignment({ tabs: 17, slots: 4, pastDeg })
      expect(turnDeg).toBeLessThanOrEqual(360 / 68 + 1e-6)
      const off = ((slot - 1) * 90 + pastDeg + turnDeg - (tab - 1) * 360 / 17) % 360
      expect(Math.min(Math.abs(off), 360 - Math.abs(off))).toBeCloseTo(0, 6)
    }))
    expect(tabAlignment({ tabs: 1, slots: 1, pastDeg: 10, furthestDeg: 90, pitchMm: 1.5 })).toMatchObject({ turnDeg: 350, verdict: 'beyond',
      alongMm: expect.closeTo(1.4583, 3) })
  })

  it('reads a witness line and a turn of the nut', () => {
    expect(witnessAngle({ thread: 'M16', offDeg: -6 })).toEqual({ alongUm: expect.closeTo(-33.33, 2), clampN: null })
    const { turnDeg, stretchMm, boltStiffnessNPerMm } = turnOfNut({ thread: 'M16', preloadN: 60_000, gripMm: 60 })
    expect(witnessAngle({ thread: 'M16', offDeg: turnDeg, stiffnessNPerMm: boltStiffnessNPerMm }).clampN).toBeCloseTo(60_000, 3)
    expect(stretchMm).toBeCloseTo(60_000 * (60 + 0.9 * 16) / (206_000 * 156.67), 4)
  })

  it('asks for full threads by what they bite into', () => {
    const held = (into: string, lengthMm: number) => engagement({ thread: 'M12', into, lengthMm }).verdict
    expect([held('steel', 12), held('iron', 17), held('aluminium', 24), held('aluminium', 30)])
      .toEqual(['enough', 'too little', 'thin', 'enough'])
    expect(engagement({ thread: 'M12', into: 'steel', turns: 4 })).toMatchObject({ share: expect.closeTo(7 / 12, 9),
      verdict: 'too little' })
    expect(() => engagement({ thread: 'M12', into: 'steel' })).toThrow(expect.objectContaining({ code: 'engagement.length' }))
  })
})
