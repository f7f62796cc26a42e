import { and, asc, desc, eq, inArray } from 'drizzle-orm'
import { alias } from 'drizzle-orm/pg-core'
import { DomainError, fullOptions, kitCheck, kitNeed, type JobSetup, type KitCheck, type SheetDocument } from '#core'
import type { PlanInput, PlanNeed, PlanRow } from '#shared/wire/stores'
import type { Person } from '#shared/wire/types'
import type { Database, Transaction } from '../db/client'
import { person as personTable, plannedJob, unit } from '../db/schema'
import { bendsOfUnits } from './bend-reach'
import { workersAt } from './people'
import { Problem } from './problem'
import { requireReach, unitsWithin } from './reach'
import { newestReleased } from './sheets'
import { requireOpenSite } from './sites'
import { fittingFor, letGo, shelvesOf, waitingFor, type Fitting } from './stock-of-plan'
import { requireUnit } from './units'

type Plan = typeof plannedJob.$inferSelect
type Unit = typeof unit.$inferSelect
const [maker, worker] = [alias(personTable, 'maker'), alias(personTable, 'worker')]

const plannedOnes = (db: Pick<Database, 'select'>) => db.select({ plan: plannedJob, unit, by: maker.name, who: worker.name }).from(plannedJob)
  .innerJoin(unit, eq(unit.id, plannedJob.unitId)).innerJoin(maker, eq(maker.id, plannedJob.madeBy))
  .leftJoin(worker, eq(worker.id, plannedJob.whoId))

/** What is planned, the earliest first; of one machine, or of all within reach. */
export async function listPlans(db: Database, person: Person, { tag }: { tag?: string | undefined } = {}): Promise<PlanRow[]> {
  const rows = await plannedOnes(db)
    .where(and(eq(plannedJob.status, 'planned'), unitsWithin(person), tag ? eq(unit.tag, tag) : undefined))
    .orderBy(asc(plannedJob.day), asc(unit.tag)).limit(MOST_PLANS)
  const needs = await needsOf(db, rows)
  return rows.map((row, i) => toRow(row, needs[i]!))
}

const MOST_PLANS = 500

/** The next planned job of each of some units, with how it stands with what it needs. */
export async function nextPlans(db: Database, unitIds: readonly string[]): Promise<Map<string, { day: string, kit: PlanRow['kit'] }>> {
  if (unitIds.length === 0) return new Map()
  const rows = await plannedOnes(db).where(and(eq(plannedJob.status, 'planned'), inArray(plannedJob.unitId, [...unitIds])))
    .orderBy(desc(plannedJob.day)).limit(MOST_PLANS)
  const needs = await needsOf(db, rows)
  return new Map(rows.map((row, i) => {
    const { day, kit } = toRow(row, needs[i]!)
    return [row.plan.unitId, { day, kit }]
  }))
}

/** What one planned job needs, and where it comes from. */
export async function readPlan(db: Database, person: Person, id: string): Promise<PlanNeed> {
  const found = await requirePlan(db, person, id)
  const [needed] = await needsOf(db, [found]) as [Needed]
  const { check, fitting: { items, kit, held } } = needed
  const names = new Map(items.map(({ id, number, name }) => [id, { number, name }]))
  const heldOf = (itemId: string) => held.get(itemId) ?? 0
  return {
    plan: toRow(found, needed), waiting: await waitingFor(db, id), kit: kit && { ...names.get(kit.id)!, held: heldOf(kit.id) > 0 },
    lines: (check?.lines ?? []).map(({ fromStock, alternatives, ...line }) => ({
      ...line, held: Math.min(line.count, fromStock.reduce((sum, { item }) => sum + heldOf(item), 0)),
      fromStock: fromStock.map(({ item, count }) => ({ item, count, ...names.get(item)! })),
      alternatives: alternatives.map(item => names.get(item)!),
    })),
  }
}

/** Plans an overhaul. Sent twice it is planned once. */
export async function addPlan(db: Database, person: Person, tag: string, { id, who, ...input }: PlanInput): Promise<{ id: string }> {
  const { unit: found } = await requireUnit(db, person, tag)
  if (found.retiredAt) throw new Problem(409, 'unit.retired', `${tag} is out of use.`)
  await requireSound(db, found, input)
  await requireWho(db, who, found.siteKey)
  await requireOpenSite(db, found.siteKey)
  const planned = { id, unitId: found.id, whoId: who, madeBy: person.id, ...input }
  const [made] = await db.insert(plannedJob).values(planned).onConflictDoNothing().returning()
  if (made) return { id }
  const [before] = await db.select().from(plannedJob).where(eq(plannedJob.id, id))
  if (before?.unitId !== found.id || before.madeBy !== person.id)
    throw new Problem(409, 'plan.foreign', 'This number belongs to another planned job.')
  return { id }
}

/** What a planned job needs follows from these. */
const NEED_FIELDS = ['depth', 'target', 'kitComplete'] as const

/** Changes what is planned, by who saw it last. What is held for another need is let go. */
export async function changePlan(
  db: Database, person: Person, id: string, { version, change: { who, ...change } }: { version: number, change: Partial<Omit<PlanInput, 'id'>> },
): Promise<{ version: number }> {
  const { plan, unit: one } = await requirePlan(db, person, id)
  await requireSound(db, one, { ...plan, ...change })
  if (who !== undefined) await requireWho(db, who, one.siteKey)
  return db.transaction(async (tx) => {
    const [changed] = await tx.update(plannedJob).set({ ...change, ...who === undefined ? {} : { whoId: who }, version: version + 1 })
      .where(and(isPlanned(id), eq(plannedJob.version, version))).returning({ version: plannedJob.version })
    if (!changed)
      throw new Problem(409, 'plan.changed', 'Somebody has changed or started this meanwhile. Look at it again; nothing of yours was written.')
    if (NEED_FIELDS.some(field => change[field] !== undefined && change[field] !== plan[field])) await letGo(tx, person, id)
    return changed
  })
}

const isPlanned = (id: string) => and(eq(plannedJob.id, id), eq(plannedJob.status, 'planned'))

/** Drops what was planned; what was held for it is free again. */
export async function dropPlan(db: Database, person: Person, id: string): Promise<void> {
  await requirePlan(db, person, id)
  await db.transaction(async (tx) => {
    const [dropped] = await tx.update(plannedJob).set({ status: 'dropped' }).where(isPlanned(id)).returning()
    if (!dropped) throw new Problem(409, 'plan.gone', 'It was dropped or started already.')
    await letGo(tx, person, id)
  })
}

/** A plan that becomes a job, within the transaction that opens it; somebody else may have been faster. */
export async function startPlan(tx: Transaction, id: string, jobId: string): Promise<void> {
  const [started] = await tx.update(plannedJob).set({ status: 'started', jobId }).where(isPlanned(id)).returning()
  if (!started) throw new Problem(409, 'plan.gone', 'What was planned was dropped or started meanwhile.')
}

/** A planned job within the reach of a person. */
export async function requirePlan(db: Pick<Database, 'select'>, person: Person, id: string): Promise<PlanFound> {
  const [found] = await plannedOnes(db).where(eq(plannedJob.id, id))
  if (!found) throw new Problem(404, 'plan.unknown', 'There is no such planned job.')
  requireReach(person, found.unit.siteKey, 'This planned job')
  return found
}

/** What was settled of a job before it began. */
type Settled = Pick<Plan, 'depth' | 'target' | 'kitComplete'>
const setupOf = ({ depth, target, kitComplete }: Settled, { options }: Pick<Unit, 'options'>): JobSetup =>
  ({ options, depth, ...target ? { target } : {}, ...kitComplete ? { kitComplete: true as const } : {} })

export interface Needed { check: KitCheck | null, fitting: Fitting }

const NOTHING: Fitting = { items: [], stock: [], kit: null, kits: 0, held: new Map() }

/** What planned jobs need against kit and shelves. Sheets, shelves and figures of units are read once for all of them. */
export async function needsOf(db: Database, rows: readonly { plan: Plan, unit: Unit }[]): Promise<Needed[]> {
  const keys = [...new Set(rows.flatMap(({ unit: { sheetKey } }) => sheetKey ?? []))]
  const [sheets, shelves, bends] = await Promise.all([
    newestOf(db, keys), shelvesOf(db, keys), bendsOfUnits(db, rows.map(({ unit: { id } }) => id)),
  ])
  return rows.map(({ plan, unit: one }) => {
    const document = one.sheetKey ? sheets.get(one.sheetKey) : undefined
    if (!document) return { check: null, fitting: NOTHING }
    const own = bends.get(one.id)
    const fitting = fittingFor(shelves, one, fullOptions(document, one.options), plan.id)
    const need = kitNeed(document, { ...setupOf(plan, one), ...own ? { bends: own } : {} })
    return { check: kitCheck(need, fitting.kit?.contents ?? [], fitting.stock), fitting }
  })
}

/** The documents of the newest released revisions, by their key. */
export async function newestOf(db: Database, keys: readonly string[]): Promise<Map<string, SheetDocument>> {
  const found = await Promise.all(keys.map(key => newestReleased(db, key)))
  return new Map(found.flatMap(sheet => sheet ? [[sheet.key, sheet.document]] : []))
}

interface PlanFound { plan: Plan, unit: Unit, by: string, who: string | null }

function toRow({ plan, unit: one, by, who }: PlanFound, { check, fitting: { held } }: Needed): PlanRow {
  const { id, day, reason, depth, target, kitComplete, note, status, jobId, version, whoId } = plan
  return {
    id, day, reason, depth, target, kitComplete, note, status, version, by, job: jobId,
    unit: one.tag, unitName: one.name, site: one.siteKey,
    who: whoId && who ? { id: whoId, name: who } : null,
    kit: check && {
      state: check.state, short: check.lines.filter(({ short }) => short > 0).length, lines: check.lines.length,
      held: [...held.values()].reduce((sum, count) => sum + count, 0),
    },
  }
}

/** A plan whose sheet knows its target and the options of its unit. */
async function requireSound(db: Database, one: Unit, plan: Settled): Promise<void> {
  const sheet = one.sheetKey ? await newestReleased(db, one.sheetKey) : undefined
  if (!sheet) {
    if (plan.target) throw new Problem(422, 'plan.no-sheet', `${one.tag} has no sheet yet: it can be planned as a whole only.`)
    return
  }
  try {
    kitNeed(sheet.document, setupOf(plan, one))
  } catch (error) {
    if (error instanceof DomainError) throw new Problem(422, error.code, error.message)
    throw error
  }
}

async function requireWho(db: Database, who: string | null, siteKey: string): Promise<void> {
  if (who !== null && !(await workersAt(db, siteKey)).some(({ id }) => id === who))
    throw new Problem(422, 'person.unknown', 'There is nobody of that name who works at this site.')
}
