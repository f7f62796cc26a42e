import { roundTurn } from '../angles'
import { DomainError } from '../domain-error'
import { CLEAN, EVIDENCE_ROLES, type EvidenceRole } from './words'

/** What was seen on one part, and where. */
export interface Finding {
  part: string
  kind: string
  /** Clockwise from the part's own index, from the side that it is seen from; all round is 0 to 360. Both left out: nobody knows where. */
  fromDeg?: number | undefined
  toDeg?: number | undefined
  zone?: string | undefined
  /** 1 trace, 2 plain, 3 ended its life. */
  severity: number
  note?: string | undefined
  photo?: string | undefined
}

export interface EvidencePart {
  key: string
  role: EvidenceRole
  /** Does it turn with the shaft? Balls, cage and blades turn; oil counts as still. */
  motion: 'turning' | 'still'
  /** The narrower of two faces; where nobody says, the one that turns. */
  narrow?: boolean | undefined
  seenFrom?: string | undefined
}

export interface Arc { fromDeg: number, toDeg: number }

export const ALL_ROUND_DEG = 360
/** What leaves less than this open counts as all round. */
const ROUND_FROM_DEG = 300
/** Two places are opposite when they lie within this of half a turn. */
const OPPOSITE_WITHIN_DEG = 35

/** True when the place of a finding is known. */
export const hasPlace = (finding: Finding): finding is Finding & Arc => finding.fromDeg !== undefined && finding.toDeg !== undefined

/**
 * How far an arc goes, degrees: 0 for a point, 360 for a whole turn; an arc may pass 0.
 *
 * @example arcWidth({ fromDeg: 350, toDeg: 20 }) // 30
 */
export const arcWidth = ({ fromDeg, toDeg }: Arc): number =>
  Math.abs(toDeg - fromDeg) >= ALL_ROUND_DEG ? ALL_ROUND_DEG : roundTurn(toDeg - fromDeg)

/** Its middle, 0 up to 360. */
export const arcMiddle = (arc: Arc): number => roundTurn(arc.fromDeg + arcWidth(arc) / 2)

/**
 * Refuses a finding that its part cannot have.
 *
 * @throws DomainError `finding.part`, `finding.kind`, `finding.zone`, `finding.angle`, `finding.severity`
 */
export function checkFinding(finding: Finding, parts: ReadonlyMap<string, EvidencePart>): void {
  const part = parts.get(finding.part)
  if (!part) throw new DomainError('finding.part', `There is no part "${finding.part}" in this evidence.`)
  const words = EVIDENCE_ROLES[part.role]
  if (!words) throw new DomainError('finding.role', `"${part.role}" is no role of a part in the evidence.`)
  const { zones, kinds }: { zones: readonly string[], kinds: readonly string[] } = words
  if (finding.kind !== CLEAN && !kinds.includes(finding.kind))
    throw new DomainError('finding.kind', `"${finding.kind}" is not found on a ${part.role}: ${kinds.join(', ')}.`)
  if (finding.zone !== undefined && !zones.includes(finding.zone))
    throw new DomainError('finding.zone', zones.length === 0
      ? `A ${part.role} has no zones.`
      : `"${finding.zone}" is no place on a ${part.role}: ${zones.join(', ')}.`)
  if ((finding.fromDeg === undefined) !== (finding.toDeg === undefined))
    throw new DomainError('finding.angle', 'An arc has both its ends, or none when nobody knows where it lay.')
  if (hasPlace(finding) && ![finding.fromDeg, finding.toDeg].every(angle => angle >= 0 && angle <= ALL_ROUND_DEG))
    throw new DomainError('finding.angle', `Angles go from 0 to 360 degrees; ${finding.fromDeg} to ${finding.toDeg} does not.`)
  if (![1, 2, 3].includes(finding.severity))
    throw new DomainError('finding.severity', 'How bad it is: 1 a trace, 2 plain, 3 ended its life.')
}

export const REACHES = ['all round', 'one place', 'two opposite', 'several places'] as const
export type Reach = (typeof REACHES)[number]

/**
 * How far round a part some findings reach together: overlapping arcs count once.
 *
 * @returns null when none has a place
 * @example reachOf([{ fromDeg: 10, toDeg: 40 }, { fromDeg: 190, toDeg: 215 }]) // 'two opposite'
 */
export function reachOf(arcs: readonly Arc[]): Reach | null {
  const merged = mergeArcs(arcs)
  if (merged.length === 0) return null
  const covered = merged.reduce((sum, arc) => sum + arcWidth(arc), 0)
  if (covered >= ROUND_FROM_DEG) return 'all round'
  if (merged.length === 1) return 'one place'
  const middles = merged.map(arcMiddle)
  const apart = Math.abs(roundTurn(middles[1]! - middles[0]!) - 180)
  return merged.length === 2 && apart <= OPPOSITE_WITHIN_DEG ? 'two opposite' : spansLittle(merged) ? 'one place' : 'several places'
}

/** All within half a turn is one place, however many arcs it was noted in. */
function spansLittle(arcs: readonly Arc[]): boolean {
  const ends = arcs.flatMap(({ fromDeg, toDeg }) => [fromDeg, toDeg])
  return arcs.some(({ fromDeg }) => ends.every(end => roundTurn(end - fromDeg) <= 180))
}

function mergeArcs(arcs: readonly Arc[]): Arc[] {
  const whole = arcs.find(arc => arcWidth(arc) >= ALL_ROUND_DEG)
  if (whole) return [{ fromDeg: 0, toDeg: ALL_ROUND_DEG }]
  const sorted = arcs.map(arc => ({ from: roundTurn(arc.fromDeg), width: arcWidth(arc) })).sort((a, b) => a.from - b.from)
  const merged: { from: number, width: number }[] = []
  for (const arc of sorted) {
    const last = merged.at(-1)
    if (last && arc.from <= last.from + last.width) last.width = Math.max(last.width, arc.from + arc.width - last.from)
    else merged.push({ ...arc })
  }
  const [first, last] = [merged[0], merged.at(-1)]
  if (first && last && first !== last && last.from + last.width >= first.from + ALL_ROUND_DEG) {
    last.width = Math.max(last.width, first.from + ALL_ROUND_DEG + first.width - last.from)
    merged.shift()
  }
  return merged.map(({ from, width }) => width >= ALL_ROUND_DEG
    ? { fromDeg: 0, toDeg: ALL_ROUND_DEG }
    : { fromDeg: from, toDeg: roundTurn(from + width) })
}
