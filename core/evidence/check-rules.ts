import { Type } from '@sinclair/typebox'
import { DomainError } from '../domain-error'
import { MOST_FAULTS_SHOWN, shapeFaults, type Fault } from '../shape-words'
import { REACHES } from './finding'
import { GEOMETRY_FAMILIES, GEOMETRY_ROWS } from './geometry'
import { MOST_WEIGHT, type RuleDocument } from './rules'
import { CAUSES, CIRCUMSTANCES, CLEAN, EVIDENCE_READINGS, EVIDENCE_ROLES, ROLE_NAMES } from './words'

/* The shape of a document of rules; what a schema cannot say stands below it. */

const object = <T extends Parameters<typeof Type.Object>[0]>(properties: T) => Type.Object(properties, { additionalProperties: false })
const oneOf = (values: readonly string[]) => Type.Union(values.map(value => Type.Literal(value)))
const Line = Type.String({ minLength: 1, maxLength: 300 })
const Minutes = Type.Number({ minimum: 0, maximum: 10_000 })
const motion = oneOf(['turning', 'still'])

const When = Type.Union([
  object({ finding: object({
    roles: Type.Array(oneOf(ROLE_NAMES), { minItems: 1, maxItems: 30 }),
    kinds: Type.Array(Line, { minItems: 1, maxItems: 40 }),
    zones: Type.Optional(Type.Array(Line, { minItems: 1, maxItems: 20 })),
    motion: Type.Optional(motion),
    reach: Type.Optional(Type.Array(oneOf(REACHES), { minItems: 1, maxItems: 4 })),
  }) }),
  object({ reading: object({ of: oneOf(EVIDENCE_READINGS), side: Type.Optional(oneOf(['tight', 'wide'])), motion: Type.Optional(motion) }) }),
  object({ circumstance: oneOf(CIRCUMSTANCES) }),
  object({ geometry: oneOf(Object.keys(GEOMETRY_ROWS)), family: Type.Optional(oneOf(GEOMETRY_FAMILIES)) }),
])

export const RuleSchema = object({
  format: Type.Literal('needler-evidence/1'),
  key: Type.String({ pattern: '^[a-z0-9]+(-[a-z0-9]+)*$', maxLength: 60 }),
  revision: Type.Integer({ minimum: 1, maximum: 9999 }),
  checks: Type.Array(object({ of: oneOf(EVIDENCE_READINGS), text: Line, minutes: Minutes }), { maxItems: 60 }),
  causes: Type.Array(object({
    key: Line, prior: Type.Number({ minimum: -MOST_WEIGHT, maximum: MOST_WEIGHT }), check: object({ text: Line, minutes: Minutes }),
  }), { minItems: 1, maxItems: 200 }),
  rules: Type.Array(object({
    cause: Line, when: When, weight: Type.Number({ minimum: -MOST_WEIGHT, maximum: MOST_WEIGHT }), source: Line,
  }), { minItems: 1, maxItems: 3000 }),
})

/**
 * Reads a document of rules from outside: its shape, and that every cause of the list is ranked once, by signs that can be seen.
 *
 * @throws DomainError `rules.bad` with `details.faults` (at most 20) and the first of them in the sentence
 * @example checkRules(JSON.parse(text)).revision
 */
export function checkRules(given: unknown): RuleDocument {
  const faults = shapeFaults(RuleSchema, given)
  if (faults.length === 0) faults.push(...meaning(given as RuleDocument))
  if (faults.length > 0)
    throw new DomainError('rules.bad', `The rules cannot be used: ${faults[0]!.reason} At ${faults[0]!.place || '/'}.`,
      { faults: faults.slice(0, MOST_FAULTS_SHOWN) })
  return given as RuleDocument
}

function meaning({ causes, rules }: RuleDocument): Fault[] {
  const faults: Fault[] = []
  const seen = new Set<string>()
  causes.forEach(({ key }, i) => {
    if (seen.has(key)) faults.push({ place: `/causes/${i}`, reason: `"${key}" is ranked twice.` })
    if (!CAUSES.some(cause => cause.key === key)) faults.push({ place: `/causes/${i}`, reason: `"${key}" is no cause of the list.` })
    seen.add(key)
  })
  for (const { key } of CAUSES) if (!seen.has(key)) faults.push({ place: '/causes', reason: `"${key}" is not ranked any more.` })
  rules.forEach(({ cause, when }, i) => {
    if (!seen.has(cause)) faults.push({ place: `/rules/${i}/cause`, reason: `"${cause}" is no cause of the list.` })
    if (!('finding' in when)) return
    const { roles, kinds, zones = [] } = when.finding
    const can = (list: 'kinds' | 'zones', word: string) => roles.some(role => (EVIDENCE_ROLES[role][list] as readonly string[]).includes(word))
    for (const kind of kinds)
      if (kind !== CLEAN && !can('kinds', kind)) faults.push({ place: `/rules/${i}/when`, reason: `"${kind}" is not found on ${roles.join(', ')}.` })
    for (const zone of zones)
      if (!can('zones', zone)) faults.push({ place: `/rules/${i}/when`, reason: `${roles.join(', ')} has no "${zone}".` })
  })
  return faults
}
