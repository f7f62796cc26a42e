import { angleBetween, roundTurn } from '../angles'
import { DomainError } from '../domain-error'
import { ALL_ROUND_DEG, arcWidth, hasPlace, type Arc, type EvidencePart, type Finding } from './finding'

/** What ties two parts: the same line on both, at the angle that each has it from its own index. */
export interface FrameTie {
  /** MK-4, a pin, the name of who set the index. */
  key?: string | undefined
  kind?: 'match-mark' | 'pin in slot' | 'index' | undefined
  between: readonly [string, string]
  /** On both parts; 0 where left out: the indexes were set together. */
  angleDeg?: number | undefined
  /** On the one and on the other, where they differ. */
  anglesDeg?: readonly [number, number] | undefined
}

export interface FramedPart {
  part: string
  /** Added to an angle of the part, seen from the drive end, it gives the angle in the frame. */
  turnDeg: number
  /** Seen from the free end: its angles run the other way in the frame. */
  isMirrored: boolean
}

export interface Contradiction {
  part: string
  /** The tie that does not agree with the others. */
  tie: string
  /** Where the part would stand by the ties before, and by this one. */
  turnDeg: number
  otherwiseDeg: number
  says: string
}

export interface Frames {
  /** Parts that can be laid on each other, each frame turned so that its first part keeps its index. */
  frames: FramedPart[][]
  /** Parts that are tied to nothing. */
  untied: string[]
  contradictions: Contradiction[]
}

/** What two people set to the same line still differs by. */
const AGREES_WITHIN_DEG = 5

const isMirrored = ({ seenFrom }: EvidencePart): boolean => seenFrom === 'free end'
const seenFromDrive = (deg: number, part: EvidencePart): number => isMirrored(part) ? -deg : deg

/**
 * Which parts lie in one frame, and how each is turned in it.
 *
 * Parts seen from opposite ends are mirrored (θ → −θ) before they are turned; without `seenFrom` a part is seen from the drive end.
 *
 * @param marks ties between two parts: match-marks with their angles, pins in slots, indexes that were set together
 * @returns what is tied to nothing is said and never guessed; ties that contradict each other are said with both ways round
 * @throws DomainError `frames.part` for a tie of a part that is not there, `frames.angle`
 * @example frames(parts, [{ between: ['still-face', 'gland'], anglesDeg: [30, 0] }]).frames[0]
 */
export function frames(parts: readonly EvidencePart[], marks: readonly FrameTie[]): Frames {
  const byKey = new Map(parts.map(part => [part.key, part]))
  const ties = marks.map((mark) => {
    const [one, other] = mark.between
    for (const key of mark.between)
      if (!byKey.has(key)) throw new DomainError('frames.part', `A mark ties "${key}", which is no part of this evidence.`)
    const [oneDeg, otherDeg] = mark.anglesDeg ?? [mark.angleDeg ?? 0, mark.angleDeg ?? 0]
    if (![oneDeg, otherDeg].every(Number.isFinite)) throw new DomainError('frames.angle', 'A mark lies at an angle in degrees.')
    return {
      one, other, name: mark.key ?? `${one} and ${other}`,
      // The other part stands turned by this against the one.
      byDeg: roundTurn(seenFromDrive(oneDeg, byKey.get(one)!) - seenFromDrive(otherDeg, byKey.get(other)!)),
    }
  })
  const turns = new Map<string, number>()
  const contradictions: Contradiction[] = []
  const found: FramedPart[][] = []
  const used = new Set<number>()
  for (const first of parts) {
    if (turns.has(first.key)) continue
    turns.set(first.key, 0)
    const frame = [first.key]
    for (let at = 0; at < frame.length; at++) {
      const key = frame[at]!
      ties.forEach(({ one, other, byDeg, name }, i) => {
        if ((one !== key && other !== key) || used.has(i)) return
        used.add(i)
        const next = one === key ? other : one
        const turnDeg = roundTurn(turns.get(key)! + (one === key ? byDeg : -byDeg))
        const known = turns.get(next)
        if (known === undefined) {
          turns.set(next, turnDeg)
          frame.push(next)
        } else if (Math.abs(angleBetween(known, turnDeg)) > AGREES_WITHIN_DEG)
          contradictions.push({ part: next, tie: name, turnDeg: known, otherwiseDeg: turnDeg,
            says: `${next} stands at ${Math.round(known)}° by the other marks and at ${Math.round(turnDeg)}° by ${name}: one of them was read or set wrong.` })
      })
    }
    found.push(frame.map(key => ({ part: key, turnDeg: turns.get(key)!, isMirrored: isMirrored(byKey.get(key)!) })))
  }
  return {
    frames: found.filter(frame => frame.length > 1), untied: found.filter(frame => frame.length === 1).map(([only]) => only!.part),
    contradictions,
  }
}

/** An angle of a part as it lies in its frame. */
const inFrame = (deg: number, { turnDeg, isMirrored: mirrored }: FramedPart): number => roundTurn((mirrored ? -deg : deg) + turnDeg)

/**
 * An arc of a part as it lies in the frame of the part; all round stays all round.
 *
 * @example arcInFrame({ fromDeg: 10, toDeg: 40 }, { part: 'face', turnDeg: 90, isMirrored: true }) // { fromDeg: 50, toDeg: 80 }
 */
export function arcInFrame(arc: Arc, part: FramedPart): Arc {
  if (arcWidth(arc) >= ALL_ROUND_DEG) return { fromDeg: 0, toDeg: ALL_ROUND_DEG }
  const [from, to] = [inFrame(arc.fromDeg, part), inFrame(arc.toDeg, part)]
  return part.isMirrored ? { fromDeg: to, toDeg: from } : { fromDeg: from, toDeg: to }
}

export interface LaidFinding extends Arc {
  /** 0-based, of the findings as given. */
  finding: number
  /** 0-based, of the frames; null for a part that is tied to nothing: its angle is its own. */
  frame: number | null
}

/**
 * Findings laid on each other: each that has a place at its angle in the frame of its part.
 *
 * @example overlay(findings, frames(parts, marks)).filter(laid => laid.frame === 0)
 */
export function overlay(findings: readonly Finding[], { frames: found }: Frames): LaidFinding[] {
  const placed = new Map(found.flatMap((frame, i) => frame.map(part => [part.part, { part, frame: i }] as const)))
  return findings.flatMap((finding, i) => {
    if (!hasPlace(finding)) return []
    const own = placed.get(finding.part)
    const { fromDeg, toDeg } = finding
    return [{ finding: i, frame: own?.frame ?? null, ...own ? arcInFrame(finding, own.part) : { fromDeg, toDeg } }]
  })
}
