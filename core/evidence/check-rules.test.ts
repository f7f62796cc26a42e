import { describe, expect, it } from 'vitest'
import type { DomainError } from '../domain-error'
import { agreement } from './agreement'
import { checkRules } from './check-rules'
import { diagnose } from './diagnose'
import type { RuleDocument } from './rules'
import { sayWhen } from './say-rule'
import { SHIPPED_RULES } from './shipped-rules'

type Changeable = { -readonly [K in keyof RuleDocument]: RuleDocument[K] extends readonly (infer T)[] ? T[] : RuleDocument[K] }
const copy = () => structuredClone(SHIPPED_RULES) as Changeable
const reasons = (given: unknown): string[] => {
  try {
    checkRules(given)
    return []
  } catch (error) {
    return (error as DomainError & { details: { faults: { reason: string }[] } }).details.faults.map(({ reason }) => reason)
  }
}

describe('a document of rules', () => {
  it('that ships is one, and survives being written down', () => {
    expect(checkRules(JSON.parse(JSON.stringify(SHIPPED_RULES)))).toEqual(SHIPPED_RULES)
    for (const { when } of SHIPPED_RULES.rules) expect(sayWhen(when)).toMatch(/^[\w-]+( [\w-]+)*([,:] |: )/)
  })

  it('is refused for what it says of nothing, with the place', () => {
    expect(reasons(null)).not.toEqual([])
    expect(reasons({ ...copy(), format: 'other' })).not.toEqual([])
    const twice = copy()
    twice.causes.push(twice.causes[0]!)
    expect(reasons(twice)).toEqual(['"dry running" is ranked twice.'])
    const gone = copy()
    gone.causes.shift()
    expect(reasons(gone)).toContain('"dry running" is not ranked any more.')
    const strange = copy()
    strange.rules.push({ cause: 'flashing', weight: 1, source: 'us', when: { finding: { roles: ['o-ring'], kinds: ['grooved'] } } })
    expect(reasons(strange)).toEqual(['"grooved" is not found on o-ring.'])
    const heavy = copy()
    heavy.rules[0] = { ...heavy.rules[0]!, weight: 40 }
    expect(reasons(heavy)).not.toEqual([])
    const silent = copy()
    silent.rules[0] = { ...silent.rules[0]!, source: '' }
    expect(reasons(silent)).not.toEqual([])
  })

  it('ranks by what it says: a sign that weighs more brings its cause up', () => {
    const evidence = { parts: [{ key: 'face', role: 'seal face' as const, motion: 'turning' as const }], circumstances: ['hot product'],
      findings: [{ part: 'face', kind: 'heat checked', severity: 2 as const, fromDeg: 0, toDeg: 360 }] }
    const weightOf = (rules: RuleDocument) => diagnose(evidence, rules).causes.find(({ key }) => key === 'flashing')!.weight
    const changed = copy()
    changed.rules = changed.rules.map(rule => rule.cause === 'flashing' && 'circumstance' in rule.when && rule.when.circumstance === 'hot product'
      ? { ...rule, weight: rule.weight + 2 }
      : rule)
    expect(weightOf(changed)).toBeGreaterThan(2 * weightOf(SHIPPED_RULES))
  })
})

it('agreement counts first places by family', () => {
  expect(agreement([
    { family: 'pump', rank: 1 }, { family: 'mixer', rank: 2 }, { family: 'pump', rank: 4 }, { family: 'pump', rank: null },
  ])).toEqual([{ family: 'pump', written: 3, first: 1, firstThree: 1 }, { family: 'mixer', written: 1, first: 0, firstThree: 1 }])
  expect(agreement([])).toEqual([])
})
