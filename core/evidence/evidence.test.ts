import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { refusal } from '../../tests/support/refusal'
import {
  arcInFrame, arcMiddle, arcWidth, circularStatistics, frames, geometry, overlay, parseArc, reachOf, sayArc, type EvidencePart,
} from '.'

const at = (deg: number, more: { weight?: number } = {}) => ({ fromDeg: deg, toDeg: deg, ...more })

describe('arcs', () => {
  it('have a width and a middle, also past 12 o’clock', () => {
    const width = (fromDeg: number, toDeg: number) => arcWidth({ fromDeg, toDeg })
    expect([width(10, 40), width(350, 20), width(0, 360), width(90, 90)]).toEqual([30, 30, 360, 0])
    expect(arcMiddle({ fromDeg: 350, toDeg: 20 })).toBe(5)
  })

  it('reach all round, one place, two opposite or several, overlaps counted once', () => {
    const reach = (...arcs: [number, number][]) => reachOf(arcs.map(([fromDeg, toDeg]) => ({ fromDeg, toDeg })))
    expect(reach()).toBeNull()
    expect(reach([0, 360])).toBe('all round')
    expect(reach([0, 200], [180, 320])).toBe('all round')
    expect(reach([350, 20])).toBe('one place')
    expect(reach([340, 10], [5, 60])).toBe('one place')
    expect(reach([10, 30], [50, 80], [90, 95])).toBe('one place')
    expect(reach([10, 40], [190, 215])).toBe('two opposite')
    expect(reach([0, 20], [120, 140], [240, 260])).toBe('several places')
  })
})

describe('parseArc', () => {
  it.each<[string, number, number, string]>([
    ['2 to 4', 60, 120, '2 to 4'], ['10-2', 300, 60, '10 to 2'], ['2:30 to 4', 75, 120, '2:30 to 4'], ['all round', 0, 360, 'all round'],
    ['180°', 180, 180, 'at 6'], ['12', 0, 0, 'at 12'], ['350° to 20°', 350, 20, '11:30 to 12:30'], ['45 – 90', 45, 90, '1:30 to 3'],
    ['at 3', 90, 90, 'at 3'], ['0 to 360', 0, 360, 'all round'], ['7,5 to 9', 225, 270, '7:30 to 9'],
  ])('reads %s', (text, fromDeg, toDeg, said) => {
    expect(parseArc(text)).toEqual({ fromDeg, toDeg })
    expect(sayArc({ fromDeg, toDeg })).toBe(said)
  })

  it('refuses what is no place on a clock', () => {
    for (const text of ['', 'left', '400°', '2:75', '14 o’clock', '2 to', '-30', '2 to 4 to 6', '1e3'])
      expect(refusal(() => parseArc(text)).code).toBe('clock.arc')
    expect(sayArc({})).toBe('place not known')
  })
})

describe('circularStatistics', () => {
  it('meets the textbook: Zar, example 26.2, eight compass directions', () => {
    const { meanDeg, resultant, n, rayleighP } = circularStatistics([45, 55, 81, 96, 110, 117, 132, 154].map(deg => at(deg)))
    expect(n).toBe(8)
    expect(meanDeg).toBeCloseTo(99, 0)
    expect(resultant).toBeCloseTo(0.82522, 4)
    // Example 27.1: R = 6.602, z = 5.448, 0.001 < P < 0.002.
    expect(rayleighP!).toBeGreaterThan(0.001)
    expect(rayleighP!).toBeLessThan(0.002)
  })

  it('has no direction for even ones, an axis for opposite ones, and no test under five', () => {
    const even = circularStatistics([0, 60, 120, 180, 240, 300].map(deg => at(deg)))
    expect(even).toMatchObject({ meanDeg: null, resultant: expect.closeTo(0, 12) as number })
    expect(even.rayleighP).toBeGreaterThan(0.9)
    const opposite = circularStatistics([20, 25, 30, 200, 205, 210].map(deg => at(deg)))
    expect(opposite.resultant).toBeCloseTo(0, 9)
    expect(opposite.axis.meanDeg).toBeCloseTo(25, 6)
    expect(opposite.axis.rayleighP).toBeLessThan(0.01)
    expect(circularStatistics([0, 1, 2, 3].map(deg => at(deg))).rayleighP).toBeNull()
  })

  it('counts findings, not their weights, leaves all round out, and takes an arc by its middle', () => {
    const heavy = circularStatistics([at(0, { weight: 3 }), at(90), at(80), at(85), at(95)])
    const plain = circularStatistics([0, 90, 80, 85, 95].map(deg => at(deg)))
    expect(heavy.meanDeg!).toBeLessThan(plain.meanDeg!)
    expect([heavy.n, heavy.rayleighP]).toEqual([5, plain.rayleighP])
    const one = circularStatistics([{ fromDeg: 0, toDeg: 360 }, { fromDeg: 350, toDeg: 30 }])
    expect([one.n, one.meanDeg, one.resultant]).toEqual([1, expect.closeTo(10, 9), expect.closeTo(1, 9)])
    expect(circularStatistics([])).toMatchObject({ n: 0, meanDeg: null, resultant: 0 })
    expect(refusal(() => circularStatistics([at(NaN)])).code).toBe('circular.angle')
    expect(refusal(() => circularStatistics([at(1, { weight: 0 })])).code).toBe('circular.weight')
  })

  it('turns with its findings', () => {
    const angle = fc.integer({ min: 0, max: 359 })
    fc.assert(fc.property(fc.array(angle, { minLength: 5, maxLength: 12 }), angle, (angles, by) => {
      const [one, turned] = [circularStatistics(angles.map(deg => at(deg))), circularStatistics(angles.map(deg => at(deg + by)))]
      return Math.abs(one.resultant - turned.resultant) < 1e-9 && Math.abs(one.rayleighP! - turned.rayleighP!) < 1e-9
    }))
  })
})

const part = (key: string, more: Partial<EvidencePart> = {}): EvidencePart => ({ key, role: 'seal face', motion: 'turning', ...more })

describe('frames', () => {
  it('ties parts by marks, also at different angles, and says what is tied to nothing', () => {
    const found = frames([part('a'), part('b'), part('c'), part('d')], [
      { between: ['a', 'b'], anglesDeg: [90, 0] }, { between: ['c', 'b'], anglesDeg: [0, 30] },
    ])
    expect(found.frames).toEqual([[
      { part: 'a', turnDeg: 0, isMirrored: false }, { part: 'b', turnDeg: 90, isMirrored: false },
      { part: 'c', turnDeg: 120, isMirrored: false },
    ]])
    expect(found.untied).toEqual(['d'])
  })

  it('mirrors what was seen from the other end', () => {
    const parts = [part('a'), part('b', { seenFrom: 'free end' })]
    const { frames: [frame] } = frames(parts, [{ between: ['a', 'b'], anglesDeg: [90, 60] }])
    // The mark at 60° of b lies at 90° of a; 10° further clockwise on b is 10° less in the frame.
    const b = frame!.find(one => one.part === 'b')!
    expect(arcInFrame({ fromDeg: 60, toDeg: 70 }, b)).toEqual({ fromDeg: 80, toDeg: 90 })
    const seen = [{ part: 'b', kind: 'scored', fromDeg: 60, toDeg: 70, severity: 2 }, { part: 'a', kind: 'scored', severity: 1 }]
    const laid = overlay(seen, { frames: [frame!], untied: [], contradictions: [] })
    expect(laid).toEqual([{ finding: 0, frame: 0, fromDeg: 80, toDeg: 90 }])
    expect(arcInFrame({ fromDeg: 0, toDeg: 360 }, b)).toEqual({ fromDeg: 0, toDeg: 360 })
  })

  it('says a contradiction with both ways round', () => {
    const { contradictions } = frames([part('a'), part('b'), part('c')], [
      { between: ['a', 'b'] }, { between: ['b', 'c'] }, { key: 'MK-7', between: ['a', 'c'], anglesDeg: [180, 0] },
    ])
    expect(contradictions).toHaveLength(1)
    expect([contradictions[0]!.turnDeg, contradictions[0]!.otherwiseDeg].sort((x, y) => x - y)).toEqual([0, 180])
    expect(frames([part('a'), part('b')], [{ between: ['a', 'b'] }, { between: ['a', 'b'], anglesDeg: [3, 0] }]).contradictions).toEqual([])
    expect(refusal(() => frames([part('a')], [{ between: ['a', 'x'] }])).code).toBe('frames.part')
    expect(refusal(() => frames([part('a'), part('b')], [{ between: ['a', 'b'], angleDeg: NaN }])).code).toBe('frames.angle')
  })
})

describe('geometry', () => {
  const faces: EvidencePart[] = [part('turning', { narrow: true }), part('still', { motion: 'still' })]
  const wideTurns: EvidencePart[] = [part('turning', { narrow: false }), part('still', { motion: 'still', narrow: true })]
  const rows = (parts: EvidencePart[], ...findings: [string, string, number?, number?, string?][]) =>
    geometry(findings.map(([on, kind, fromDeg, toDeg, zone]) => ({ part: on, kind, fromDeg, toDeg, zone, severity: 1 })), parts)
      .map(({ row }) => row)

  it('reads the tracks of two faces', () => {
    expect(rows(faces, ['still', 'polished', 0, 360, 'track'], ['turning', 'polished', 0, 360])).toEqual(['square and concentric'])
    expect(rows(faces, ['still', 'wide track', 0, 360], ['turning', 'polished', 0, 360])).toContain('turning face orbits')
    expect(rows(wideTurns, ['turning', 'wide track', 0, 360], ['still', 'polished', 0, 360])).toContain('still face off centre')
    expect(rows(faces, ['still', 'offset track', 0, 360])).toContain('still carrier off centre')
    expect(rows(faces, ['turning', 'narrow track', 0, 360, 'outside edge'])).toContain('turned by pressure')
    expect(rows(faces, ['still', 'polished', 0, 360, 'inside edge'], ['still', 'no contact', 0, 360,
      'outside edge'])).toContain('turned by heat')
    expect(rows(faces, ['still', 'polished', 0, 360, 'inside edge'], ['still', 'polished', 0, 360,
      'track'])).not.toContain('turned by heat')
  })

  it('reads which part is out, or that nothing turned', () => {
    expect(rows(faces, ['still', 'uneven contact', 20, 80], ['turning', 'polished', 0, 360])).toEqual(['still part out'])
    expect(rows(faces, ['still', 'uneven contact', 20, 50], ['still', 'uneven contact', 205, 235],
      ['turning', 'polished', 0, 360])).toEqual(['still part out'])
    expect(rows(faces, ['turning', 'no contact', 300, 20], ['still', 'polished', 0, 360])).toEqual(['turning part out'])
    expect(rows(faces, ['turning', 'scored', 10, 20], ['still', 'scored', 200, 220])).toEqual(['did not turn'])
    const rubs: EvidencePart[] = [part('shaft', { role: 'shaft' }), part('box', { role: 'chamber', motion: 'still' })]
    expect(rows(rubs, ['box', 'rubbed', 160, 210], ['shaft', 'rubbed', 0, 360])).toEqual(['still part out'])
    expect(rows(rubs, ['box', 'rubbed', 0, 360], ['shaft', 'rubbed', 20, 60])).toEqual(['turning part out'])
    const rings: EvidencePart[] = [part('inner', { role: 'inner ring' }), part('outer', { role: 'outer ring', motion: 'still' })]
    expect(rows(rings, ['outer', 'path all round'], ['inner', 'path part turn'])).toEqual(['turning part out'])
  })

  it('says nothing of one side alone, nor of what nobody placed', () => {
    expect(rows(faces, ['still', 'uneven contact', 20, 80])).toEqual([])
    expect(rows(faces, ['still', 'chipped', 20, 80], ['turning', 'polished', 0, 360])).toEqual([])
    expect(rows(faces)).toEqual([])
  })
})
