import { and, eq, sql } from 'drizzle-orm'
import { EMPTY_LOT, isExpired, lastGoodDay, refuseEntry, withEntry } from '#core'
import { dayIn } from '#shared/time-zone'
import type { EntryInput, EntryOutcome } from '#shared/wire/stores'
import type { Person } from '#shared/wire/types'
import type { Database, Transaction } from '../db/client'
import { plannedJob, site, stockEntry, stockItem, stockLot, stockOrder, unit } from '../db/schema'
import { Problem } from './problem'
import { isSiteOf, reaches } from './reach'
import { today } from './today'

/* The book of the stores. Each entry is judged against the lot it is about, one at a time, and never changed. */

type Refused = { code: string, message: string } | null

/** Writes one entry, or says why it cannot stand. What is there already is known. `job` is one that nobody had planned. */
export async function writeEntry(tx: Transaction, person: Person, input: EntryInput & { job?: string }): Promise<EntryOutcome> {
  const { id, item: itemId, site: siteKey, lot, deed, count, plan, job, order, fromQuarantine, note, cured } = input
  const entry = { deed, count, job: plan ?? job, fromQuarantine }
  const [item] = await tx.select().from(stockItem).where(eq(stockItem.id, itemId))
  if (!item || !await isSiteOf(tx, person, siteKey))
    return { id, outcome: 'refused', code: 'item.unknown', message: 'There is no such item within your reach.' }
  const ofLot = and(eq(stockLot.itemId, itemId), eq(stockLot.siteKey, siteKey), eq(stockLot.lot, lot))
  // One writer of a lot at a time; also of an order, so that what is sent twice at once comes once.
  const [there] = await tx.select().from(stockLot).where(ofLot).for('update')
  const [before] = await tx.select().from(stockEntry).where(eq(stockEntry.id, id))
  if (before) {
    const isSame = before.itemId === itemId && before.siteKey === siteKey && before.lot === lot && before.deed === deed
      && before.count === count
    return isSame ? { id, outcome: 'known' } : { id, outcome: 'refused', code: 'entry.foreign', message: 'This number belongs to another entry.' }
  }
  // Whoever forgot on which day a batch was cured says it with the next that comes. What is refused leaves nothing of itself.
  const kept = deed === 'received' ? { stock: EMPTY_LOT, extendedTo: null, ...there, cured: there?.cured ?? cured ?? null } : there
  const refusal: Refused = !kept
    ? { code: 'lot.unknown', message: `Nothing of ${item.number}${lot ? `, batch ${lot},` : ''} has ever come to this site.` }
    : await refuseFor(tx, input, item, kept) ?? refuseEntry(kept.stock, entry)
  if (refusal) return { id, outcome: 'refused', ...refusal }
  const stock = withEntry(kept!.stock, entry)
  if (there) {
    await tx.update(stockLot).set({ stock, cured: kept!.cured }).where(ofLot)
  } else {
    const [made] = await tx.insert(stockLot).values({ itemId, siteKey, lot, cured: kept!.cured, stock }).onConflictDoNothing().returning()
    // Somebody else has written down the first of this batch meanwhile: it is judged by that.
    if (!made) return writeEntry(tx, person, input)
  }
  await tx.insert(stockEntry).values({
    id, itemId, siteKey, lot, deed, count, planId: plan ?? null, jobId: job ?? null, orderId: order ?? null,
    fromQuarantine: fromQuarantine ?? false, note: note ?? null, byId: person.id,
  })
  return { id, outcome: 'recorded' }
}

/** What the book alone does not know: orders, planned jobs, shelf lives. */
async function refuseFor(
  tx: Transaction, { deed, count, plan, order, cured, site: siteKey }: EntryInput, item: typeof stockItem.$inferSelect,
  lot: Pick<typeof stockLot.$inferSelect, 'cured' | 'extendedTo'>,
): Promise<Refused> {
  if (item.retired && deed === 'received') return { code: 'item.retired', message: `${item.number} is kept no more.` }
  if (deed === 'received') {
    if (item.shelfLifeMonths !== null && !lot.cured)
      return { code: 'lot.no-cure', message: `${item.number} keeps ${item.shelfLifeMonths} months: when was it cured?` }
    if (cured && cured > await todayAt(tx, siteKey))
      return { code: 'lot.cured-later', message: `${cured} is still to come. Read the day of the cure off the bag once more.` }
    if (cured && lot.cured && cured !== lot.cured)
      return { code: 'lot.other-cure', message: `This batch was cured on ${lot.cured}. Another day is another batch.` }
  }
  if (order) {
    const [ordered] = await tx.select().from(stockOrder).where(eq(stockOrder.id, order)).for('update')
    if (deed !== 'received' || !ordered || ordered.itemId !== item.id || ordered.siteKey !== siteKey)
      return { code: 'order.unknown', message: 'There is no such order of this item at this site.' }
    const [{ came } = { came: 0 }] = await tx.select({ came: sql<number>`coalesce(sum(${stockEntry.count}), 0)::int` }).from(stockEntry)
      .where(and(eq(stockEntry.orderId, order), eq(stockEntry.deed, 'received')))
    if (ordered.closed || came + count > ordered.count) {
      const said = `Of order ${ordered.number}, ${came} of ${ordered.count} have come already.`
      return { code: 'order.received', message: `${said} Has it been written down twice?` }
    }
  }
  if (plan) {
    const [planned] = await tx.select({ status: plannedJob.status, siteKey: unit.siteKey }).from(plannedJob)
      .innerJoin(unit, eq(unit.id, plannedJob.unitId))
      .where(eq(plannedJob.id, plan))
    if (planned?.siteKey !== siteKey) return { code: 'plan.unknown', message: 'There is no such planned job at this site.' }
    if (deed === 'reserved' && planned.status !== 'planned') return { code: 'plan.gone', message: 'It was dropped or started already.' }
    if (deed === 'issued' && planned.status === 'dropped') return { code: 'plan.gone', message: 'It was dropped.' }
  }
  const isGoingIn = deed === 'reserved' || deed === 'issued' || deed === 'released'
  if (isGoingIn && item.shelfLifeMonths !== null && lot.cured) {
    const life = { cured: lot.cured, months: item.shelfLifeMonths, extendedTo: lot.extendedTo }
    if (isExpired(life, today())) {
      const until = lastGoodDay(life)
      return { code: 'lot.expired', message: `This batch was good until ${until}. It does not go into a machine unless an engineer extends it.` }
    }
  }
  return null
}

/** The day by the clock of a site. */
async function todayAt(tx: Transaction, key: string): Promise<string> {
  const [found] = await tx.select({ timeZone: site.timeZone }).from(site).where(eq(site.key, key))
  return dayIn(new Date(), found?.timeZone)
}

/**
 * Entries as they were typed, each with its answer: one that cannot stand takes no other along. All of a message are one commit; whoever
 * writes about the same batches meanwhile waits, in whatever order they name them.
 */
export async function writeEntries(db: Database, person: Person, entries: readonly EntryInput[]): Promise<EntryOutcome[]> {
  return db.transaction(async (tx) => {
    const about = entries.flatMap(({ item, site: key, lot, order }) => [`lot ${item} ${key} ${lot}`, ...order ? [`order ${order}`] : []])
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(one, 0))
      from (select distinct one from unnest(${sql.param(about)}::text[]) as one order by one) as about`)
    const outcomes: EntryOutcome[] = []
    for (const entry of entries) outcomes.push(await writeEntry(tx, person, entry))
    return outcomes
  })
}

export interface Extension { item: string, site: string, lot: string, to: string, why: string }

/** Extends the life of a batch, once, by name. */
export async function extendLot(
  db: Database, person: Person, { item: itemId, site: siteKey, lot, to, why }: Extension,
): Promise<{ goodUntil: string }> {
  return db.transaction(async (tx) => {
    const [found] = await tx.select({ lot: stockLot, item: stockItem }).from(stockLot)
      .innerJoin(stockItem, eq(stockItem.id, stockLot.itemId))
      .where(and(eq(stockLot.itemId, itemId), eq(stockLot.siteKey, siteKey), eq(stockLot.lot, lot))).for('update')
    if (!found || !reaches(person, siteKey)) throw new Problem(404, 'lot.unknown', 'There is no such batch within your reach.')
    const { item, lot: { cured, extendedTo } } = found
    if (item.shelfLifeMonths === null || cured === null) throw new Problem(409, 'lot.keeps', `${item.number} keeps for ever.`)
    if (extendedTo) throw new Problem(409, 'lot.extended', `It was extended until ${extendedTo} already. It is extended once.`)
    const until = lastGoodDay({ cured, months: item.shelfLifeMonths })
    if (to <= until) throw new Problem(422, 'lot.no-extension', 'It is good until then anyway.')
    const most = lastGoodDay({ cured: until, months: item.shelfLifeMonths })
    if (to > most) throw new Problem(422, 'lot.long-extension', `It is extended by its own shelf life once more at most, to ${most}.`)
    await tx.update(stockLot).set({ extendedTo: to, extendedBy: person.id, extendedWhy: why })
      .where(and(eq(stockLot.itemId, itemId), eq(stockLot.siteKey, siteKey), eq(stockLot.lot, lot)))
    return { goodUntil: to }
  })
}
