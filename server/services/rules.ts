import { and, desc, eq, exists, sql } from 'drizzle-orm'
import { agreement, checkRules, diagnose, jobEvidence, SHIPPED_RULES, type JudgedCase, type RuleDocument } from '#core'
import type { DryRunAnswer, Person, RuleCase, RulesAnswer } from '#shared/wire/types'
import type { Database } from '../db/client'
import { evidenceRules, job, jobEvent, person as personTable, unit } from '../db/schema'
import { loadLiveJob } from './live-job'
import { Problem } from './problem'
import { unitsWithin } from './reach'

/** The past failures that rules are tried on, the newest. */
const MOST_CASES = 300

/** The rules that stand: the newest released, or those that ship. */
export async function standingRules(db: Database): Promise<RulesAnswer> {
  const [row] = await db
    .select({ document: evidenceRules.document, note: evidenceRules.note, at: evidenceRules.releasedAt, by: personTable.name })
    .from(evidenceRules).innerJoin(personTable, eq(personTable.id, evidenceRules.releasedBy))
    .where(eq(evidenceRules.key, SHIPPED_RULES.key)).orderBy(desc(evidenceRules.revision)).limit(1)
  return row ? { ...row, at: row.at.toISOString() } : { document: SHIPPED_RULES, note: null, by: null, at: null }
}

/** Releases the next revision of the rules. One that exists is never replaced, and none is left out. */
export async function releaseRules(db: Database, who: Person, given: unknown, note: string): Promise<{ revision: number }> {
  const document = checkRules(given)
  const { document: standing } = await standingRules(db)
  if (document.key !== standing.key)
    throw new Problem(422, 'rules.key', `The rules that stand are "${standing.key}"; "${document.key}" would rank nothing.`)
  const wanted = standing.revision + 1
  const stale = new Problem(409, 'rules.stale',
    `Revision ${standing.revision} stands, so the next is ${wanted}, not ${document.revision}. Somebody may have released rules meanwhile: look again.`)
  if (document.revision !== wanted) throw stale
  const [created] = await db.insert(evidenceRules)
    .values({ key: document.key, revision: document.revision, document, note, releasedBy: who.id })
    .onConflictDoNothing().returning({ id: evidenceRules.id })
  if (!created) throw stale
  return { revision: document.revision }
}

interface Written extends Omit<RuleCase, 'standing' | 'tried'> {
  /** Where each of some rules has the cause; worked out only where somebody asks. */
  ranksBy: (...rules: RuleDocument[]) => number[]
}

/** Past failures within the reach of a person whose cause was written from the list, the newest first. */
async function* writtenCauses(db: Database, who: Person): AsyncGenerator<Written> {
  const hasCause = db.select({ one: sql`1` }).from(jobEvent).where(and(eq(jobEvent.jobId, job.id), eq(jobEvent.type, 'cause-written')))
  const rows = await db.select({ id: job.id, number: job.number, tag: unit.tag, family: unit.family })
    .from(job).innerJoin(unit, eq(unit.id, job.unitId))
    .where(and(exists(hasCause), unitsWithin(who)))
    .orderBy(desc(job.openedAt)).limit(MOST_CASES)
  for (const { id, ...row } of rows) {
    const { sheet, state } = await loadLiveJob(db, who, id, { fresh: true })
    const { cause, rank } = state.causesWritten.at(-1) ?? {}
    if (cause === undefined) continue
    const ranksBy = (...rules: RuleDocument[]) => {
      const evidence = jobEvidence(sheet, state)
      return rules.map(one => diagnose({ ...evidence, parts: evidence.items }, one).causes.findIndex(({ key }) => key === cause) + 1)
    }
    yield { job: id, ...row, cause, then: rank ?? null, ranksBy }
  }
}

/** How often the rules of their time had the written cause first, by family of machine. */
export async function ruleAgreement(db: Database, who: Person) {
  const cases: JudgedCase[] = []
  for await (const { family, then } of writtenCauses(db, who)) cases.push({ family, rank: then })
  return agreement(cases)
}

/** What rules that are not released yet would have said of all past failures, beside those that stand. Writes nothing. */
export async function dryRun(db: Database, who: Person, given: unknown): Promise<DryRunAnswer> {
  const rules = checkRules(given)
  const { document } = await standingRules(db)
  const cases: RuleCase[] = []
  for await (const { ranksBy, ...one } of writtenCauses(db, who)) {
    const [standing, tried] = ranksBy(document, rules)
    cases.push({ ...one, standing: standing!, tried: tried! })
  }
  const by = (which: 'standing' | 'tried') => agreement(cases.map(one => ({ family: one.family, rank: one[which] })))
  return { cases, standing: by('standing'), tried: by('tried'), isAll: cases.length < MOST_CASES }
}
