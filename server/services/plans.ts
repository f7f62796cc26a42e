import { and, asc, eq, inArray } from 'drizzle-orm'
import { DomainError, kitCheck, kitNeed, upgradeSheet, type JobSetup, type KitCheck, type KitContent } from '#core'
import type { PlanInput, PlanNeed, PlanRow } from '#shared/wire/stores'
import type { Person } from '#shared/wire/types'
import type { Database, Transaction } from '../db/client'
import { person as personTable, plannedJob, unit } from '../db/schema'
import { bendsOfUnit } from './bend-reach'
import { Problem } from './problem'
import { reaches, requireReach, unitsWithin } from './reach'
import { newestReleased } from './sheets'
import { fitsOf, heldFor, letGo, waitingFor, type Fitting } from './stock-of-plan'
import { requireUnit } from './units'

type Plan = typeof plannedJob.$inferSelect
type Unit = typeof unit.$inferSelect
const madeBy = personTable

/** What is planned, the earliest first; of one machine, or of all within reach. */
export async function listPlans(db: Database, person: Person, { tag }: { tag?: string | undefined } = {}): Promise<PlanRow[]> {
  const rows = await db.select({ plan: plannedJob, unit, by: madeBy.name }).from(plannedJob)
    .innerJoin(unit, eq(unit.id, plannedJob.unitId)).innerJoin(madeBy, eq(madeBy.id, plannedJob.madeBy))
    .where(and(eq(plannedJob.status, 'planned'), unitsWithin(person), tag ? eq(unit.tag, tag) : undefined)).orderBy(asc(plannedJob.day), asc(unit.tag))
    .limit(MOST_PLANS)
  const who = await namesOf(db, rows.flatMap(({ plan }) => plan.whoId ?? []))
  const needs = await needsOf(db, rows)
  return rows.map(({ plan, unit: one, by }, i) => toRow(plan, one, by, plan.whoId ? who.get(plan.whoId) : undefined, needs[i]!.check,
    needs[i]!.heldPieces))
}

const MOST_PLANS = 500

/** What one planned job needs, and where it comes from. */
export async function readPlan(db: Database, person: Person, id: string): Promise<PlanNeed> {
  const { plan, unit: one, by } = await requirePlan(db, person, id)
  const who = await namesOf(db, plan.whoId ? [plan.whoId] : [])
  const [{ check, heldPieces, fitting, held }] = await needsOf(db, [{ plan, unit: one }]) as [Needed]
  const names = new Map(fitting.items.map(item => [item.id, item]))
  const named = (itemId: string) => ({ number: names.get(itemId)!.number, name: names.get(itemId)!.name })
  return {
    plan: toRow(plan, one, by, plan.whoId ? who.get(plan.whoId) : undefined, check, heldPieces),
    waiting: await waitingFor(db, id),
    kit: fitting.kit && { ...named(fitting.kit.id), held: (held.get(fitting.kit.id) ?? 0) > 0 },
    lines: (check?.lines ?? []).map(({ fromStock, alternatives, ...line }) => ({
      ...line, held: Math.min(line.count, fromStock.reduce((sum, { item }) => sum + (held.get(item) ?? 0), 0)),
      fromStock: fromStock.map(({ item, count }) => ({ item, count, ...named(item) })), alternatives: alternatives.map(named),
    })),
  }
}

/** Plans an overhaul. Sent twice it is planned once. */
export async function addPlan(db: Database, person: Person, tag: string, { id, who, ...input }: PlanInput): Promise<{ id: string }> {
  const { unit: found } = await requireUnit(db, person, tag)
  if (found.retiredAt) throw new Problem(409, 'unit.retired', `${tag} is out of use.`)
  await requireSound(db, found, input)
  await requireWho(db, who, found.siteKey)
  const [made] = await db.insert(plannedJob).values({ id, unitId: found.id, whoId: who, madeBy: person.id,
    ...input }).onConflictDoNothing().returning()
  if (made) return { id }
  const [before] = await db.select().from(plannedJob).where(eq(plannedJob.id, id))
  if (before?.unitId !== found.id || before.madeBy !== person.id) throw new Problem(409, 'plan.foreign', 'This number belongs to another planned job.')
  return { id }
}

/** Changes what is planned, by who saw it last. What is held for another need is let go. */
export async function changePlan(
  db: Database, person: Person, id: string, { version, change: { who, ...change } }: { version: number, change: Partial<Omit<PlanInput, 'id'>> },
): Promise<{ version: number }> {
  const { plan, unit: one } = await requirePlan(db, person, id)
  await requireSound(db, one, { ...plan, ...change })
  if (who !== undefined) await requireWho(db, who, one.siteKey)
  const [changed] = await db.update(plannedJob).set({ ...change, ...who === undefined ? {} : { whoId: who }, version: version + 1 })
    .where(and(eq(plannedJob.id, id), eq(plannedJob.version, version), eq(plannedJob.status, 'planned'))).returning({ version: plannedJob.version })
  if (!changed) throw new Problem(409, 'plan.changed', 'Somebody has changed or started this meanwhile. Look at it again; nothing of yours was written.')
  return changed
}

/** Drops what was planned; what was held for it is free again. */
export async function dropPlan(db: Database, person: Person, id: string): Promise<void> {
  await requirePlan(db, person, id)
  await db.transaction(async (tx) => {
    const [dropped] = await tx.update(plannedJob).set({ status: 'dropped' }).where(and(eq(plannedJob.id, id), eq(plannedJob.status, 'planned'))).returning()
    if (!dropped) throw new Problem(409, 'plan.gone', 'It was dropped or started already.')
    await letGo(tx, person, id)
  })
}

/** A plan that becomes a job, within the transaction that opens it; somebody else may have been faster. */
export async function startPlan(tx: Transaction, id: string, jobId: string): Promise<void> {
  const [started] = await tx.update(plannedJob).set({ status: 'started', jobId }).where(and(eq(plannedJob.id, id), eq(plannedJob.status, 'planned'))).returning()
  if (!started) throw new Problem(409, 'plan.gone', 'What was planned was dropped or started meanwhile.')
}

/** A planned job within the reach of a person. */
export async function requirePlan(db: Pick<Database, 'select'>, person: Person, id: string): Promise<{ plan: Plan, unit: Unit, by: string }> {
  const [found] = await db.select({ plan: plannedJob, unit, by: madeBy.name }).from(plannedJob)
    .innerJoin(unit, eq(unit.id, plannedJob.unitId)).innerJoin(madeBy, eq(madeBy.id, plannedJob.madeBy)).where(eq(plannedJob.id, id))
  if (!found) throw new Problem(404, 'plan.unknown', 'There is no such planned job.')
  requireReach(person, found.unit.siteKey, 'This planned job')
  return found
}

/** What was settled of a job before it began. */
export const setupOf = ({ depth, target, kitComplete }: Pick<Plan, 'depth' | 'target' | 'kitComplete'>, { options }: Pick<Unit, 'options'>): JobSetup =>
  ({ options, depth, ...target ? { target } : {}, ...kitComplete ? { kitComplete: true as const } : {} })

interface Needed { check: KitCheck | null, heldPieces: number, fitting: Fitting, held: ReadonlyMap<string, number> }

/** What planned jobs need against kit and shelves; each kind's sheet is read once. */
export async function needsOf(db: Database, rows: readonly { plan: Plan, unit: Unit }[]): Promise<Needed[]> {
  const keys = [...new Set(rows.flatMap(({ unit: { sheetKey } }) => sheetKey ?? []))]
  const sheets = new Map(await Promise.all(keys.map(async key => [key, await newestReleased(db, key)] as const)))
  const needed: Needed[] = []
  for (const { plan, unit: one } of rows) {
    const sheet = one.sheetKey ? sheets.get(one.sheetKey) : undefined
    const held = await heldFor(db, plan.id)
    if (!sheet) {
      needed.push({ check: null, heldPieces: 0, fitting: { items: [], stock: [], kit: null, kits: 0 }, held })
      continue
    }
    const bends = await bendsOfUnit(db, one.id)
    const need = kitNeed(upgradeSheet(sheet.document), { ...setupOf(plan, one), ...bends ? { bends } : {} })
    const fitting = await fitsOf(db, one, held)
    const contents: readonly KitContent[] = fitting.kit?.contents ?? []
    needed.push({ check: kitCheck(need, contents, fitting.stock), heldPieces: [...held.values()].reduce((sum, count) => sum + count,
      0), fitting, held })
  }
  return needed
}

function toRow(plan: Plan, one: Unit, by: string, who: string | undefined, check: KitCheck | null, held: number): PlanRow {
  const { id, day, reason, depth, target, kitComplete, note, status, jobId, version, whoId } = plan
  return {
    id, unit: one.tag, unitName: one.name, site: one.siteKey, day, reason, depth, target, kitComplete, note, status, job: jobId,
    version, by,
    who: whoId && who ? { id: whoId, name: who } : null,
    kit: check && { state: check.state, short: check.lines.filter(({ short }) => short > 0).length, lines: check.lines.length, held },
  }
}

async function namesOf(db: Database, ids: readonly string[]): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map()
  const rows = await db.select({ id: personTable.id, name: personTable.name }).from(personTable)
    .where(inArray(personTable.id, [...new Set(ids)]))
  return new Map(rows.map(({ id, name }) => [id, name]))
}

/** A plan whose sheet knows its target and the options of its unit. */
async function requireSound(db: Database, one: Unit, plan: Pick<Plan, 'depth' | 'target' | 'kitComplete'>): Promise<void> {
  const sheet = one.sheetKey ? await newestReleased(db, one.sheetKey) : undefined
  if (!sheet) {
    if (plan.target) throw new Problem(422, 'plan.no-sheet', `${one.tag} has no sheet yet: it can be planned as a whole only.`)
    return
  }
  try {
    kitNeed(upgradeSheet(sheet.document), setupOf(plan, one))
  } catch (error) {
    if (error instanceof DomainError) throw new Problem(422, error.code, error.message)
    throw error
  }
}

async function requireWho(db: Database, who: string | null, siteKey: string): Promise<void> {
  if (who === null) return
  const [found] = await db.select().from(personTable).where(and(eq(personTable.id, who), eq(personTable.active, true)))
  if (!found || !reaches(found as unknown as Person, siteKey)) throw new Problem(422, 'person.unknown', 'There is nobody of that name who works at this site.')
}
