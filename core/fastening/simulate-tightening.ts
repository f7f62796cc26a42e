import { DomainError } from '../domain-error'
import { mean } from '../numbers'
import { normalFrom, randomFrom } from '../random'

export interface TighteningModel {
  /** Bolts on a circle, equally apart. */
  bolts: number
  radiusMm: number
  flange: { flexuralRigidityNmm2: number }
  gasket: { foundationNPerMm2: number }
  bolt: { stiffnessNPerMm: number }
  targetN: number
  /** Indices of the bolts in the order in which they are pulled. */
  order: readonly number[]
  /** Shares of the target, one a pass. */
  passes: readonly number[]
  /** `evenTurns`: all passes but the last turn every nut on by the same, the last goes by force. */
  pattern?: 'byForce' | 'evenTurns' | undefined
  friction?: { scatter: number, draws: number, seed: number } | undefined
}

/** What of 100 runs lies at 10, 50 and 90. */
export interface Quantiles { low: number, median: number, high: number }

export interface SimulatedTightening {
  /** Forces of all bolts after each pull, N. */
  steps: number[][]
  finalN: number[]
  minN: number
  maxN: number
  stdN: number
  /** Twice the amplitude of the first harmonic of the flange at the bolts, µm: how crooked it lies. */
  tiltUm: number
  /** Only with friction: 10, 50 and 90 % of the draws. */
  quantiles?: { finalN: Quantiles[], minN: Quantiles, maxN: Quantiles, stdN: Quantiles, tiltUm: Quantiles }
}

/** So many draws of so many pulls are a second's work; more is refused rather than waited for. */
const MOST_PULLS = 4_000_000
const WORST_DRAW = 3

/**
 * How the bolts of a flange pull on each other while they are tightened one after the other.
 *
 * The flange is a straight beam of length 2πR closed to a ring, of rigidity EI, on a foundation of k that acts both ways:
 * EI w⁗ + k w = Σ F δ, w positive towards the counterpart. Bolts are springs of stiffness c between it and a rigid counterpart that only
 * pull: F = max(0, c (s − w)). A pull sets one force and changes only that bolt's s; a bolt that pulls enough already is left alone.
 *
 * @param friction share × target × (1 + scatter z), z normal and cut at ±3; gives quantiles besides the run without it
 * @throws DomainError `tightening.bolts`, `tightening.value`, `tightening.order`, `tightening.passes`, `tightening.draws`
 * Range: elastic, one ring of equal bolts; tells patterns apart, does not replace the maker's procedure.
 * Source: beam on an elastic foundation (Hetényi), its Green's function summed over the ring; complementarity solved by principal pivots
 * (the sweep operator of Goodnight).
 * @example simulateTightening(model).minN
 */
export function simulateTightening(model: TighteningModel): SimulatedTightening {
  check(model)
  const ring = ringOf(model)
  const steps: number[][] = []
  const { finalN, tiltUm } = tighten(ring, model, () => 0, forces => steps.push([...forces]))
  const base = { steps, finalN: [...finalN], ...spreadOf(finalN), tiltUm }
  return model.friction && model.friction.draws > 0 ? { ...base, quantiles: drawn(ring, model, model.friction) } : base
}

/** The fewest passes that even a joint out, and what they reach. */
export interface EvenPasses { passes: number[], spread: number, isReached: boolean }

const MOST_PASSES = 12

/**
 * The fewest passes after which the bolts differ by no more than a spread: rising passes first, then further rounds at the full force.
 *
 * @param spread wanted (most − least) / target, e.g. 0.1
 * @returns the best that twelve passes reach, with `isReached` false, where it is not enough
 * @throws DomainError `tightening.spread`, and those of `simulateTightening`
 * Source: as `simulateTightening`.
 * @example passesForEvenness({ ...model, spread: 0.1 }).passes // [0.5, 1, 1]
 */
export function passesForEvenness({ spread, ...model }: Omit<TighteningModel, 'passes' | 'friction'> & { spread: number }): EvenPasses {
  if (!(spread > 0 && spread < 1)) throw new DomainError('tightening.spread', 'A spread is a share of the target between 0 and 1.')
  let best: EvenPasses | undefined
  for (let count = 1; count <= MOST_PASSES; count++) {
    for (const passes of schedules(count)) {
      const { minN, maxN } = simulateTightening({ ...model, passes })
      const reached = (maxN - minN) / model.targetN
      if (!best || reached < best.spread) best = { passes, spread: reached, isReached: reached <= spread }
    }
    if (best!.isReached) return best!
  }
  return best!
}

/** Ways to spend so many passes: the whole at once, half first, or a third and two thirds; what is left goes round at the whole. */
const schedules = (count: number): number[][] =>
  [[], [0.5], [0.3, 0.6]].filter(rising => rising.length < count).map(rising =>
    [...rising, ...Array.from({ length: count - rising.length }, () => 1)])

function check({ bolts, radiusMm, flange, gasket, bolt, targetN, order, passes, friction }: TighteningModel): void {
  if (!(Number.isInteger(bolts) && bolts >= 1 && bolts <= 200)) throw new DomainError('tightening.bolts', 'A flange has 1 to 200 bolts.')
  const values = [radiusMm, flange.flexuralRigidityNmm2, gasket.foundationNPerMm2, bolt.stiffnessNPerMm, targetN]
  if (!values.every(value => value > 0 && Number.isFinite(value)))
    throw new DomainError('tightening.value', 'Radius, rigidity, foundation, bolt stiffness and target are numbers greater than zero.')
  if (order.length !== bolts || new Set(order).size !== bolts || order.some(i => !Number.isInteger(i) || i < 0 || i >= bolts))
    throw new DomainError('tightening.order', 'An order names each bolt once, from 0.')
  if (passes.length === 0 || passes.length > 50 || !passes.every(share => share > 0 && share <= 1.5))
    throw new DomainError('tightening.passes', 'A pass is a share of the target, more than 0 and at most 1.5; at most 50 of them.')
  if (!friction) return
  if (!(friction.scatter >= 0 && friction.scatter <= 0.33 && Number.isInteger(friction.draws) && friction.draws >= 0
    && Number.isFinite(friction.seed)))
    throw new DomainError('tightening.draws', 'Friction scatters by a share between 0 and 0.33, in a whole number of draws.')
  if (friction.draws * bolts * passes.length > MOST_PULLS)
    throw new DomainError('tightening.draws', `At most ${MOST_PULLS} pulls are simulated at once; take fewer draws.`)
}

interface Ring {
  n: number
  c: number
  /** w at a bolt by a unit force at another, by how many bolts they are apart, mm/N. */
  gives: Float64Array
  /** How far the first harmonic of the forces bends the flange in its own shape: the ring is the same all round, so it keeps it, mm/N. */
  firstHarmonicMm: number
  /** Uniform pull-up to the target: how far each nut goes, mm. */
  uniformMm: number
}

function ringOf({ bolts: n, radiusMm, flange, gasket, bolt, targetN }: TighteningModel): Ring {
  const length = 2 * Math.PI * radiusMm
  const k = gasket.foundationNPerMm2
  const lambda = (k / (4 * flange.flexuralRigidityNmm2)) ** 0.25
  const gives = Float64Array.from({ length: n }, (_, apart) => greenOf(lambda, k, length, apart * length / n))
  const firstHarmonicMm = gives.reduce((sum, give, apart) => sum + give * Math.cos(2 * Math.PI * apart / n), 0)
  return { n, c: bolt.stiffnessNPerMm, gives, firstHarmonicMm,
    uniformMm: targetN * (1 / bolt.stiffnessNPerMm + gives.reduce((sum, give) => sum + give, 0)) }
}

/**
 * Sum over all turns of (λ/2k) e^(−λx) (cos λx + sin λx) = Re[(λ/2k)(1 − i) e^(−(1 − i)λx)]: a geometric series, so exact.
 */
function greenOf(lambda: number, k: number, length: number, x: number): number {
  const power = (along: number): [number, number] => {
    const size = Math.exp(-lambda * along)
    return [size * Math.cos(lambda * along), size * Math.sin(lambda * along)]
  }
  const [near, far, whole] = [power(x), power(length - x), power(length)]
  const [re, im] = [near[0] + far[0], near[1] + far[1]]
  // Numerator (1 − i)(re + i im), denominator 1 − whole.
  const [a, b, p, q] = [re + im, im - re, 1 - whole[0], -whole[1]]
  return lambda / (2 * k) * (a * p + b * q) / (p * p + q * q)
}

/** One run of all passes; `scatter` gives what is added to each share, `seen` the forces after each pull. */
function tighten(ring: Ring, model: TighteningModel, scatter: () => number, seen?: (forces: Float64Array) => void): { finalN: Float64Array,
  tiltUm: number } {
  const joint = new Joint(ring)
  let before = 0
  model.passes.forEach((share, pass) => {
    const byTurn = model.pattern === 'evenTurns' && pass < model.passes.length - 1
    for (const bolt of model.order) {
      if (byTurn) joint.turn(bolt, ring.uniformMm * (share - before) * (1 + scatter()))
      else joint.pull(bolt, share * model.targetN * (1 + scatter()))
      seen?.(joint.forces())
    }
    before = share
  })
  const finalN = joint.forces()
  return { finalN, tiltUm: 2000 * ring.firstHarmonicMm * firstHarmonic(finalN) }
}

/** Amplitude of what turns once round the ring. */
function firstHarmonic(values: ArrayLike<number>): number {
  const n = values.length
  if (n < 2) return 0
  let [cosine, sine] = [0, 0]
  for (let i = 0; i < n; i++) {
    cosine += values[i]! * Math.cos(2 * Math.PI * i / n)
    sine += values[i]! * Math.sin(2 * Math.PI * i / n)
  }
  // Two bolts carry the first harmonic and its mirror image at once: half of what the sum says.
  return Math.hypot(cosine, sine) * (n === 2 ? 1 : 2) / n
}

/**
 * Bolts that pull or hang slack. `u` is c (s − w): the force of a bolt that pulls, below zero for one that is slack. How u answers to one
 * nut being turned is kept as a symmetric tableau (its upper half), in which a bolt that begins to pull or goes slack is one sweep.
 */
class Joint {
  private readonly u: Float64Array
  private readonly pulls: Uint8Array
  private readonly tableau: Float64Array
  private readonly seen: Float64Array
  private readonly slopes: Float64Array
  private readonly row: Float64Array

  constructor(private readonly ring: Ring) {
    const { n, c, gives } = ring
    this.u = new Float64Array(n)
    this.seen = new Float64Array(n)
    this.slopes = new Float64Array(n)
    this.row = new Float64Array(n)
    this.pulls = new Uint8Array(n)
    this.tableau = new Float64Array(n * n)
    for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) this.tableau[i * n + j] = (i === j ? 1 : 0) + c * gives[Math.abs(i - j)]!
  }

  forces(): Float64Array {
    for (let i = 0; i < this.ring.n; i++) this.seen[i] = this.pulls[i] ? Math.max(0, this.u[i]!) : 0
    return this.seen
  }

  /** Turns a nut on until its bolt pulls so much; one that does already is left alone. */
  pull(bolt: number, targetN: number): void {
    if (this.u[bolt]! >= targetN) return
    this.tautAt(bolt)
    this.advance(bolt, Infinity, targetN)
  }

  /** Turns a nut on by a way along the bolt. */
  turn(bolt: number, alongMm: number): void {
    let left = alongMm
    if (!this.pulls[bolt]) {
      const slackMm = -this.u[bolt]! / this.ring.c
      if (left <= slackMm) {
        this.u[bolt]! += this.ring.c * left
        return
      }
      left -= slackMm
      this.tautAt(bolt)
    }
    this.advance(bolt, left, Infinity)
  }

  /** Takes the slack out of a bolt; nothing else feels that. */
  private tautAt(bolt: number): void {
    if (this.pulls[bolt]) return
    this.u[bolt] = 0
    this.flip(bolt)
  }

  /** Goes on along straight pieces; a piece ends where a bolt goes slack or begins to pull. */
  private advance(bolt: number, wayMm: number, targetN: number): void {
    const { n, c } = this.ring
    const { u, pulls, tableau, slopes } = this
    let left = wayMm
    for (let guard = 0; guard < 20 * n; guard++) {
      for (let j = 0; j < n; j++) slopes[j] = -c * tableau[j < bolt ? j * n + bolt : bolt * n + j]!
      let step = Math.min(left, (targetN - u[bolt]!) / slopes[bolt]!)
      let changes = -1
      for (let j = 0; j < n; j++) {
        const after = u[j]! + slopes[j]! * step
        if (pulls[j] ? after >= 0 : after <= 0) continue
        // It may stand at nought and move the wrong way at once: then the piece has no length.
        const until = Math.max(0, -u[j]! / slopes[j]!)
        if (j !== bolt && until < step) [step, changes] = [until, j]
      }
      for (let j = 0; j < n; j++) u[j]! += slopes[j]! * step
      left -= step
      if (changes < 0) break
      u[changes] = 0
      this.flip(changes)
    }
    if (targetN !== Infinity && Math.abs(u[bolt]! - targetN) < 1e-6 * targetN) u[bolt] = targetN
  }

  /** One sweep: all rows are cleared of column p, or given it back. */
  private flip(p: number): void {
    const { n } = this.ring
    const { tableau: t, row, pulls } = this
    for (let k = 0; k < n; k++) row[k] = t[k < p ? k * n + p : p * n + k]!
    const d = 1 / row[p]!
    row[p] = 0
    for (let j = 0; j < n; j++) {
      const [at, factor] = [j * n, row[j]! * d]
      if (factor !== 0) for (let k = j; k < n; k++) t[at + k]! -= factor * row[k]!
    }
    const sign = pulls[p] ? -d : d
    for (let k = 0; k < n; k++) t[k < p ? k * n + p : p * n + k] = row[k]! * sign
    t[p * n + p] = -d
    pulls[p] = pulls[p] ? 0 : 1
  }
}

function spreadOf(forces: ArrayLike<number>): { minN: number, maxN: number, stdN: number } {
  const all = Array.from(forces)
  const middle = mean(all)
  return { minN: Math.min(...all), maxN: Math.max(...all), stdN: Math.sqrt(mean(all.map(force => (force - middle) ** 2))) }
}

function drawn(ring: Ring, model: TighteningModel, { scatter, draws, seed }: { scatter: number, draws: number, seed: number }) {
  const normal = normalFrom(randomFrom(seed))
  const z = () => Math.max(-WORST_DRAW, Math.min(WORST_DRAW, normal()))
  const runs = Array.from({ length: draws }, () => {
    const { finalN, tiltUm } = tighten(ring, model, () => scatter * z())
    return { finalN: Array.from(finalN), ...spreadOf(finalN), tiltUm }
  })
  const of = (value: (run: typeof runs[number]) => number): Quantiles => {
    const sorted = runs.map(value).sort((a, b) => a - b)
    const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))]!
    return { low: at(0.1), median: at(0.5), high: at(0.9) }
  }
  return {
    finalN: Array.from({ length: ring.n }, (_, i) => of(run => run.finalN[i]!)),
    minN: of(run => run.minN), maxN: of(run => run.maxN), stdN: of(run => run.stdN), tiltUm: of(run => run.tiltUm),
  }
}
