import { and, asc, desc, eq, inArray, or, sql } from 'drizzle-orm'
import { freeOf, groupBy, lastGoodDay, shortages, type PlannedNeed } from '#core'
import type { EntryRow, FitInput, FitRow, ItemAnswer, ItemInput, ItemRow, LotRow, OrderInput, OrderRow, ShortageRow } from '#shared/wire/stores'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, person as personTable, plannedJob, site, stockEntry, stockFit, stockItem, stockLot, stockOrder, unit } from '../db/schema'
import { matching } from './matching'
import { pieceRuns, type KnownRun } from './piece-runs'
import { needsOf, newestOf, requirePlan, type Needed } from './plans'
import { Problem } from './problem'
import { isSiteOf, reaches, unitsWithin } from './reach'
import { newestReleased } from './sheets'
import { holdFor, isGood, moveHeld } from './stock-of-plan'
import { today } from './today'

type Item = typeof stockItem.$inferSelect
type Lot = typeof stockLot.$inferSelect

const lotsWithin = (person: Person) => person.sites ? inArray(stockLot.siteKey, person.sites) : undefined
const ordersWithin = (person: Person) => person.sites ? inArray(stockOrder.siteKey, person.sites) : undefined
const came = sql<number>`coalesce((select sum(e.count) from stock_entry e where e.order_id = ${stockOrder.id} and e.deed = 'received'), 0)::int`
const MOST_ITEMS = 2000
const MOST_SHOWN = 200

/** What the stores keep, with how many lie within reach. */
export async function listItems(db: Database, person: Person, search = ''): Promise<ItemRow[]> {
  const items = await db.select().from(stockItem)
    .where(and(eq(stockItem.retired, false), matching(search, [stockItem.number, stockItem.name, stockItem.makersNumber])))
    .orderBy(asc(stockItem.number)).limit(MOST_ITEMS)
  return toItemRows(db, person, items)
}

async function toItemRows(db: Database, person: Person, items: readonly Item[]): Promise<ItemRow[]> {
  if (items.length === 0) return []
  const ids = items.map(({ id }) => id)
  const [lots, orders] = await Promise.all([
    db.select().from(stockLot).where(and(inArray(stockLot.itemId, ids), lotsWithin(person))),
    db.select({ itemId: stockOrder.itemId, open: sql<number>`sum(${stockOrder.count} - ${came})::int` }).from(stockOrder)
      .where(and(inArray(stockOrder.itemId, ids), eq(stockOrder.closed, false), ordersWithin(person))).groupBy(stockOrder.itemId),
  ])
  const byItem = groupBy(lots, ({ itemId }) => itemId)
  const ordered = new Map(orders.map(({ itemId, open }) => [itemId, open]))
  return items.map((item) => {
    const own = byItem.get(item.id) ?? []
    const sum = (of: (lot: Lot) => number) => own.reduce((total, lot) => total + of(lot), 0)
    const held = (lot: Lot) => lot.stock.shelf - freeOf(lot.stock)
    return {
      ...item, quarantine: sum(lot => lot.stock.quarantine), shelf: sum(lot => lot.stock.shelf), held: sum(held),
      free: sum(lot => isGood(lot, item) ? freeOf(lot.stock) : 0),
      expired: sum(lot => isGood(lot, item) ? 0 : lot.stock.shelf + lot.stock.quarantine),
      ordered: ordered.get(item.id) ?? 0,
    }
  })
}

/** An item by its own number, with its batches, its book, what is ordered and where it fits. */
export async function readItem(db: Database, person: Person, number: string): Promise<ItemAnswer> {
  const item = await requireItem(db, number)
  const [[row], lots, entries, orders, fits] = await Promise.all([
    toItemRows(db, person, [item]),
    db.select().from(stockLot).where(and(eq(stockLot.itemId, item.id), lotsWithin(person)))
      .orderBy(asc(stockLot.siteKey), asc(stockLot.cured), asc(stockLot.lot)),
    db.select({ entry: stockEntry, by: personTable.name, order: stockOrder.number, plan: unit.tag }).from(stockEntry)
      .innerJoin(personTable, eq(personTable.id, stockEntry.byId)).leftJoin(stockOrder, eq(stockOrder.id, stockEntry.orderId))
      .leftJoin(plannedJob, eq(plannedJob.id, stockEntry.planId)).leftJoin(job, eq(job.id, stockEntry.jobId))
      .leftJoin(unit, or(eq(unit.id, plannedJob.unitId), eq(unit.id, job.unitId)))
      .where(and(eq(stockEntry.itemId, item.id), person.sites ? inArray(stockEntry.siteKey, person.sites) : undefined))
      .orderBy(desc(stockEntry.seq)).limit(MOST_SHOWN),
    listOrders(db, person, item.id),
    fitsOfItem(db, item.id),
  ])
  const runs = await pieceRuns(db, person, lots.flatMap(({ lot }) => lot || []))
  const isOfItem = (run: KnownRun) => fits.some(({ sheet, part }) => sheet === run.sheetKey && part === run.part)
  const runsOf = ({ lot }: Lot) => runs.filter(run => run.serial === lot && isOfItem(run))
    .map(({ unit, hours, read }) => ({ unit, hours, read }))
  return {
    item: row!, lots: lots.map(lot => toLotRow(lot, item, runsOf(lot))), orders, fits,
    entries: entries.map(({ entry: { id, siteKey, lot, deed, count, fromQuarantine, note, at }, by, order, plan }): EntryRow =>
      ({ id, site: siteKey, lot, deed, count, fromQuarantine, note, at: at.toISOString(), by, order, plan })),
  }
}

const toLotRow = (lot: Lot, item: Item, runs: LotRow['runs']): LotRow => ({
  runs,
  site: lot.siteKey, lot: lot.lot, cured: lot.cured, extendedTo: lot.extendedTo, stock: lot.stock, isExpired: !isGood(lot, item),
  goodUntil: item.shelfLifeMonths === null || !lot.cured
    ? null
    : lastGoodDay({ cured: lot.cured, months: item.shelfLifeMonths, extendedTo: lot.extendedTo }),
})

export async function requireItem(db: Pick<Database, 'select'>, number: string): Promise<Item> {
  const [found] = await db.select().from(stockItem).where(eq(stockItem.number, number))
  if (!found) throw new Problem(404, 'item.unknown', `The stores have no item ${number}.`)
  return found
}

/** A new item. */
export async function addItem(db: Database, input: ItemInput): Promise<{ number: string }> {
  await requireKit(db, input)
  const [made] = await db.insert(stockItem).values(input).onConflictDoNothing().returning({ number: stockItem.number })
  if (!made) throw new Problem(409, 'item.number-taken', `There is an item ${input.number} already. Numbers are never given twice.`)
  return made
}

/** Changes an item, by who saw it last. Its number stays: it stands on boxes. */
export async function changeItem(
  db: Database, number: string, { version, change }: { version: number, change: Partial<Omit<ItemInput, 'number'>> & { retired?: boolean } },
): Promise<{ version: number }> {
  const item = await requireItem(db, number)
  await requireKit(db, { ...item, ...change })
  const [changed] = await db.update(stockItem).set({ ...change, version: version + 1 })
    .where(and(eq(stockItem.id, item.id), eq(stockItem.version, version))).returning({ version: stockItem.version })
  if (!changed) throw new Problem(409, 'item.changed', `Somebody has changed ${number} meanwhile. Look at it again; nothing of yours was written.`)
  return changed
}

/** A kit is of a sheet that is there, and carries parts of it. */
async function requireKit(db: Database, { kitOf, contents }: Pick<ItemInput, 'kitOf' | 'contents'>): Promise<void> {
  if (kitOf === null) {
    if (contents.length > 0) throw new Problem(422, 'kit.no-sheet', 'Contents are those of a kit. Say of which sheet it is the kit.')
    return
  }
  const sheet = await newestReleased(db, kitOf)
  if (!sheet) throw new Problem(422, 'sheet.unknown', `There is no released sheet "${kitOf}".`)
  const parts = new Set(sheet.document.parts.map(({ key }) => key))
  const unknown = contents.find(({ part }) => !parts.has(part))
  if (unknown) throw new Problem(422, 'kit.unknown-part', `The sheet has no part "${unknown.part}".`)
}

async function fitsOfItem(db: Database, itemId: string): Promise<FitRow[]> {
  const rows = await db.select({ fit: stockFit, by: personTable.name }).from(stockFit)
    .innerJoin(personTable, eq(personTable.id, stockFit.approvedBy))
    .where(eq(stockFit.itemId, itemId)).orderBy(asc(stockFit.sheetKey), asc(stockFit.part))
  const sheets = await newestOf(db, [...new Set(rows.map(({ fit }) => fit.sheetKey))])
  return rows.map(({ fit: { id, sheetKey, part, when, units, rank, approvedAt }, by }) => {
    const { title, parts, options = [] } = sheets.get(sheetKey)!
    const partName = parts.find(({ key }) => key === part)?.name ?? part
    const builds = options.flatMap(({ key, values }) => {
      const named = values.filter(value => when?.[key]?.includes(value.key)).map(value => value.name)
      return named.length > 0 ? [named.join(' or ')] : []
    })
    return { id, sheet: sheetKey, part, when, units, rank, by, at: approvedAt.toISOString(), sheetTitle: title, partName, builds }
  })
}

/** Says that an item fits a part, by name; said again it is said anew. */
export async function approveFit(
  db: Database, person: Person, number: string, { sheet: sheetKey, part, when, units, rank }: FitInput,
): Promise<{ id: string }> {
  const item = await requireItem(db, number)
  const sheet = await newestReleased(db, sheetKey)
  if (!sheet) throw new Problem(422, 'sheet.unknown', `There is no released sheet "${sheetKey}".`)
  const document = sheet.document
  if (!document.parts.some(({ key }) => key === part)) throw new Problem(422, 'fit.unknown-part', `The sheet has no part "${part}".`)
  for (const [option, values] of Object.entries(when ?? {})) {
    const known = document.options?.find(({ key }) => key === option)?.values.map(({ key }) => key)
    if (!known || values.some(value => !known.includes(value)))
      throw new Problem(422, 'options.unknown', `The sheet has no such option as "${option}".`)
  }
  const said = { when, units, rank, approvedBy: person.id, approvedAt: new Date() }
  const [made] = await db.insert(stockFit).values({ sheetKey, part, itemId: item.id, ...said })
    .onConflictDoUpdate({ target: [stockFit.sheetKey, stockFit.part, stockFit.itemId], set: said }).returning({ id: stockFit.id })
  return made!
}

/** An item fits there no more. */
export async function removeFit(db: Database, number: string, id: string): Promise<void> {
  const item = await requireItem(db, number)
  const [gone] = await db.delete(stockFit).where(and(eq(stockFit.id, id), eq(stockFit.itemId, item.id))).returning({ id: stockFit.id })
  if (!gone) throw new Problem(404, 'fit.unknown', 'It does not stand there any more.')
}

/** Orders that are not done, the earliest first. */
export async function listOrders(db: Database, person: Person, itemId?: string): Promise<OrderRow[]> {
  const rows = await db.select({ order: stockOrder, item: stockItem, by: personTable.name, received: came }).from(stockOrder)
    .innerJoin(stockItem, eq(stockItem.id, stockOrder.itemId)).innerJoin(personTable, eq(personTable.id, stockOrder.by))
    .where(and(ordersWithin(person), itemId ? eq(stockOrder.itemId, itemId) : eq(stockOrder.closed, false)))
    .orderBy(asc(stockOrder.closed), asc(stockOrder.expected)).limit(MOST_ITEMS)
  return rows.map(({ order: { id, number, siteKey, count, expected, note, closed, at }, item, by, received }) => ({
    id, number, item: item.id, itemNumber: item.number, itemName: item.name, site: siteKey, count, received, expected, note, by,
    at: at.toISOString(),
    closed: closed || received >= count,
  })).filter(({ closed }) => itemId !== undefined || !closed)
}

/** Orders an item. Sent twice it is ordered once. */
export async function orderItem(
  db: Database, person: Person, { id, item, site, count, expected, note }: OrderInput,
): Promise<{ id: string, number: number }> {
  const [found] = await db.select().from(stockItem).where(eq(stockItem.id, item))
  if (!found || !await isSiteOf(db, person, site)) throw new Problem(404, 'item.unknown', 'There is no such item within your reach.')
  const [made] = await db.insert(stockOrder).values({ id, itemId: item, siteKey: site, count, expected, note, by: person.id })
    .onConflictDoNothing().returning({ number: stockOrder.number })
  if (made) return { id, ...made }
  const [before] = await db.select().from(stockOrder).where(eq(stockOrder.id, id))
  if (before?.itemId !== item || before.count !== count || before.siteKey !== site)
    throw new Problem(409, 'order.foreign', 'This number belongs to another order.')
  return { id, number: before.number }
}

/** No more will come of an order. */
export async function closeOrder(db: Database, person: Person, id: string): Promise<void> {
  const [order] = await db.select().from(stockOrder).where(eq(stockOrder.id, id))
  if (!order || !reaches(person, order.siteKey)) throw new Problem(404, 'order.unknown', 'There is no such order within your reach.')
  await db.update(stockOrder).set({ closed: true }).where(eq(stockOrder.id, id))
}

/** Holds what a planned job takes from the shelves. Asked again it holds what has come meanwhile. */
export async function holdForPlan(db: Database, person: Person, id: string): Promise<{ held: number }> {
  const { plan, unit: one } = await requirePlan(db, person, id)
  if (plan.status !== 'planned') throw new Problem(409, 'plan.gone', 'It was dropped or started already.')
  const [{ check, fitting }] = await needsOf(db, [{ plan, unit: one }]) as [Needed]
  if (!check) throw new Problem(409, 'unit.no-sheet', `${one.tag} has no sheet yet: nobody knows what it needs.`)
  const wanted = new Map<string, number>()
  if (fitting.kit) wanted.set(fitting.kit.id, 1)
  for (const { item, count } of check.lines.flatMap(({ fromStock }) => fromStock)) wanted.set(item, (wanted.get(item) ?? 0) + count)
  // Always in the same order, so that two who hold at once never wait for each other.
  const sorted = [...wanted].sort(([a], [b]) => a.localeCompare(b)).map(([item, count]) => ({ item, count }))
  return { held: await db.transaction(tx => holdFor(tx, person, { planId: id, siteKey: one.siteKey }, sorted)) }
}

/** What is held for a job goes to its bench. Asked again there is nothing left to go. */
export async function issueForPlan(db: Database, person: Person, id: string): Promise<{ issued: number }> {
  const { plan } = await requirePlan(db, person, id)
  if (plan.status === 'dropped') throw new Problem(409, 'plan.gone', 'It was dropped.')
  return { issued: await db.transaction(tx => moveHeld(tx, person, id, 'issued')) }
}

/** What must be ordered by when, over all that is planned within reach: at each site for itself, because nobody drives for a gasket. */
export async function listShortages(db: Database, person: Person): Promise<ShortageRow[]> {
  const [plans, items, lots, orders, sites] = await Promise.all([
    db.select({ plan: plannedJob, unit }).from(plannedJob).innerJoin(unit, eq(unit.id, plannedJob.unitId))
      .where(and(eq(plannedJob.status, 'planned'), unitsWithin(person))).orderBy(asc(plannedJob.day)),
    db.select().from(stockItem).where(eq(stockItem.retired, false)),
    db.select().from(stockLot).where(lotsWithin(person)),
    listOrders(db, person),
    db.select({ key: site.key }).from(site).where(person.sites ? inArray(site.key, person.sites) : undefined).orderBy(site.place),
  ])
  const planned = openNeeds(plans, await needsOf(db, plans))
  const incoming = orders.map(({ item, site, expected, count, received }) =>
    ({ item: atSite(item, site), day: expected < today() ? today() : expected, count: count - received }))
  const [byItem, lotsAt] = [new Map(items.map(item => [item.id, item])), groupBy(lots, ({ itemId, siteKey }) => atSite(itemId, siteKey))]
  // What has never been on a shelf is wanted where it is planned, or at the first site.
  const been = new Set([...lots.map(({ itemId }) => itemId), ...planned.map(({ item }) => item.split(' ')[0])])
  const never = items.filter(({ id }) => !been.has(id)).map(({ id }) => atSite(id, sites[0]?.key ?? ''))
  const stock = [...new Set([...lotsAt.keys(), ...planned.map(({ item }) => item), ...never])].flatMap((key) => {
    const item = byItem.get(key.split(' ')[0]!)
    const free = (lotsAt.get(key) ?? []).reduce((sum, lot) => sum + (item && isGood(lot, item) ? freeOf(lot.stock) : 0), 0)
    return item ? [{ item: key, free, least: item.leastStock, leadDays: item.leadDays }] : []
  })
  const tags = new Map(plans.map(({ plan, unit: one }) => [plan.id, one.tag]))
  return shortages(planned, incoming, stock).map(({ item: key, ...short }) => {
    const [id, site] = key.split(' ') as [string, string]
    const { number, name, leadDays } = byItem.get(id)!
    return { ...short, item: id, site, number, name, leadDays, units: short.jobs.map(job => tags.get(job)!) }
  })
}

/** An item at a site: its shelves are told apart. */
const atSite = (item: string, site: string) => `${item} ${site}`

/** Pieces that plans have still to get: less what a kit brings, which serves one job, the earliest, and less what they have. */
type Planned = { plan: typeof plannedJob.$inferSelect, unit: typeof unit.$inferSelect }
function openNeeds(plans: readonly Planned[], needs: readonly Needed[]): PlannedNeed[] {
  const kitsLeft = new Map<string, number>()
  return plans.flatMap(({ plan, unit: { siteKey } }, i) => {
    const { check, fitting: { kit, kits, stock, held } } = needs[i]!
    const box = atSite(kit?.id ?? '', siteKey)
    const hasOwn = kit !== null && held.get(kit.id)! > 0
    const left = kitsLeft.get(box) ?? kits
    kitsLeft.set(box, hasOwn ? left : left - 1)
    const preferred = new Map(stock.toReversed().map(({ part, item }) => [part, item]))
    const has = new Map(held)
    return (check?.lines ?? []).flatMap(({ part, count, inKit }) => {
      const item = preferred.get(part)
      if (item === undefined) return []
      const wanted = hasOwn || left > 0 ? count - inKit : count
      const own = Math.min(wanted, has.get(item) ?? 0)
      has.set(item, (has.get(item) ?? 0) - own)
      return wanted > own ? [{ job: plan.id, day: plan.day, item: atSite(item, siteKey), count: wanted - own }] : []
    })
  })
}
