import { describe, expect, it } from 'vitest'
import { SHIPPED_RULES, type Agreement, type RuleDocument } from '#core'
import type { DryRunAnswer, ProblemDetails, RulesAnswer } from '#shared/wire/types'
import { Client } from './client'

/** The rules with every sign of one cause turned to that weight. */
const weighing = (document: RuleDocument, cause: string, weight: number): RuleDocument =>
  ({ ...document, rules: document.rules.map(rule => rule.cause === cause ? { ...rule, weight } : rule) })
const raised = (document: RuleDocument): RuleDocument => ({ ...document, revision: document.revision + 1 })

describe('the rules of causes', () => {
  it('are the shipped ones until somebody releases others, for everybody to read', async () => {
    const viewer = await Client.as('guest')
    expect((await viewer.get<RulesAnswer>('/rules')).body).toEqual({ document: SHIPPED_RULES, note: null, by: null, at: null })
  })

  it('are told how often they had the written cause first, by family and within the reach of who asks', async () => {
    const families = async (login: string) =>
      (await (await Client.as(login)).get<Agreement[]>('/rules/agreement')).body.map(({ family }) => family)
    expect(await families('varga')).toContain('split-casing pump')
    // The seal whose cause is written in the demonstration stands at the intake.
    expect(await families('duarte')).not.toContain('split-casing pump')
  })

  it('are tried on all past failures and change nothing by it', async () => {
    const engineer = await Client.as('varga')
    const against = weighing(SHIPPED_RULES, 'still face not square', -3)
    const { status, body } = await engineer.post<DryRunAnswer>('/rules/dry-run', { document: against })
    expect(status).toBe(200)
    const square = body.cases.find(({ cause }) => cause === 'still face not square')!
    expect(square).toMatchObject({ tag: 'P-103', family: 'split-casing pump', then: 1, standing: 1 })
    expect(square.tried).toBeGreaterThan(1)
    const firstOf = (lines: readonly Agreement[]) => lines.reduce((sum, { first }) => sum + first, 0)
    expect(firstOf(body.tried)).toBeLessThan(firstOf(body.standing))
    expect((await engineer.get<RulesAnswer>('/rules')).body.document.revision).toBe(SHIPPED_RULES.revision)
  })

  it('refuse what is no document of rules, with the place, and lose nothing', async () => {
    const engineer = await Client.as('varga')
    const release = (document: unknown, note: unknown = 'to try') => engineer.post<ProblemDetails>('/rules', { document, note })
    const next = raised(SHIPPED_RULES)
    expect((await release({})).body).toMatchObject({ status: 422, code: 'rules.bad' })
    expect((await release('rules')).status).toBe(422)
    expect((await release(next, '')).status).toBe(422)
    expect((await release({ ...next, causes: next.causes.slice(1) })).body.detail).toContain('is not ranked any more')
    expect((await release({ ...next, key: 'ours' })).body).toMatchObject({ status: 422, code: 'rules.key' })
    expect((await release(SHIPPED_RULES)).body).toMatchObject({ status: 409, code: 'rules.stale' })
    expect((await release({ ...next, revision: 7 })).body).toMatchObject({ status: 409, code: 'rules.stale' })
    expect((await engineer.post('/rules/dry-run', { document: { ...next, rules: 'none' } })).status).toBe(422)
    expect((await engineer.get<RulesAnswer>('/rules')).body.by).toBeNull()
  })

  it('are released once, whoever else tries at the same moment, with name and reason', async () => {
    const [one, other] = await Promise.all([Client.as('varga'), Client.as('holm')])
    const next = raised(weighing(SHIPPED_RULES, 'overload', 1))
    const answers = await Promise.all(Array.from({ length: 12 }, (_, i) =>
      (i % 2 ? one : other).post('/rules', { document: next, note: `try ${i}` })))
    expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array<number>(11).fill(409)])
    const { body } = await one.get<RulesAnswer>('/rules')
    expect(body.document).toEqual(next)
    expect(['K. Varga', 'E. Holm']).toContain(body.by)
    expect(body.note).toMatch(/^try \d+$/)
  })
})
