import { and, desc, eq, inArray, isNull } from 'drizzle-orm'
import { bendInWords, bendName, unbentSheet, type UnitBend, type UnitBends } from '#core'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, jobEvent, sheetProposal, unit, unitBends } from '../db/schema'
import { loadLiveJob, type LiveJob } from './live-job'
import { unitsWithin } from './reach'

/** The figures of a unit as they stand. */
export const bendsOfUnit = async (db: Pick<Database, 'selectDistinctOn'>, unitId: string): Promise<UnitBends | undefined> =>
  (await bendsOfUnits(db, [unitId])).get(unitId)

/** The same of several units; those without figures of their own are left out. */
export async function bendsOfUnits(db: Pick<Database, 'selectDistinctOn'>, unitIds: readonly string[]): Promise<Map<string, UnitBends>> {
  const rows = unitIds.length === 0
    ? []
    : await db.selectDistinctOn([unitBends.unitId]).from(unitBends).where(inArray(unitBends.unitId, [...unitIds]))
        .orderBy(unitBends.unitId, desc(unitBends.version))
  return new Map(rows.filter(({ list }) => list.length > 0).map(({ unitId, version, list }) => [unitId, { version, list }]))
}

const thingOf = ({ bend }: UnitBend) => bend.of === 'limit'
  ? bend.position
  : bend.of === 'joint' ? bend.joint : bend.of === 'count' ? `${bend.step} ${bend.part}` : bend.part.key

/** What a job that has closed leaves of its figures: to its unit, and as proposals for all of the kind. Once a job. */
export async function keepReaches(db: Database, { id, unitId, sheetKey, documents, state }: LiveJob): Promise<void> {
  if (!state.closed) return
  const { byId, at } = state.closed
  const sheet = unbentSheet(documents, state)
  const reaching = (reach: 'unit' | 'kind') => state.bends.filter(made => state.reaches[made.event]?.reach === reach)
  const kind = reaching('kind')
  if (kind.length > 0) {
    const revision = state.takenOver.at(-1)?.to.revision ?? sheet.revision
    await db.insert(sheetProposal).values(kind.map(({ event, bend, source, byId: by, at: madeAt }) => ({
      id: event, sheetKey, revision, jobId: id, bend, by, source, at: new Date(madeAt),
      name: bendName(sheet, bend), says: bendInWords(sheet, bend), note: state.reaches[event]!.note ?? null,
    }))).onConflictDoNothing()
  }
  // What is proposed for all holds for this unit until somebody has decided.
  const own = [...reaching('unit'), ...kind].sort((a, b) => a.n - b.n)
    .map(({ bend, source, by, at: when }): UnitBend => ({ bend, source, by, at: when }))
  if (own.length === 0) return
  await db.transaction(async (tx) => {
    await tx.select({ id: unit.id }).from(unit).where(eq(unit.id, unitId)).for('update')
    const [last] = await tx.select().from(unitBends).where(eq(unitBends.unitId, unitId)).orderBy(desc(unitBends.version)).limit(1)
    const bent = new Set(own.map(thingOf))
    const list = [...(last?.list ?? []).filter(one => !bent.has(thingOf(one))), ...own]
    await tx.insert(unitBends).values({ unitId, version: (last?.version ?? 0) + 1, list, jobId: id, by: byId, at: new Date(at) })
      .onConflictDoNothing()
  })
}

/** What a power cut has swallowed is made of the log, before anybody asks for it. */
export async function keepMissingReaches(db: Database, person: Person): Promise<void> {
  const missing = await db.selectDistinct({ id: job.id }).from(job)
    .innerJoin(jobEvent, and(eq(jobEvent.jobId, job.id), eq(jobEvent.type, 'reach-said')))
    .innerJoin(unit, eq(unit.id, job.unitId))
    .leftJoin(unitBends, eq(unitBends.jobId, job.id))
    .where(and(eq(job.status, 'closed'), isNull(unitBends.id), unitsWithin(person)))
  for (const { id } of missing) await keepReaches(db, await loadLiveJob(db, person, id, { fresh: true }))
}
