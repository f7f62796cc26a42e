import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { passesForEvenness, simulateTightening, tighteningOrder, type TighteningModel, type TighteningPattern } from '.'

const order = (bolts: number, pattern: TighteningPattern = 'crosswise') => tighteningOrder({ layout: { kind: 'circle', bolts }, pattern })
const cover: TighteningModel = {
  bolts: 12, radiusMm: 150, flange: { flexuralRigidityNmm2: 5.5e9 }, gasket: { foundationNPerMm2: 3000 }, bolt: { stiffnessNPerMm: 4e5 },
  targetN: 40_000, order: order(12), passes: [0.3, 0.6, 1],
}

/** The beam as a Fourier series round the ring: another way to the same compliance. */
const fourierGives = ({ bolts, radiusMm, flange, gasket }: TighteningModel, apart: number, terms = 4000): number => {
  const length = 2 * Math.PI * radiusMm
  let sum = 1 / gasket.foundationNPerMm2
  for (let m = 1; m <= terms; m++)
    sum += 2 * Math.cos(2 * Math.PI * m * apart / bolts) / (flange.flexuralRigidityNmm2 * (m / radiusMm) ** 4 + gasket.foundationNPerMm2)
  return sum / length
}

/** The same joint solved bluntly: forces by relaxing one bolt after the other until nothing moves, each nut by halving its way. */
function bluntly(model: TighteningModel): number[][] {
  const { bolts: n, bolt: { stiffnessNPerMm: c }, targetN } = model
  const gives = Array.from({ length: n }, (_, apart) => fourierGives(model, apart))
  const s = Array.from({ length: n }, () => 0)
  let forces = Array.from({ length: n }, () => 0)
  const settle = (start: readonly number[]): number[] => {
    const f = [...start]
    for (let moved = Infinity, sweep = 0; moved > 1e-7 && sweep < 5000; sweep++) {
      moved = 0
      for (let j = 0; j < n; j++) {
        const others = f.reduce((sum, force, k) => k === j ? sum : sum + force * gives[Math.abs(j - k)]!, 0)
        const next = Math.max(0, c * (s[j]! - others) / (1 + c * gives[0]!))
        moved = Math.max(moved, Math.abs(next - f[j]!))
        f[j] = next
      }
    }
    return f
  }
  return model.passes.flatMap(share => model.order.map((i) => {
    if (forces[i]! < share * targetN) {
      let [low, high] = [s[i]!, s[i]! + 10]
      for (let k = 0; k < 60; k++) {
        s[i] = (low + high) / 2
        if (settle(forces)[i]! < share * targetN) low = s[i]!
        else high = s[i]!
      }
      forces = settle(forces)
    }
    return [...forces]
  }))
}

describe('simulateTightening', () => {
  it('is the closed form for one bolt, and for a pull-up of all', () => {
    expect(simulateTightening({ ...cover, bolts: 1, order: [0], passes: [1] })).toMatchObject({ finalN: [40_000], minN: 40_000, stdN: 0,
      tiltUm: 0 })
    // All turned on by the same: each is pulled by F = s / (1/c + Σ G), and all alike once the round is through.
    const even = simulateTightening({ ...cover, pattern: 'evenTurns', order: order(12, 'round'), passes: [0.5, 1] })
    expect(even.steps[11]!.map(force => Math.round(force))).toEqual(Array.from({ length: 12 }, () => 20_000))
    // A rigid foundation: bolts do not feel each other.
    expect(simulateTightening({ ...cover, passes: [1], gasket: { foundationNPerMm2: 1e12 } }).minN).toBeCloseTo(40_000, 0)
  })

  it('agrees with a second solution after every pull: Fourier series and relaxation', () => {
    for (const model of [
      { ...cover, bolts: 6, order: order(6), passes: [0.5, 1] },
      { ...cover, bolts: 5, order: order(5, 'round'), passes: [1, 1], flange: { flexuralRigidityNmm2: 4e8 } },
      { ...cover, bolts: 8, order: order(8, 'sideBySide'), passes: [1], gasket: { foundationNPerMm2: 200 } },
    ]) {
      const expected = bluntly(model)
      simulateTightening(model).steps.forEach((row, i) =>
        row.forEach((force, j) => expect(Math.abs(force - expected[i]![j]!), `pull ${i}, bolt ${j}`).toBeLessThan(5)))
    }
  }, 60_000)

  it('sets the bolt that is pulled, never lets one off, and keeps all of them pulling', () => {
    fc.assert(fc.property(
      fc.integer({ min: 3, max: 24 }), fc.double({ min: 7, max: 11, noNaN: true }), fc.double({ min: 2.5, max: 4.5, noNaN: true }),
      fc.double({ min: 4, max: 6.5, noNaN: true }),
      (bolts, rigidity, foundation, stiffness) => {
        const model = {
          ...cover, bolts, order: order(bolts), flange: { flexuralRigidityNmm2: 10 ** rigidity },
          gasket: { foundationNPerMm2: 10 ** foundation },
          bolt: { stiffnessNPerMm: 10 ** stiffness },
        }
        const { steps, finalN } = simulateTightening(model)
        expect(steps).toHaveLength(3 * bolts)
        steps.forEach((row, i) => {
          const [bolt, aim] = [model.order[i % bolts]!, model.passes[Math.floor(i / bolts)]! * model.targetN]
          expect(row[bolt]!).toBeGreaterThanOrEqual(aim * (1 - 1e-6))
          expect(row.every(force => force >= 0)).toBe(true)
        })
        const more = simulateTightening({ ...model, passes: [0.3, 0.6, 1, 1] })
        expect(more.minN).toBeGreaterThanOrEqual(Math.min(...finalN) - 1)
      },
    ), { numRuns: 60 })
  })

  it('is symmetric where the joint is: which bolt is the first does not matter', () => {
    const { finalN } = simulateTightening(cover)
    const turned = simulateTightening({ ...cover, order: cover.order.map(i => (i + 5) % 12) })
    turned.finalN.forEach((_, i) => expect(turned.finalN[(i + 5) % 12]).toBeCloseTo(finalN[i]!, 3))
    // Mirrored order, mirrored forces.
    const mirrored = simulateTightening({ ...cover, order: cover.order.map(i => (12 - i) % 12) })
    mirrored.finalN.forEach((force, i) => expect(force).toBeCloseTo(finalN[(12 - i) % 12]!, 3))
  })

  it('says that three passes are better than one, and crosswise lies straighter than one side first', () => {
    const once = simulateTightening({ ...cover, passes: [1] })
    const thrice = simulateTightening(cover)
    expect(thrice.minN).toBeGreaterThan(once.minN)
    expect(thrice.stdN).toBeLessThan(once.stdN)
    const rounds = simulateTightening({ ...cover, passes: [0.3, 0.6, ...Array.from({ length: 8 }, () => 1)] })
    expect(rounds.minN / cover.targetN).toBeGreaterThan(0.9999)
    const worst = (pattern: TighteningPattern) => {
      const { steps } = simulateTightening({ ...cover, passes: [1], order: order(12, pattern) })
      return Math.hypot(...['cos', 'sin'].map(wave =>
        steps[5]!.reduce((sum, force, i) => sum + force * Math[wave as 'cos'](Math.PI * i / 6), 0)))
    }
    expect(worst('crosswise')).toBeLessThan(worst('sideBySide') / 5)
  })

  it('draws friction the same for the same seed, and scatters more with more of it', () => {
    const friction = { scatter: 0.1, draws: 200, seed: 7 }
    const drawn = simulateTightening({ ...cover, friction })
    expect(simulateTightening({ ...cover, friction }).quantiles).toEqual(drawn.quantiles)
    const { minN, finalN } = drawn.quantiles!
    expect(minN.low).toBeLessThan(minN.median)
    expect(minN.median).toBeLessThan(minN.high)
    expect(finalN).toHaveLength(12)
    const calm = simulateTightening({ ...cover, friction: { ...friction, scatter: 0.02 } }).quantiles!
    expect(calm.stdN.median).toBeLessThan(drawn.quantiles!.stdN.median)
  })

  it.each<[Partial<TighteningModel>, string]>([
    [{ bolts: 0, order: [] }, 'tightening.bolts'], [{ targetN: -1 }, 'tightening.value'],
    [{ gasket: { foundationNPerMm2: 0 } }, 'tightening.value'],
    [{ order: [0, 1] }, 'tightening.order'], [{ order: Array.from({ length: 12 }, () => 0) }, 'tightening.order'],
    [{ passes: [] }, 'tightening.passes'],
    [{ passes: [Number.NaN] }, 'tightening.passes'], [{ friction: { scatter: -0.1, draws: 10, seed: 1 } }, 'tightening.draws'],
    [{ friction: { scatter: 0.1, draws: 1e9, seed: 1 } }, 'tightening.draws'],
  ])('refuses %o', (change, code) => {
    expect(() => simulateTightening({ ...cover, ...change })).toThrow(expect.objectContaining({ code }))
  })
})

describe('passesForEvenness', () => {
  it('gives the fewest passes: one less would not do', () => {
    const { passes: _, ...joint } = cover
    const found = passesForEvenness({ ...joint, spread: 0.02 })
    expect(found).toMatchObject({ isReached: true })
    const { minN, maxN } = simulateTightening({ ...joint, passes: found.passes })
    expect((maxN - minN) / joint.targetN).toBeLessThanOrEqual(0.02)
    expect(passesForEvenness({ ...joint, spread: 0.3 }).passes).toEqual([1])
    expect(() => passesForEvenness({ ...joint, spread: 0 })).toThrow(expect.objectContaining({ code: 'tightening.spread' }))
  })

  it('says so where it cannot be reached', () => {
    const { passes: _, ...joint } = cover
    expect(passesForEvenness({ ...joint, bolts: 48, order: order(48), radiusMm: 60, spread: 1e-6 }).isReached).toBe(false)
  })
})
