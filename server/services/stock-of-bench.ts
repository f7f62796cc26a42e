import { randomUUID } from 'node:crypto'
import { and, eq, inArray, isNotNull, or } from 'drizzle-orm'
import { fullOptions } from '#core'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { partNews, plannedJob, stockLot, unit } from '../db/schema'
import { newestReleased } from './sheets'
import { writeEntry } from './stock-book'
import { fittingFor, shelvesOf } from './stock-of-plan'

/**
 * The book of the stores follows the log of a job: a new piece whose lot or serial the bench has read off its bag, and that nobody has
 * given out, is given out now. It never stops a bench, and what the book does not know stays as it is, for the next count.
 *
 * The log says how many of a lot went in, the book how many were given to the job: only what is missing is written, however often it is
 * asked.
 */
export async function followBench(db: Database, person: Person, { jobId, unitId }: { jobId: string, unitId: string }): Promise<number> {
  const isNew = or(eq(partNews.what, 'fitted'), eq(partNews.disposition, 'replace'))
  const fitted = await db.select().from(partNews)
    .where(and(eq(partNews.jobId, jobId), isNew, or(isNotNull(partNews.lot), isNotNull(partNews.serial))))
  const [at] = await db.select().from(unit).where(eq(unit.id, unitId))
  const sheet = fitted.length > 0 && at?.sheetKey ? await newestReleased(db, at.sheetKey) : undefined
  if (!at || !sheet) return 0
  const [plan] = await db.select({ id: plannedJob.id }).from(plannedJob).where(eq(plannedJob.jobId, jobId))
  const holder = plan?.id ?? jobId
  const { stock } = fittingFor(await shelvesOf(db, [sheet.key]), at, fullOptions(sheet.document, at.options), holder)
  const wanted = new Map<string, { item: string, lot: string, count: number }>()
  for (const { part, lot, serial, count } of fitted) {
    const items = stock.filter(one => one.part === part).map(({ item }) => item)
    const named = [lot, serial].flatMap(text => text ?? [])
    const isMeant = and(inArray(stockLot.itemId, items), eq(stockLot.siteKey, at.siteKey), inArray(stockLot.lot, named))
    const [found] = items.length === 0 ? [] : await db.select().from(stockLot).where(isMeant)
    if (!found) continue
    const key = `${found.itemId} ${found.lot}`
    wanted.set(key, { item: found.itemId, lot: found.lot, count: (wanted.get(key)?.count ?? 0) + (count ?? 1) })
  }
  let given = 0
  for (const { item, lot, count } of wanted.values()) {
    given += await db.transaction(async (tx) => {
      const [now] = await tx.select({ stock: stockLot.stock }).from(stockLot)
        .where(and(eq(stockLot.itemId, item), eq(stockLot.siteKey, at.siteKey), eq(stockLot.lot, lot))).for('update')
      const missing = count - (now!.stock.issued[holder] ?? 0)
      if (missing <= 0) return 0
      const entry = {
        id: randomUUID(), item, site: at.siteKey, lot, deed: 'issued' as const, count: missing, note: 'as the bench wrote it',
        ...plan ? { plan: plan.id } : { job: jobId },
      }
      return (await writeEntry(tx, person, entry)).outcome === 'recorded' ? missing : 0
    })
  }
  return given
}
