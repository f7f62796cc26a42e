import { roundTurn } from '../angles'
import { ALL_ROUND_DEG, arcWidth, frames, hasPlace, type EvidenceFinding, type EvidenceReading, type Frames, type FrameTie } from '../evidence'
import { markOf, type Position, type Sheet } from '../sheet'
import { assessTaken } from './assess-taken'
import { evidenceItems, itemKey, type EvidenceItem } from './evidence-items'
import type { FindingNoted } from './findings'
import { markMade } from './marks-made'
import { readingAt } from './reading-at'
import type { JobState } from './state'

/** A finding of the job as the evidence takes it: its part is the key of the item. */
export interface JobFinding extends EvidenceFinding { event: string, by: string, at: string, photo?: string }

export interface JobEvidence {
  /** All that can be looked at, in order along the shaft. */
  items: readonly EvidenceItem[]
  findings: JobFinding[]
  readings: EvidenceReading[]
  circumstances: string[]
  ties: FrameTie[]
  frames: Frames
  /** Keys of what nobody has looked at yet. */
  unseen: string[]
}

/**
 * All that the job knows of what may have caused a failure, as `diagnose` takes it.
 *
 * Frames are tied by the match-marks that were made and have an angle, by what was tied at the bench, and within one part by itself; a
 * frame that was put right turns the angles of its findings.
 *
 * @example diagnose({ ...jobEvidence(sheet, state), parts: jobEvidence(sheet, state).items })
 */
export function jobEvidence(sheet: Sheet, state: JobState): JobEvidence {
  const items = evidenceItems(sheet)
  const findings = jobFindings(state)
  const ties = [
    ...tiesWithin(items), ...tiesByMarks(sheet, state, items),
    ...state.framesTied.map(({ one, other, kind, oneDeg, otherDeg }): FrameTie =>
      ({ key: kind, kind, between: [one, other], anglesDeg: [oneDeg, otherDeg] })),
  ]
  const seen = new Set(findings.map(({ part }) => part))
  return {
    items, findings, ties, frames: frames(items, ties),
    readings: sheet.positions.flatMap(position => readingOf(sheet, state, position) ?? []),
    circumstances: Object.entries(state.circumstances).flatMap(([name, { holds }]) => holds ? [name] : []),
    unseen: items.filter(({ key }) => !seen.has(key)).map(({ key }) => key),
  }
}

/** What was found, as the evidence takes it: under the key of its item, with the frames put right. */
export function jobFindings(state: JobState): JobFinding[] {
  const turned = new Map<string, number>()
  for (const { item, byDeg } of state.framesTurned) turned.set(item, (turned.get(item) ?? 0) + byDeg)
  return state.findings.map(found => asEvidence(found, turned))
}

function asEvidence({ part, role, place, n: _n, byId: _byId, ...found }: FindingNoted, turned: ReadonlyMap<string, number>): JobFinding {
  const key = itemKey({ part, role, place })
  const byDeg = turned.get(key) ?? 0
  return turnFinding({ ...found, part: key }, byDeg)
}

/** A finding as it lies when the frame of its part is turned; what is all round, or has no place, stays. */
export function turnFinding<F extends EvidenceFinding>(finding: F, byDeg: number): F {
  if (!hasPlace(finding) || byDeg === 0 || arcWidth(finding) >= ALL_ROUND_DEG) return finding
  return { ...finding, fromDeg: roundTurn(finding.fromDeg + byDeg), toDeg: roundTurn(finding.toDeg + byDeg) }
}

/** What is of one piece keeps one index. */
function tiesWithin(items: readonly EvidenceItem[]): FrameTie[] {
  const first = new Map<string, EvidenceItem>()
  return items.flatMap((item): FrameTie[] => {
    const piece = `${item.part.key} ${item.place ?? ''}`
    const one = first.get(piece)
    if (!one) first.set(piece, item)
    return one ? [{ key: `${item.part.name} itself`, kind: 'index', between: [one.key, item.key] }] : []
  })
}

function tiesByMarks(sheet: Sheet, state: JobState, items: readonly EvidenceItem[]): FrameTie[] {
  return sheet.marks.flatMap((mark): FrameTie[] => {
    const made = markMade(state, mark.key)
    const [one, other] = mark.between.map(part => items.find(item => item.part.key === part))
    const angleDeg = made?.angleDeg ?? markOf(sheet, mark.key).angleDeg
    return made && one && other && angleDeg !== undefined
      ? [{ key: mark.key, kind: 'match-mark', between: [one.key, other.key], angleDeg }]
      : []
  })
}

/** As found where it was read so: what the machine came with is the evidence. */
function readingOf(sheet: Sheet, state: JobState, position: Position): EvidenceReading | null {
  const { evidence, limits } = position
  const taken = evidence && (readingAt(state, position.key, 'as-found') ?? readingAt(state, position.key, 'as-left'))
  if (!taken) return null
  const { verdict, value } = assessTaken(sheet, state, taken)
  const isAbove = limits.upper !== undefined && (limits.lower === undefined || value > (limits.lower + limits.upper) / 2)
  const side = evidence.above && (isAbove ? evidence.above : evidence.above === 'tight' ? 'wide' : 'tight')
  const item = evidenceItems(sheet).find(one => one.part.key === position.part)
  return { of: evidence.of, verdict, ...side ? { side } : {}, ...item ? { part: item.key } : {} }
}
