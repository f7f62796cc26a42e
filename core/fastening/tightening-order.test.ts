import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boltCount, boltPlaces, passPlan, slackeningOrder, tighteningOrder, TIGHTENING_PATTERNS, type BoltLayout } from '.'

const circle = (bolts: number): BoltLayout => ({ kind: 'circle', bolts })
const layouts: BoltLayout[] = [
  ...Array.from({ length: 62 }, (_, i) => circle(i + 3)), { kind: 'rectangle', long: 4, short: 3 },
  { kind: 'rectangle', long: 9, short: 5 },
  { kind: 'rows', left: 4, right: 4 }, { kind: 'rows', left: 6, right: 5 },
  { kind: 'free',
    points: [{ xMm: 0, yMm: 40 }, { xMm: 55, yMm: 10 }, { xMm: -30, yMm: -20 }, { xMm: 20, yMm: -45 }, { xMm: -48, yMm: 22 }] },
]

describe('tighteningOrder', () => {
  it('pulls each bolt once, by every pattern and on every layout', () => {
    for (const layout of layouts) {
      for (const pattern of TIGHTENING_PATTERNS) {
        if (pattern === 'middleOutwards' && layout.kind === 'circle') continue
        expect([...tighteningOrder({ layout, pattern })].sort((a, b) => a - b)).toEqual(Array.from({ length: boltCount(layout) }, (_, i) =>
          i))
      }
    }
  })

  it.each([
    [3, [0, 1, 2]], [4, [0, 2, 1, 3]], [5, [0, 2, 4, 1, 3]], [6, [0, 3, 1, 4, 2, 5]], [7, [0, 3, 6, 2, 5, 1, 4]],
    [8, [0, 4, 2, 6, 1, 5, 3, 7]],
    [12, [0, 6, 3, 9, 1, 7, 4, 10, 2, 8, 5, 11]], [16, [0, 8, 4, 12, 2, 10, 6, 14, 1, 9, 5, 13, 3, 11, 7, 15]],
  ])('crosswise on %i bolts', (bolts, order) => {
    expect(tighteningOrder({ layout: circle(bolts), pattern: 'crosswise' })).toEqual(order)
  })

  it('jumps near half a turn with every second pull', () => {
    for (let bolts = 3; bolts <= 64; bolts++) {
      const order = tighteningOrder({ layout: circle(bolts), pattern: 'crosswise' })
      const jumps = order.slice(1).map((bolt, i) => Math.min(Math.abs(bolt - order[i]!), bolts - Math.abs(bolt - order[i]!)))
      const across = jumps.filter(jump => jump === Math.floor(bolts / 2)).length
      expect(across, `${bolts} bolts`).toBeGreaterThanOrEqual(bolts % 2 === 0 ? bolts / 2 : bolts <= 9 ? bolts - 1 : Math.floor(bolts / 3))
      if (bolts % 2 === 0) for (let i = 0; i < bolts; i += 2) expect(jumps[i]).toBe(bolts / 2)
    }
  })

  it('knows the other schools', () => {
    const rows: BoltLayout = { kind: 'rows', left: 3, right: 3 }
    expect(tighteningOrder({ layout: circle(6), pattern: 'oppositeThenRound' })).toEqual([0, 3, 1, 2, 4, 5])
    expect(tighteningOrder({ layout: rows, pattern: 'sideBySide' })).toEqual([0, 1, 2, 3, 4, 5])
    expect(tighteningOrder({ layout: rows, pattern: 'round' })).toEqual([0, 3, 4, 5, 2, 1])
    expect(tighteningOrder({ layout: rows, pattern: 'middleOutwards' }).slice(0, 2).sort()).toEqual([1, 4])
    expect(tighteningOrder({ layout: circle(6), pattern: 'sideBySide' })).toEqual([0, 1, 2, 5, 4, 3])
    expect(tighteningOrder({ layout: { kind: 'rectangle', long: 3, short: 2 }, pattern: 'crosswise' })).toEqual([0, 3, 1, 4, 2, 5])
  })

  it.each<[BoltLayout, string]>([
    [circle(0), 'layout.count'], [circle(2.5), 'layout.count'], [circle(1000), 'layout.count'],
    [{ kind: 'rectangle', long: 1, short: 3 }, 'layout.count'],
    [{ kind: 'free', points: [] }, 'layout.count'], [{ kind: 'free', points: [{ xMm: Number.NaN, yMm: 0 }] }, 'layout.points'],
  ])('refuses %o', (layout, code) => {
    expect(() => tighteningOrder({ layout, pattern: 'crosswise' })).toThrow(expect.objectContaining({ code }))
  })

  it('refuses a pattern that makes no sense or that nobody knows', () => {
    expect(() => tighteningOrder({ layout: circle(8),
      pattern: 'middleOutwards' })).toThrow(expect.objectContaining({ code: 'pattern.senseless' }))
    expect(() => tighteningOrder({ layout: circle(8),
      pattern: 'zigzag' as never })).toThrow(expect.objectContaining({ code: 'pattern.unknown' }))
  })

  it('has its bolts where they lie: clockwise from the top', () => {
    const [top, right] = boltPlaces(circle(4))
    expect([top!.x, top!.y, right!.x]).toEqual([0, 1, 1])
    expect(boltPlaces({ kind: 'rectangle', long: 3, short: 2 })).toHaveLength(6)
  })
})

describe('slackeningOrder', () => {
  it('eases all before it takes one out, against the order of tightening, and leaves what must stay to the end', () => {
    fc.assert(fc.property(fc.constantFrom(...layouts), fc.nat(), (layout, some) => {
      const stays = [some % boltCount(layout)]
      const [eased, out, last] = slackeningOrder({ layout, pattern: 'crosswise', stays })
      expect(eased!.order).toEqual(tighteningOrder({ layout, pattern: 'crosswise' }).reverse())
      expect([...out!.order, ...last!.order].sort()).toEqual([...eased!.order].sort())
      expect(last!.order).toEqual(stays)
    }))
    expect(() => slackeningOrder({ layout: circle(4), pattern: 'round',
      stays: [4] })).toThrow(expect.objectContaining({ code: 'layout.count' }))
  })
})

describe('passPlan', () => {
  it('rises to the whole torque, and goes round once more', () => {
    expect(passPlan({ torqueNm: 90, shares: [0.3, 0.6, 1], finalRound: true })).toEqual([
      { share: 0.3, torqueNm: 27, isFinalRound: false }, { share: 0.6, torqueNm: 54, isFinalRound: false },
      { share: 1, torqueNm: 90, isFinalRound: false }, { share: 1, torqueNm: 90, isFinalRound: true },
    ])
  })

  it.each([[90, []], [90, [0.3, 0.6]], [90, [0.6, 0.3, 1]], [90, [0, 1]], [0, [1]], [Number.NaN, [1]]])('refuses %s N·m in %o',
    (torqueNm, shares) => {
      expect(() => passPlan({ torqueNm, shares })).toThrow(expect.objectContaining({ code: expect.stringMatching(/^(torque|passes)\./) }))
    })
})
