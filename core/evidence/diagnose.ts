import { DomainError } from '../domain-error'
import type { Verdict } from '../metrology'
import { checkFinding, hasPlace, reachOf, type EvidencePart, type Finding } from './finding'
import { geometry, type GeometryFound } from './geometry'
import type { CauseFacts, EvidenceRule, FindingWanted, RuleDocument } from './rules'
import { SHIPPED_RULES } from './shipped-rules'
import { causeName, CIRCUMSTANCES, CLEAN, EVIDENCE_READINGS, type EvidenceRole } from './words'

export interface EvidenceReading {
  of: string
  verdict: Verdict
  side?: 'tight' | 'wide' | undefined
  /** Which part, where several have one: which face is not square. */
  part?: string | undefined
}

export interface Evidence {
  parts: readonly EvidencePart[]
  findings: readonly Finding[]
  readings?: readonly EvidenceReading[] | undefined
  circumstances?: readonly string[] | undefined
}

export interface NextCheck { text: string, minutes: number }

export interface RankedCause {
  key: string
  name: string
  /** Share of the likelihood, 0 to 1; all causes add up to 1. */
  weight: number
  /** Findings by their place in the list from 0, readings as `reading:<of>`. */
  supports: (number | string)[]
  contradicts: (number | string)[]
  nextCheck: NextCheck
}

export interface Diagnosis {
  /** Every cause that the rules know, in falling weight. The person decides; the tool never says "the cause is". */
  causes: RankedCause[]
  geometry: GeometryFound[]
  /** Too little to rank by; `helpsMost` says what would. */
  thin: boolean
  /** What separates the first causes best for its minutes; null when every reading that could is taken. */
  helpsMost: NextCheck | null
  rules: { key: string, revision: number }
}

/** What a trace, a plain finding and one that ended the life of its part speak for. */
const BY_SEVERITY = [0.75, 1, 1.15] as const
/** A sign seen again speaks louder, but not as a new one. */
const [AGAIN, AGAIN_AT_MOST] = [0.1, 0.3] as const
/** A reading that is in speaks against what it would have spoken for by this part, a doubtful one for it by that. */
const [IN_SPEAKS, DOUBTFUL_SPEAKS] = [-0.6, 0.3] as const
/** Looked at and clean: against by this part of what damage there would have said, and never by more than that. */
const [CLEAN_SPEAKS, CLEAN_AT_MOST] = [0.5, 1.2] as const
/** Signs of one failure hang together: counted as if they were independent they would say more than they know. */
const TEMPER = 0.6
/** A sign of this weight is one that the cause usually leaves. */
const USUAL_SIGN = 1.2
/** Looked at what it usually marks, and no sign of it. */
const NO_SIGN = -0.7
/** None of the parts that it marks is there at all. */
const NOT_ITS_PARTS = -1.8
/** A first cause below this share, or one that stands on a single thing, is thin. */
const [SURE_FROM, FEWEST_SIGNS] = [0.2, 2] as const
/** How many of the first causes a check has to tell apart. */
const TOLD_APART = 5
const LOOKED_AT: ReadonlySet<EvidenceRole> = new Set(['oil'])

interface Said { score: number, supports: Set<number | string>, contradicts: Set<number | string> }

/**
 * Ranks what may have caused a failure, with what speaks for and against each cause and what to look at next.
 *
 * Signs are added as logarithms of odds, by rules that are data. A cause that the evidence speaks against is shown with what speaks
 * against it, never dropped.
 *
 * @param evidence parts with their roles, findings from each part's own index, readings with their verdicts, circumstances by their words
 * @param rules the shipped ones where left out
 * @throws DomainError those of `checkFinding`, `diagnose.reading`, `diagnose.circumstance`
 * Source: naive Bayes over signs of general practice, each with its own source in the rules.
 * @example diagnose({ parts, findings, readings: [], circumstances: ['ran dry'] }).causes[0]?.key // 'dry running'
 */
export function diagnose({ parts, findings, readings = [], circumstances = [] }: Evidence, rules: RuleDocument = SHIPPED_RULES): Diagnosis {
  const evidence = prepare(parts, findings, readings, circumstances)
  const said = new Map(rules.causes.map(({ key, prior }): [string, Said] =>
    [key, { score: prior, supports: new Set(), contradicts: new Set() }]))
  const found = geometry(findings, parts)
  const bySigns = signsOf(rules)
  for (const rule of rules.rules) {
    const own = said.get(rule.cause)
    if (own) speak(own, evidenceFor(rule, evidence, found), rule.weight)
  }
  for (const [key, own] of said) weighWhatIsNotThere(own, bySigns.get(key), evidence)
  const highest = Math.max(...[...said.values()].map(({ score }) => score))
  const likelihood = ({ score }: Said) => Math.exp(TEMPER * (score - highest))
  const whole = [...said.values()].reduce((sum, one) => sum + likelihood(one), 0)
  const taken = new Set(readings.map(({ of }) => of))
  const causes = rules.causes.map((facts): RankedCause => {
    const own = said.get(facts.key)!
    const { supports, contradicts } = own
    return {
      key: facts.key, name: causeName(facts.key), weight: likelihood(own) / whole, supports: sorted(supports),
      contradicts: sorted(contradicts), nextCheck: nextCheckOf(facts, rules, taken),
    }
  }).sort((one, other) => other.weight - one.weight)
  const first = causes[0]
  const signs = (first?.supports.length ?? 0) + circumstancesFor(rules, first?.key, evidence.circumstances)
  return {
    causes, geometry: found, thin: !first || first.weight < SURE_FROM || signs < FEWEST_SIGNS,
    helpsMost: tellsApart(causes.slice(0, TOLD_APART), rules, taken), rules: { key: rules.key, revision: rules.revision },
  }
}

interface Prepared {
  parts: ReadonlyMap<string, EvidencePart>
  findings: readonly Finding[]
  byRole: ReadonlyMap<EvidenceRole, number[]>
  roles: ReadonlySet<EvidenceRole>
  readings: readonly EvidenceReading[]
  circumstances: ReadonlySet<string>
}

function prepare(parts: readonly EvidencePart[], findings: readonly Finding[], readings: readonly EvidenceReading[],
  circumstances: readonly string[]): Prepared {
  const byKey = new Map(parts.map(part => [part.key, part]))
  const byRole = new Map<EvidenceRole, number[]>()
  findings.forEach((finding, i) => {
    checkFinding(finding, byKey)
    const { role } = byKey.get(finding.part)!
    byRole.set(role, [...byRole.get(role) ?? [], i])
  })
  for (const { of } of readings)
    if (!(EVIDENCE_READINGS as readonly string[]).includes(of))
      throw new DomainError('diagnose.reading', `"${of}" is no reading that the evidence knows: ${EVIDENCE_READINGS.join(', ')}.`)
  for (const one of circumstances)
    if (!(CIRCUMSTANCES as readonly string[]).includes(one))
      throw new DomainError('diagnose.circumstance', `"${one}" is no circumstance that the evidence knows: ${CIRCUMSTANCES.join(', ')}.`)
  return { parts: byKey, findings, byRole, roles: new Set(parts.map(({ role }) => role)), readings, circumstances: new Set(circumstances) }
}

/** What a rule finds in the evidence, and how loud it is there: 1 is plain. */
interface Heard { from: readonly (number | string)[], loud: number }

function evidenceFor({ when }: EvidenceRule, evidence: Prepared, found: readonly GeometryFound[]): Heard | null {
  if ('circumstance' in when) return evidence.circumstances.has(when.circumstance) ? { from: [], loud: 1 } : null
  if ('geometry' in when) {
    const rows = found.filter(({ row, family }) => row === when.geometry && (!when.family || family === when.family))
    return rows.length > 0 ? { from: rows.flatMap(({ findings }) => findings), loud: 1 } : null
  }
  if ('reading' in when) {
    const { of, side, motion } = when.reading
    const own = evidence.readings.filter(reading => reading.of === of
      && (!motion || reading.part === undefined || evidence.parts.get(reading.part)?.motion === motion))
    const loudOf = ({ verdict, side: its }: EvidenceReading) => {
      if (verdict === 'in') return IN_SPEAKS
      if (side && its && its !== side) return verdict === 'out' ? IN_SPEAKS : 0
      // Out without saying to which side, or of which part, speaks for both, half as loud.
      const isVague = (side !== undefined && !its) || (motion !== undefined && own.length === 1 && own[0]!.part === undefined)
      return (verdict === 'out' ? 1 : DOUBTFUL_SPEAKS) * (isVague ? 0.5 : 1)
    }
    if (own.length === 0) return null
    const louds = own.map(loudOf)
    const loud = louds.some(one => one > 0) ? Math.max(...louds) : Math.min(...louds)
    return loud === 0 ? null : { from: [`reading:${of}`], loud }
  }
  return findingsFor(when.finding, evidence)
}

function findingsFor({ roles, kinds, zones, motion, reach }: FindingWanted, { byRole, findings, parts }: Prepared): Heard | null {
  const own = roles.flatMap(role => byRole.get(role) ?? []).filter((i) => {
    const { kind, zone, part } = findings[i]!
    return kinds.includes(kind) && (!zones || (zone !== undefined && zones.includes(zone)))
      && (!motion || parts.get(part)!.motion === motion)
  })
  const onPart = (key: string) => own.map(i => findings[i]!).filter(({ part }) => part === key)
  const from = reach ? own.filter(i => reachesSo(onPart(findings[i]!.part), reach)) : own
  if (from.length === 0) return null
  const worst = Math.max(...from.map(i => findings[i]!.severity))
  return { from, loud: BY_SEVERITY[worst - 1]! + Math.min(AGAIN_AT_MOST, AGAIN * (from.length - 1)) }
}

function reachesSo(findings: readonly Finding[], wanted: NonNullable<FindingWanted['reach']>): boolean {
  const reach = reachOf(findings.filter(hasPlace))
  return reach !== null && wanted.includes(reach)
}

function speak(own: Said, heard: Heard | null, weight: number): void {
  if (!heard) return
  const change = weight * heard.loud
  own.score += change
  for (const one of heard.from) (change > 0 ? own.supports : own.contradicts).add(one)
}

/** What a cause usually marks: role by role its strongest sign. */
type Signs = ReadonlyMap<EvidenceRole, number>

function signsOf(rules: RuleDocument): ReadonlyMap<string, Signs> {
  const signs = new Map<string, Map<EvidenceRole, number>>()
  for (const { cause, when, weight } of rules.rules) {
    if (!('finding' in when) || weight <= 0) continue
    const own = signs.get(cause) ?? new Map<EvidenceRole, number>()
    for (const role of when.finding.roles) own.set(role, Math.max(own.get(role) ?? 0, weight))
    signs.set(cause, own)
  }
  return signs
}

function weighWhatIsNotThere(own: Said, signs: Signs | undefined, { byRole, findings, roles }: Prepared): void {
  const usual = [...signs ?? []].filter(([role, weight]) => weight >= USUAL_SIGN && !LOOKED_AT.has(role))
  if (usual.length === 0) return
  if (!usual.some(([role]) => roles.has(role))) own.score += NOT_ITS_PARTS
  let isLookedAt = false
  for (const [role, weight] of usual) {
    const seen = byRole.get(role) ?? []
    if (seen.length === 0) continue
    isLookedAt = true
    if (seen.some(i => own.supports.has(i))) continue
    const good = seen.filter(i => speaksWell(findings[i]!))
    if (good.length === 0) continue
    own.score -= Math.min(CLEAN_AT_MOST, weight * CLEAN_SPEAKS)
    for (const i of good) own.contradicts.add(i)
  }
  if (isLookedAt && ![...own.supports].some(one => typeof one === 'number')) own.score += NO_SIGN
}

/** Looked at and clean, or a face that has run in evenly. */
const speaksWell = ({ kind, severity }: Finding): boolean => kind === CLEAN || (kind === 'polished' && severity === 1)

const sorted = (from: ReadonlySet<number | string>): (number | string)[] => [
  ...[...from].filter(one => typeof one === 'number').sort((a, b) => a - b), ...[...from].filter(one => typeof one === 'string').sort(),
]

const circumstancesFor = (rules: RuleDocument, cause: string | undefined, circumstances: ReadonlySet<string>): number =>
  rules.rules.filter(({ when, weight, ...rule }) =>
    rule.cause === cause && weight > 0 && 'circumstance' in when && circumstances.has(when.circumstance)).length

/** The cheapest reading that speaks for a cause and is not taken yet; else what one looks at for it. */
function nextCheckOf({ key, check }: CauseFacts, rules: RuleDocument, taken: ReadonlySet<string>): NextCheck {
  const strong = new Set(rules.rules.flatMap(({ cause, when, weight }) =>
    cause === key && weight >= USUAL_SIGN && 'reading' in when && !taken.has(when.reading.of) ? [when.reading.of] : []))
  const open = rules.checks.filter(({ of }) => strong.has(of)).sort((one, other) => one.minutes - other.minutes)[0]
  return open && open.minutes < check.minutes ? { text: open.text, minutes: open.minutes } : check
}

/** The reading that is still open and shifts the first causes most against each other for its minutes. */
function tellsApart(first: readonly RankedCause[], rules: RuleDocument, taken: ReadonlySet<string>): NextCheck | null {
  const worth = rules.checks.filter(({ of }) => !taken.has(of)).map(({ of, text, minutes }) => {
    const shifts = first.map(({ key, weight }) => ({
      weight, by: rules.rules.reduce((sum, rule) => rule.cause === key && 'reading' in rule.when && rule.when.reading.of === of
        ? sum + Math.abs(rule.weight)
        : sum, 0),
    }))
    const whole = shifts.reduce((sum, { weight }) => sum + weight, 0)
    const middle = shifts.reduce((sum, { weight, by }) => sum + weight * by, 0) / whole
    return { text, minutes, perMinute: shifts.reduce((sum, { weight, by }) => sum + weight * Math.abs(by - middle), 0) / minutes }
  }).filter(({ perMinute }) => perMinute > 0).sort((one, other) => other.perMinute - one.perMinute)
  return worth[0] ? { text: worth[0].text, minutes: worth[0].minutes } : null
}
