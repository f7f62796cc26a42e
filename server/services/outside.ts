import { and, asc, eq, sql } from 'drizzle-orm'
import type { OutsideInput, OutsideRow } from '#shared/wire/stores'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, outsideOrder, partNews, person as personTable, unit } from '../db/schema'
import { Problem } from './problem'
import { requireReach, unitsWithin } from './reach'

const MOST = 500
const ofOrder = and(eq(outsideOrder.jobId, partNews.jobId), eq(outsideOrder.part, partNews.part))
const isOut = (jobId: string, part: string) => and(eq(partNews.jobId, jobId), eq(partNews.part, part), eq(partNews.what, 'outside'))

/** Parts that are at a shop, as the logs of their jobs say, with what the stores know of them; what was promised first comes first. */
export async function listOutside(db: Database, person: Person): Promise<OutsideRow[]> {
  const columns = { news: partNews, order: outsideOrder, tag: unit.tag, site: unit.siteKey, number: job.number, by: personTable.name }
  const rows = await db.select(columns).from(partNews).innerJoin(unit, eq(unit.id, partNews.unitId))
    .innerJoin(job, eq(job.id, partNews.jobId)).leftJoin(outsideOrder, ofOrder).leftJoin(personTable, eq(personTable.id, outsideOrder.byId))
    .where(and(eq(partNews.what, 'outside'), unitsWithin(person)))
    .orderBy(sql`${outsideOrder.promised} asc nulls first`, asc(partNews.at)).limit(MOST)
  return rows.map(({ news, order, tag, site, number, by }) => ({
    job: news.jobId, number, unit: tag, site, part: news.part, name: news.name, count: news.count ?? 0,
    since: news.at.toISOString(), sentBy: news.by,
    order: order && { shop: order.shop, instruction: order.instruction, promised: order.promised, version: order.version, by: by ?? '' },
  }))
}

/** Writes what the shop is to do and when it has promised it, by who saw it last. */
export async function orderOutside(
  db: Database, person: Person, { id: jobId, part }: { id: string, part: string }, { version, ...said }: OutsideInput,
): Promise<{ version: number }> {
  const [found] = await db.select({ siteKey: unit.siteKey }).from(partNews).innerJoin(unit, eq(unit.id, partNews.unitId))
    .where(isOut(jobId, part))
  if (!found) throw new Problem(404, 'part.not-outside', 'This part is at no shop; its job says so.')
  requireReach(person, found.siteKey, 'This part')
  const written = { ...said, byId: person.id, at: new Date(), version: version + 1 }
  const [saved] = version === 0
    ? await db.insert(outsideOrder).values({ jobId, part, ...written }).onConflictDoNothing().returning()
    : await db.update(outsideOrder).set(written)
        .where(and(eq(outsideOrder.jobId, jobId), eq(outsideOrder.part, part), eq(outsideOrder.version, version))).returning()
  if (!saved) throw new Problem(409, 'outside.changed', 'Somebody has written this meanwhile. Look at it again; nothing of yours was written.')
  return { version: saved.version }
}
