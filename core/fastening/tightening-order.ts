import { DomainError } from '../domain-error'
import { requireTorque } from './require-torque'

export type BoltLayout
  = | { kind: 'circle', bolts: number }
    | { kind: 'rectangle', long: number, short: number }
    | { kind: 'rows', left: number, right: number }
    | { kind: 'free', points: readonly { xMm: number, yMm: number }[] }

export const TIGHTENING_PATTERNS = ['crosswise', 'oppositeThenRound', 'round', 'sideBySide', 'middleOutwards', 'evenTurns'] as const
export type TighteningPattern = (typeof TIGHTENING_PATTERNS)[number]

/** Where a bolt lies as it is drawn: x to the right, y up, in parts of the layout's own size (mm where it is given in mm). */
export interface BoltPlace { x: number, y: number }

const MOST_BOLTS = 200

const wholeCount = (value: number, least: number): void => {
  if (!(Number.isInteger(value) && value >= least && value <= MOST_BOLTS))
    throw new DomainError('layout.count', `A joint has ${least} to ${MOST_BOLTS} bolts to count; "${value}" is no such number.`)
}

/**
 * Where the bolts of a layout lie, in the order of their numbers: a circle clockwise from the index on top; a rectangle clockwise from
 * top left, long sides across; rows from the top down, left then right.
 *
 * @throws DomainError `layout.count`, `layout.points`
 * @example boltPlaces({ kind: 'circle', bolts: 4 })[1] // { x: 1, y: 0 }: a quarter turn on
 */
export function boltPlaces(layout: BoltLayout): BoltPlace[] {
  switch (layout.kind) {
    case 'circle': {
      wholeCount(layout.bolts, 1)
      return Array.from({ length: layout.bolts }, (_, i) => {
        const angle = 2 * Math.PI * i / layout.bolts
        return { x: Math.sin(angle), y: Math.cos(angle) }
      })
    }
    case 'rectangle': {
      const { long, short } = layout
      wholeCount(long, 2)
      wholeCount(short, 2)
      const [right, top] = [(long - 1) / 2, (short - 1) / 2]
      const line = (length: number, at: (i: number) => BoltPlace) => Array.from({ length }, (_, i) => at(i))
      return [
        ...line(long - 1, i => ({ x: i - right, y: top })), ...line(short - 1, i => ({ x: right, y: top - i })),
        ...line(long - 1, i => ({ x: right - i, y: -top })), ...line(short - 1, i => ({ x: -right, y: i - top })),
      ]
    }
    case 'rows': {
      const { left, right } = layout
      wholeCount(left, 1)
      wholeCount(right, 1)
      const [most, apart] = [Math.max(left, right), 1.5]
      const row = (count: number, x: number) =>
        Array.from({ length: count }, (_, i) => ({ x, y: count === 1 ? 0 : (0.5 - i / (count - 1)) * (most - 1) }))
      return [...row(left, -apart), ...row(right, apart)]
    }
    case 'free':
      wholeCount(layout.points.length, 1)
      if (layout.points.some(({ xMm, yMm }) => !Number.isFinite(xMm) || !Number.isFinite(yMm)))
        throw new DomainError('layout.points', 'A bolt lies at two lengths in millimetres, across and up.')
      return layout.points.map(({ xMm, yMm }) => ({ x: xMm, y: yMm }))
  }
}

/** How many bolts a layout has. */
export const boltCount = (layout: BoltLayout): number => boltPlaces(layout).length

/**
 * Why a pattern makes no sense on a layout; null where it does.
 *
 * @example refusedPattern({ kind: 'circle', bolts: 8 }, 'middleOutwards') // 'A circle has no middle to begin from: take crosswise.'
 */
export const refusedPattern = (layout: BoltLayout, pattern: TighteningPattern): string | null =>
  layout.kind === 'circle' && pattern === 'middleOutwards' ? 'A circle has no middle to begin from: take crosswise.' : null

/** True where the bolts close to a ring: a circle, or the frame of a rectangle. */
export const closesToRing = ({ kind }: BoltLayout): boolean => kind === 'circle' || kind === 'rectangle'

/**
 * The order in which the bolts of a joint are pulled, each once.
 *
 * Crosswise: the first, the one opposite, then the one that is farthest from all that are pulled (of equal ones the one farthest from the
 * last pair, then the lowest number) and its opposite; an odd circle to nine is a star. Middle outwards has no meaning on a circle.
 *
 * @param layout where the bolts lie; @param pattern the school
 * @returns indices from 0, clockwise from the index on a circle and a rectangle, left row then right row
 * @throws DomainError `layout.count`, `layout.points`, `pattern.unknown`, `pattern.senseless`
 * Source: general practice.
 * @example tighteningOrder({ layout: { kind: 'circle', bolts: 8 }, pattern: 'crosswise' }) // [0, 4, 2, 6, 1, 5, 3, 7]
 */
export function tighteningOrder({ layout, pattern }: { layout: BoltLayout, pattern: TighteningPattern }): number[] {
  const places = boltPlaces(layout)
  const n = places.length
  const refused = refusedPattern(layout, pattern)
  if (refused) throw new DomainError('pattern.senseless', refused)
  const round = roundOf(layout, places)
  switch (pattern) {
    case 'round':
    case 'evenTurns':
      return round
    case 'oppositeThenRound': {
      if (n < 3) return round
      const far = oppositeOf(layout, places, 0, new Set([0]))!
      return [0, far, ...round.filter(i => i !== 0 && i !== far)]
    }
    case 'sideBySide':
      return layout.kind === 'rows' ? Array.from({ length: n }, (_, i) => i) : oneSideThenTheOther(round)
    case 'middleOutwards':
      return middleOutwards(layout, places)
    case 'crosswise':
      return layout.kind === 'circle' && n % 2 === 1 && n <= 9
        ? Array.from({ length: n }, (_, i) => i * Math.floor(n / 2) % n)
        : crosswise(layout, places)
    default:
      throw new DomainError('pattern.unknown', `"${String(pattern)}" is no pattern; known are ${TIGHTENING_PATTERNS.join(', ')}.`)
  }
}

/** How far apart two bolts are; on a circle in bolts round it, so that equal distances are equal to the last digit. */
const distanceIn = (layout: BoltLayout, places: readonly BoltPlace[]) => (one: number, other: number): number => {
  if (layout.kind !== 'circle')
    return Math.round(Math.hypot(places[one]!.x - places[other]!.x, places[one]!.y - places[other]!.y) * 1e6) / 1e6
  const apart = Math.abs(one - other)
  return Math.min(apart, places.length - apart)
}

/** The bolt of those not pulled that lies opposite: mirrored through the middle of all. */
function oppositeOf(layout: BoltLayout, places: readonly BoltPlace[], of: number, pulled: ReadonlySet<number>): number | undefined {
  const n = places.length
  if (layout.kind === 'circle') return [Math.floor(n / 2), Math.ceil(n / 2)].map(half => (of + half) % n).find(i => !pulled.has(i))
  const [x, y] = [2 * middle(places, 'x') - places[of]!.x, 2 * middle(places, 'y') - places[of]!.y]
  const left = places.map((place, i) => ({ i, off: Math.round(Math.hypot(place.x - x, place.y - y) * 1e6) / 1e6 })).filter(({ i }) =>
    !pulled.has(i))
  return left.length === 0 ? undefined : left.reduce((best, place) => place.off < best.off ? place : best).i
}

const middle = (places: readonly BoltPlace[], of: 'x' | 'y') => {
  const all = places.map(place => place[of])
  return (Math.min(...all) + Math.max(...all)) / 2
}

function crosswise(layout: BoltLayout, places: readonly BoltPlace[]): number[] {
  const distance = distanceIn(layout, places)
  const order: number[] = []
  const pulled = new Set<number>()
  const pull = (bolt: number) => {
    order.push(bolt)
    pulled.add(bolt)
  }
  let lastPair: number[] = []
  while (order.length < places.length) {
    const nearestTo = (bolt: number, those: readonly number[]) => Math.min(...those.map(other => distance(bolt, other)))
    const left = places.map((_, i) => i).filter(i => !pulled.has(i))
    const next = order.length === 0
      ? 0
      : left.reduce((best, bolt) => {
          const gain = nearestTo(bolt, order) - nearestTo(best, order)
          return gain > 0 || (gain === 0 && nearestTo(bolt, lastPair) > nearestTo(best, lastPair)) ? bolt : best
        })
    pull(next)
    const far = oppositeOf(layout, places, next, pulled)
    lastPair = far === undefined ? [next] : [next, far]
    if (far !== undefined) pull(far)
  }
  return order
}

/** Round the joint the way the clock goes, from the first bolt. */
function roundOf(layout: BoltLayout, places: readonly BoltPlace[]): number[] {
  const all = places.map((_, i) => i)
  if (layout.kind === 'circle' || layout.kind === 'rectangle') return all
  const [x, y] = [middle(places, 'x'), middle(places, 'y')]
  const angle = ({ x: px, y: py }: BoltPlace) => Math.atan2(px - x, py - y)
  const first = angle(places[0]!)
  const past = (i: number) => (angle(places[i]!) - first + 4 * Math.PI) % (2 * Math.PI)
  return all.sort((one, other) => past(one) - past(other) || one - other)
}

/** One half of the round, then the other from the same end. */
function oneSideThenTheOther(round: readonly number[]): number[] {
  const half = Math.ceil(round.length / 2)
  return [...round.slice(0, half), ...round.slice(half).reverse()]
}

/** From the middle of the long way to its ends, from one side to the other. */
function middleOutwards(layout: BoltLayout, places: readonly BoltPlace[]): number[] {
  const width = (of: 'x' | 'y') => Math.max(...places.map(place => place[of])) - Math.min(...places.map(place => place[of]))
  const along = layout.kind === 'rows' ? 'y' : layout.kind === 'rectangle' || width('x') > width('y') ? 'x' : 'y'
  const across = along === 'x' ? 'y' : 'x'
  const [from, mid] = [middle(places, along), middle(places, across)]
  const offs = places.map((place, i) => ({
    i, off: Math.round(Math.abs(place[along] - from) * 1e6) / 1e6, sign: Math.sign(place[along] - from),
    side: Math.sign(place[across] - mid),
  }))
  // Of those equally far out: one end of one side, the other end of the other side, then the two that are left.
  const turn = ({ sign, side }: { sign: number, side: number }) => side <= 0 ? (sign >= 0 ? 0 : 2) : (sign <= 0 ? 1 : 3)
  return offs.sort((one, other) => one.off - other.off || turn(one) - turn(other) || one.i - other.i).map(({ i }) => i)
}

export interface SlackeningPass { order: number[], how: 'a quarter turn at most' | 'out' | 'last' }

/**
 * How a joint is slackened: against the order in which it was pulled, a quarter turn at most first, and never one bolt wholly before the
 * others. What stays until guide pins or slings hold comes last.
 *
 * @param stays indices that stay in until the part is held
 * @throws DomainError those of `tighteningOrder`, `layout.count` for a bolt that is not there
 * Source: general practice. Pressure is proved zero before.
 * @example slackeningOrder({ layout: { kind: 'circle', bolts: 4 }, pattern: 'crosswise' })[0] // { order: [3, 1, 2, 0], how: 'a quarter
 * turn at most' }
 */
export function slackeningOrder({ layout, pattern, stays = [] }: { layout: BoltLayout, pattern: TighteningPattern,
  stays?: readonly number[] }): SlackeningPass[] {
  const order = tighteningOrder({ layout, pattern }).reverse()
  for (const bolt of stays)
    if (!order.includes(bolt))
      throw new DomainError('layout.count', `There is no bolt ${bolt + 1} that could stay; there are ${order.length}.`)
  const last = order.filter(bolt => stays.includes(bolt))
  return [
    { order, how: 'a quarter turn at most' }, { order: order.filter(bolt => !stays.includes(bolt)), how: 'out' },
    ...last.length > 0 ? [{ order: last, how: 'last' as const }] : [],
  ]
}

export interface TighteningPass { share: number, torqueNm: number, isFinalRound: boolean }

/**
 * The passes of a joint with their torques.
 *
 * @param shares of the torque, rising, the last of them 1; @param finalRound once round at the full torque in the end
 * @throws DomainError `torque.value`, `passes.shares`
 * Source: general practice: 30, 60, 100 %, then round until nothing moves.
 * @example passPlan({ torqueNm: 90, shares: [0.3, 0.6, 1], finalRound: true }).map(pass => pass.torqueNm) // [27, 54, 90, 90]
 */
export function passPlan({ torqueNm, shares, finalRound = false }: { torqueNm: number, shares: readonly number[],
  finalRound?: boolean | undefined }): TighteningPass[] {
  requireTorque(torqueNm)
  const rises = shares.length > 0 && shares.every((share, i) => share > (shares[i - 1] ?? 0) - 1e-12 && share > 0)
    && Math.abs(shares.at(-1)! - 1) < 1e-9
  if (!rises) throw new DomainError('passes.shares', 'Passes rise from more than nothing to the whole torque: 0.3, 0.6, 1.')
  return [
    ...shares.map(share => ({ share, torqueNm: share * torqueNm, isFinalRound: false })),
    ...finalRound ? [{ share: 1, torqueNm, isFinalRound: true }] : [],
  ]
}
