import { degrees, radians } from '../angles'
import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'

export interface BowStation {
  /** Place along the axis, mm from any zero. */
  atMm: number
  /** Offset of the centre there and where its high side lies, as `runOut` gives them. */
  eccentricityUm: number
  phaseDeg: number
}

export interface ShaftBow {
  /** In the order along the axis: how far the centre lies off the straight line between the supports, and which way. */
  stations: { atMm: number, bowUm: number, phaseDeg: number }[]
  /** The greatest bow and its place. */
  greatest: { atMm: number, bowUm: number, phaseDeg: number }
  /** Plane in which the bow mostly lies, degrees from the index datum, 0 to 180. */
  planeDeg: number
  /** Share of the bow that lies in that plane: 1 is a plain bow, less is a corkscrew. */
  planarity: number
  /** False for a corkscrew: pressing it straight in one plane would not help. */
  isInOnePlane: boolean
  working: WorkingLine[]
}

/** Share of a bow in one plane above which it is called plain; general practice. */
const MOSTLY_IN_PLANE = 0.9

/**
 * Bow of a shaft from run-out at several stations, against the straight line through its two supports.
 *
 * @param stations three or more places, each once
 * @param supportsMm places of the two supports among the stations; the first and the last when left out
 * @throws DomainError `bow.too-few`, `bow.not-a-number`, `bow.same-place`, `bow.no-support`
 * Source: vector differences of the least-squares centres; plane by the principal axis of the offsets (Pearson 1901).
 * @example shaftBow([{ atMm: 0, eccentricityUm: 2, phaseDeg: 10 }, …]).greatest
 */
export function shaftBow(stations: readonly BowStation[], supportsMm?: readonly [number, number]): ShaftBow {
  if (stations.length < 3) throw new DomainError('bow.too-few', `A bow needs three stations or more; there are ${stations.length}.`)
  if (!stations.every(({ atMm, eccentricityUm, phaseDeg }) => Number.isFinite(atMm + eccentricityUm + phaseDeg) && eccentricityUm >= 0)) {
    throw new DomainError('bow.not-a-number', 'Each station needs a place, an offset and its direction.')
  }
  const along = [...stations].sort((one, other) => one.atMm - other.atMm)
  along.forEach(({ atMm }, i) => {
    if (along[i + 1]?.atMm === atMm) throw new DomainError('bow.same-place', `Two stations stand at ${atMm} mm.`, { atMm })
  })
  const centres = along.map(({ atMm, eccentricityUm, phaseDeg }) => ({
    atMm,
    x: eccentricityUm * Math.cos(radians(phaseDeg)),
    y: eccentricityUm * Math.sin(radians(phaseDeg)),
  }))
  const support = (wanted: number) => {
    const found = centres.find(centre => centre.atMm === wanted)
    if (!found) throw new DomainError('bow.no-support', `No station was read at the support at ${wanted} mm.`, { atMm: wanted })
    return found
  }
  const [one, other] = supportsMm ? [support(supportsMm[0]), support(supportsMm[1])] : [centres[0]!, centres.at(-1)!]
  if (one.atMm === other.atMm) throw new DomainError('bow.no-support', 'The two supports stand at one place.')
  const offsets = centres.map(({ atMm, x, y }) => {
    const share = (atMm - one.atMm) / (other.atMm - one.atMm)
    return { atMm, x: x - one.x - share * (other.x - one.x), y: y - one.y - share * (other.y - one.y) }
  })
  const bows = offsets.map(({ atMm, x, y }) => ({ atMm, bowUm: Math.hypot(x, y), phaseDeg: degrees(Math.atan2(y, x)) }))
  const greatest = bows.reduce((most, bow) => bow.bowUm > most.bowUm ? bow : most)
  const sum = (of: (offset: { x: number, y: number }) => number) => offsets.reduce((total, offset) => total + of(offset), 0)
  const [xx, yy, xy] = [sum(o => o.x * o.x), sum(o => o.y * o.y), sum(o => o.x * o.y)]
  const spread = Math.hypot((xx - yy) / 2, xy)
  const working: WorkingLine[] = [
    {
      label: 'Line of the supports',
      formula: 'straight between the centres at both supports',
      substituted: `${one.atMm} mm and ${other.atMm} mm`,
      result: 'taken out',
      source: 'geometry',
    },
    {
      label: 'Greatest bow',
      formula: '|centre − line|',
      substituted: `at ${greatest.atMm} mm`,
      result: `${greatest.bowUm.toFixed(1)} µm at ${greatest.phaseDeg.toFixed(0)}°`,
      source: 'a dial shows twice that',
    },
  ]
  const planarity = xx + yy === 0 ? 1 : ((xx + yy) / 2 + spread) / (xx + yy)
  return {
    stations: bows,
    greatest,
    planeDeg: degrees(Math.atan2(2 * xy, xx - yy) / 2, 180),
    planarity,
    isInOnePlane: planarity > MOSTLY_IN_PLANE,
    working,
  }
}
