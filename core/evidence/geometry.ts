import { checkFinding, hasPlace, reachOf, type EvidencePart, type Finding, type Reach } from './finding'
import type { EvidenceRole } from './words'

/** Which parts meet each other: a pattern is read across the still and the turning ones of a family. */
export const GEOMETRY_FAMILIES = ['seal', 'rub', 'rolling bearing', 'sleeve bearing'] as const
export type GeometryFamily = (typeof GEOMETRY_FAMILIES)[number]

/** What the marks on still and turning parts say together. */
export const GEOMETRY_ROWS = {
  'square and concentric': 'Even all round on both: square and concentric, as it should be.',
  'turning face orbits': 'The track on the wide still face is wider than the narrow face: the turning face orbits. Bent shaft, play, or its ring off centre.',
  'still face off centre': 'The track on the wide turning face is wider than the narrow face: the still face is off centre.',
  'still carrier off centre': 'A track of normal width nearer one edge: the part that carries the still face is off centre.',
  'turning carrier off centre': 'A track of normal width nearer one edge: the part that carries the turning face is off centre.',
  'still part out': 'One place, or two opposite, on the still part and all round on the turning one: the still part is out of square, distorted or off centre; or the load stands still.',
  'turning part out': 'All round on the still part and one place on the turning one: the turning part is out of square or bent; or the load turns with the shaft.',
  'did not turn': 'One place on both: it did not turn while it happened. Standstill, a blow, transport.',
  'turned by pressure': 'Contact at the outside edge only: the face is turned by pressure.',
  'turned by heat': 'Contact at the inside edge only: the face is turned by heat.',
} as const
export type GeometryRow = keyof typeof GEOMETRY_ROWS

export interface GeometryFound {
  row: GeometryRow
  family: GeometryFamily
  says: string
  /** 0-based, of the findings that it rests on. */
  findings: number[]
}

const CONTACT: ReadonlySet<string> = new Set([
  'wide track', 'narrow track', 'offset track', 'no contact', 'uneven contact', 'grooved', 'scored', 'heat checked', 'polished',
  'distorted',
])
const RUBS: ReadonlySet<string> = new Set(['rubbed', 'rubbed part turn', 'rubbed all round'])
const PATHS: ReadonlySet<string> = new Set(['path all round', 'path part turn', 'path two opposite', 'path wide'])
const RUNS: ReadonlySet<string> = new Set(['wiped', 'scored', 'polished edge', 'even wear', 'fatigue cracked', 'rubbed'])
const FAMILIES: readonly { family: GeometryFamily, roles: ReadonlySet<EvidenceRole>, kinds: ReadonlySet<string> }[] = [
  { family: 'seal', roles: new Set(['seal face']), kinds: CONTACT },
  { family: 'rub', roles: new Set(['sleeve', 'shaft', 'impeller', 'wear ring', 'chamber']), kinds: RUBS },
  { family: 'rolling bearing', roles: new Set(['inner ring', 'outer ring']), kinds: PATHS },
  { family: 'sleeve bearing', roles: new Set(['sleeve bearing', 'shaft']), kinds: RUNS },
]
/** Kinds that say by themselves how far they reach. */
const REACHES: Readonly<Record<string, Reach>> = {
  'rubbed part turn': 'one place', 'rubbed all round': 'all round', 'path all round': 'all round', 'path part turn': 'one place',
  'path two opposite': 'two opposite', 'path wide': 'all round', 'wide track': 'all round', 'offset track': 'all round',
}

interface Mark { at: number, finding: Finding, part: EvidencePart }

/**
 * What the marks on still and turning parts say together, as the field reads them.
 *
 * @param findings angles from each part's own index; only how far round they reach counts here, so frames need not be tied
 * @returns the patterns that hold, each with the findings that it rests on
 * @throws DomainError those of `checkFinding`
 * Source: geometry of parts that turn against each other; general practice.
 * @example geometry(findings, parts).map(found => found.row) // ['turning face orbits']
 */
export function geometry(findings: readonly Finding[], parts: readonly EvidencePart[]): GeometryFound[] {
  const byKey = new Map(parts.map(part => [part.key, part]))
  const marks = findings.map((finding, at): Mark => {
    checkFinding(finding, byKey)
    return { at, finding, part: byKey.get(finding.part)! }
  })
  return FAMILIES.flatMap(({ family, roles, kinds }) => {
    const own = marks.filter(({ part, finding }) => roles.has(part.role) && kinds.has(finding.kind) && finding.zone !== 'back')
    const rows = [...pairRows(own), ...family === 'seal' ? trackRows(own, parts) : []]
    return rows.map(([row, from]) =>
      ({ row, family, says: GEOMETRY_ROWS[row], findings: [...new Set(from.map(({ at }) => at))].sort((a, b) => a - b) }))
  })
}

type Row = readonly [row: GeometryRow, from: readonly Mark[]]

/** How far round the marks of one side reach: what is local tells more than an even track beside it. */
function reachOfSide(marks: readonly Mark[]): { reach: Reach | null, from: readonly Mark[] } {
  const local = marks.filter(({ finding }) => {
    const said = REACHES[finding.kind]
    return said ? said !== 'all round' : hasPlace(finding) && reachOf([finding]) !== 'all round'
  })
  const told = local.flatMap(({ finding }) => REACHES[finding.kind] ?? [])
  if (told.length > 0) return { reach: told.includes('two opposite') ? 'two opposite' : 'one place', from: local }
  if (local.length > 0) {
    // Marks on several parts are not tied to each other here: the part that says most counts.
    const reaches = [...new Set(local.map(({ part }) => part.key))]
      .map(key => reachOf(local.flatMap(({ part, finding }) => part.key === key && hasPlace(finding) ? [finding] : [])))
    return { reach: reaches.find(reach => reach === 'two opposite') ?? reaches.find(reach => reach === 'one place') ?? reaches[0]!,
      from: local }
  }
  const round = marks.filter(({ finding }) => REACHES[finding.kind] === 'all round' || finding.kind === 'polished'
    || (hasPlace(finding) && reachOf([finding]) === 'all round'))
  return { reach: round.length > 0 ? 'all round' : null, from: round }
}

const isLocal = (reach: Reach | null) => reach === 'one place' || reach === 'two opposite'

function pairRows(marks: readonly Mark[]): Row[] {
  const still = reachOfSide(marks.filter(({ part }) => part.motion === 'still'))
  const turning = reachOfSide(marks.filter(({ part }) => part.motion === 'turning'))
  const from = [...still.from, ...turning.from]
  if (isLocal(still.reach) && turning.reach === 'all round') return [['still part out', from]]
  if (still.reach === 'all round' && isLocal(turning.reach)) return [['turning part out', from]]
  if (isLocal(still.reach) && isLocal(turning.reach)) return [['did not turn', from]]
  const isEven = from.every(({ finding }) => finding.kind === 'polished' || finding.kind === 'path all round' || finding.kind === 'even wear')
  return still.reach === 'all round' && turning.reach === 'all round' && isEven ? [['square and concentric', from]] : []
}

/** Without a word the face that turns is the narrow one: the springs carry it. */
const isNarrow = (part: EvidencePart, faces: readonly EvidencePart[]) =>
  part.narrow ?? (faces.some(({ narrow }) => narrow) ? false : part.motion === 'turning')

function trackRows(marks: readonly Mark[], parts: readonly EvidencePart[]): Row[] {
  const faces = parts.filter(({ role }) => role === 'seal face')
  const of = (motion: 'still' | 'turning') => marks.filter(({ part }) => part.motion === motion)
  const wideOn = (motion: 'still' | 'turning') => {
    const wide = of(motion).filter(({ part, finding }) => finding.kind === 'wide track' && !isNarrow(part, faces))
    const other = reachOfSide(of(motion === 'still' ? 'turning' : 'still'))
    return wide.length > 0 && other.reach === 'all round' ? [...wide, ...other.from] : []
  }
  const offset = (motion: 'still' | 'turning') => of(motion).filter(({ finding }) => finding.kind === 'offset track')
  const rows: Row[] = [
    ['turning face orbits', wideOn('still')], ['still face off centre', wideOn('turning')],
    ['still carrier off centre', offset('still')], ['turning carrier off centre', offset('turning')],
    ['turned by pressure', edgeOnly(marks, 'outside edge', 'inside edge')],
    ['turned by heat', edgeOnly(marks, 'inside edge', 'outside edge')],
  ]
  return rows.filter(([, from]) => from.length > 0)
}

/** Contact at one edge of a face, and nowhere else on it. */
function edgeOnly(marks: readonly Mark[], edge: string, otherEdge: string): Mark[] {
  const touches = ({ finding }: Mark) => finding.kind !== 'no contact'
  return marks.filter(({ finding, part }) => {
    const onFace = marks.filter(other => other.part.key === part.key)
    const atEdge = touches({ finding } as Mark) ? finding.zone === edge : finding.zone === otherEdge
    return atEdge && !onFace.some(other => touches(other) && (other.finding.zone === otherEdge || other.finding.zone === 'track'))
  })
}
