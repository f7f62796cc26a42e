import { randomUUID } from 'node:crypto'
import { and, asc, eq, inArray, sql } from 'drizzle-orm'
import { freeOf, isExpired, type FittingStock } from '#core'
import type { Person } from '#shared/wire/types'
import type { Database, Transaction } from '../db/client'
import { stockEntry, stockFit, stockItem, stockLot, type unit } from '../db/schema'
import { Problem } from './problem'
import { writeEntry } from './stock-book'

/* What lies on the shelves for a planned job. */

type Item = typeof stockItem.$inferSelect
export interface Fitting {
  items: Item[]
  stock: FittingStock[]
  /** The kit of its kind, where one is free for it or held already; and how many are. */
  kit: Item | null
  kits: number
}

export const today = () => new Date().toISOString().slice(0, 10)

/** True for a lot that may go into a machine today. */
export const isGood = ({ cured, extendedTo }: Pick<typeof stockLot.$inferSelect, 'cured' | 'extendedTo'>, { shelfLifeMonths }: Pick<Item, 'shelfLifeMonths'>): boolean =>
  shelfLifeMonths === null || (cured !== null && !isExpired({ cured, months: shelfLifeMonths, extendedTo }, today()))

/** Lots of which something was ever held for a planned job. */
async function lotsFor(db: Pick<Database, 'select'>, planId: string) {
  const touched = db.select({ itemId: stockEntry.itemId }).from(stockEntry).where(eq(stockEntry.planId, planId))
  return db.select().from(stockLot).where(inArray(stockLot.itemId, touched))
    .orderBy(asc(stockLot.itemId), asc(stockLot.siteKey), asc(stockLot.lot))
}

/** Pieces that a planned job has, by item: held for it, or at its bench already. */
export async function heldFor(db: Pick<Database, 'select'>, planId: string): Promise<Map<string, number>> {
  const held = new Map<string, number>()
  for (const { itemId, stock } of await lotsFor(db, planId)) {
    const count = (stock.reserved[planId] ?? 0) + (stock.issued[planId] ?? 0)
    if (count > 0) held.set(itemId, (held.get(itemId) ?? 0) + count)
  }
  return held
}

/** Pieces that are held for a planned job and wait on the shelf. */
export const waitingFor = async (db: Pick<Database, 'select'>, planId: string): Promise<number> =>
  (await lotsFor(db, planId)).reduce((sum, { stock }) => sum + (stock.reserved[planId] ?? 0), 0)

/** What fits a unit, by part, the preferred first, with the pieces that are free for it or held already; and the kit of its kind. */
export async function fitsOf(db: Pick<Database, 'select'>, one: typeof unit.$inferSelect, held: ReadonlyMap<string, number>): Promise<Fitting> {
  const key = one.sheetKey ?? ''
  const fits = (await db.select({ fit: stockFit, item: stockItem }).from(stockFit).innerJoin(stockItem, eq(stockItem.id, stockFit.itemId))
    .where(and(eq(stockFit.sheetKey, key), eq(stockItem.retired, false))).orderBy(asc(stockFit.rank), asc(stockItem.number)))
    .filter(({ fit: { units, when } }) => (!units || units.includes(one.tag))
      && (!when || Object.entries(when).every(([option, values]) => values.includes(one.options[option] ?? ''))))
  const kits = await db.select().from(stockItem)
    .where(and(eq(stockItem.kitOf, key), eq(stockItem.retired, false))).orderBy(asc(stockItem.number))
  const items = [...new Map([...fits.map(({ item }) => item), ...kits].map(item => [item.id, item])).values()]
  const lots = items.length === 0
    ? []
    : await db.select().from(stockLot).where(and(eq(stockLot.siteKey, one.siteKey), inArray(stockLot.itemId, items.map(({ id }) => id))))
  const free = (item: Item) => (held.get(item.id) ?? 0)
    + lots.filter(lot => lot.itemId === item.id && isGood(lot, item)).reduce((sum, lot) => sum + freeOf(lot.stock), 0)
  const kit = kits.find(one => free(one) > 0) ?? null
  return { items, kit, kits: kit ? free(kit) : 0, stock: fits
    .map(({ fit: { part }, item }) => ({ part, item: item.id, free: free(item) })) }
}

/** Holds what a plan takes from the shelves; the batch that ends first goes first. What is held already is not held twice. */
export async function holdFor(
  tx: Transaction, person: Person, { planId, siteKey }: { planId: string, siteKey: string }, wanted: readonly { item: string,
    count: number }[],
): Promise<number> {
  const held = await heldFor(tx, planId)
  let pieces = 0
  for (const { item: itemId, count } of wanted) {
    const [item] = await tx.select().from(stockItem).where(eq(stockItem.id, itemId)).for('update')
    let open = count - (held.get(itemId) ?? 0)
    const lots = await tx.select().from(stockLot).where(and(eq(stockLot.itemId, itemId), eq(stockLot.siteKey, siteKey))).orderBy(sql`${stockLot.cured} nulls last`, asc(stockLot.lot))
    for (const lot of lots) {
      const take = isGood(lot, item!) ? Math.min(open, freeOf(lot.stock)) : 0
      if (take <= 0) continue
      await writeEntry(tx, person, { id: randomUUID(), item: itemId, site: siteKey, lot: lot.lot, deed: 'reserved', count: take, plan: planId })
      open -= take
      pieces += take
    }
  }
  return pieces
}

/** Frees all that is held for a plan. */
export const letGo = (tx: Transaction, person: Person, planId: string): Promise<number> => moveHeld(tx, person, planId, 'unreserved')

/** All that is held for a plan is free again, or goes to its bench; gives the pieces. */
export async function moveHeld(tx: Transaction, person: Person, planId: string, deed: 'unreserved' | 'issued'): Promise<number> {
  let pieces = 0
  // Each entry locks its lot; they are written in one order, so that nobody waits for the other.
  const lots = await lotsFor(tx, planId)
  for (const { itemId, siteKey, lot, stock } of lots) {
    const count = stock.reserved[planId] ?? 0
    if (count === 0) continue
    const { outcome, code, message } = await writeEntry(tx, person, { id: randomUUID(), item: itemId, site: siteKey, lot, deed, count,
      plan: planId })
    if (outcome === 'refused') throw new Problem(409, code!, message!)
    pieces += count
  }
  return pieces
}
