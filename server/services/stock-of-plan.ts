import { randomUUID } from 'node:crypto'
import { and, asc, eq, inArray, sql } from 'drizzle-orm'
import { freeOf, isExpired, type FittingStock } from '#core'
import type { Person } from '#shared/wire/types'
import type { Database, Transaction } from '../db/client'
import { stockEntry, stockFit, stockItem, stockLot, type unit } from '../db/schema'
import { Problem } from './problem'
import { writeEntry } from './stock-book'
import { today } from './today'

/* What lies on the shelves for planned jobs. */

type Item = typeof stockItem.$inferSelect
type Lot = typeof stockLot.$inferSelect

/** All that is known of the shelves for some kinds: what fits, their kits, and the lots of both. */
export interface Shelves { fits: { fit: typeof stockFit.$inferSelect, item: Item }[], kits: Item[], lots: Lot[] }

/** What fits one planned job, by part, the preferred first, with the pieces that are free for it or that it has; the kit of its kind. */
export interface Fitting {
  items: Item[]
  stock: FittingStock[]
  /** One that is free for it or held already; and how many are. */
  kit: Item | null
  kits: number
  /** Pieces that it has, by item: held for it, or at its bench already. */
  held: ReadonlyMap<string, number>
}

/** True for a lot that may go into a machine today. */
export const isGood = ({ cured, extendedTo }: Pick<Lot, 'cured' | 'extendedTo'>, { shelfLifeMonths }: Pick<Item, 'shelfLifeMonths'>) =>
  shelfLifeMonths === null || (cured !== null && !isExpired({ cured, months: shelfLifeMonths, extendedTo }, today()))

const piecesOf = ({ stock }: Pick<Lot, 'stock'>, planId: string): number => (stock.reserved[planId] ?? 0) + (stock.issued[planId] ?? 0)

/** The shelves for kinds of machines, read once for all plans that ask. */
export async function shelvesOf(db: Pick<Database, 'select'>, sheetKeys: readonly string[]): Promise<Shelves> {
  if (sheetKeys.length === 0) return { fits: [], kits: [], lots: [] }
  const isKept = eq(stockItem.retired, false)
  const [fits, kits] = await Promise.all([
    db.select({ fit: stockFit, item: stockItem }).from(stockFit).innerJoin(stockItem, eq(stockItem.id, stockFit.itemId))
      .where(and(inArray(stockFit.sheetKey, [...sheetKeys]), isKept)).orderBy(asc(stockFit.rank), asc(stockItem.number)),
    db.select().from(stockItem).where(and(inArray(stockItem.kitOf, [...sheetKeys]), isKept)).orderBy(asc(stockItem.number)),
  ])
  const ids = [...new Set([...fits.map(({ item }) => item.id), ...kits.map(({ id }) => id)])]
  return { fits, kits, lots: ids.length === 0 ? [] : await db.select().from(stockLot).where(inArray(stockLot.itemId, ids)) }
}

/** What of the shelves is for one planned job of a unit that is built so. */
export function fittingFor(
  { fits, kits, lots }: Shelves, one: typeof unit.$inferSelect, built: Readonly<Record<string, string>>, planId: string,
): Fitting {
  const fitting = fits.filter(({ fit: { sheetKey, units, when } }) => sheetKey === one.sheetKey && (!units || units.includes(one.tag))
    && Object.entries(when ?? {}).every(([option, values]) => values.includes(built[option] ?? '')))
  const ownKits = kits.filter(({ kitOf }) => kitOf === one.sheetKey)
  const items = [...new Map([...fitting.map(({ item }) => item), ...ownKits].map(item => [item.id, item])).values()]
  const sumOf = (item: Item, of: (lot: Lot) => number) =>
    lots.filter(lot => lot.itemId === item.id && lot.siteKey === one.siteKey).reduce((sum, lot) => sum + of(lot), 0)
  const held = new Map(items.map(item => [item.id, sumOf(item, lot => piecesOf(lot, planId))]))
  const free = new Map(items.map(item => [item.id, held.get(item.id)! + sumOf(item, lot => isGood(lot, item) ? freeOf(lot.stock) : 0)]))
  const kit = ownKits.find(({ id }) => free.get(id)! > 0) ?? null
  return {
    items, held, kit, kits: kit ? free.get(kit.id)! : 0,
    stock: fitting.map(({ fit: { part }, item: { id } }) => ({ part, item: id, free: free.get(id)! })),
  }
}

/** Lots of which something was ever held for a planned job, in one order, so that nobody who locks them waits for the other. */
async function lotsFor(db: Pick<Database, 'select'>, planId: string): Promise<Lot[]> {
  const touched = db.select({ itemId: stockEntry.itemId }).from(stockEntry).where(eq(stockEntry.planId, planId))
  return db.select().from(stockLot).where(inArray(stockLot.itemId, touched))
    .orderBy(asc(stockLot.itemId), asc(stockLot.siteKey), asc(stockLot.lot))
}

/** Pieces that are held for a planned job and wait on the shelf. */
export const waitingFor = async (db: Pick<Database, 'select'>, planId: string): Promise<number> =>
  (await lotsFor(db, planId)).reduce((sum, { stock }) => sum + (stock.reserved[planId] ?? 0), 0)

/** Holds what a plan takes from the shelves; the batch that ends first goes first. What it has already is not held twice. */
export async function holdFor(
  tx: Transaction, person: Person, { planId, siteKey }: { planId: string, siteKey: string },
  wanted: readonly { item: string, count: number }[],
): Promise<number> {
  let pieces = 0
  for (const { item: itemId, count } of wanted) {
    const [item] = await tx.select().from(stockItem).where(eq(stockItem.id, itemId)).for('update')
    const lots = await tx.select().from(stockLot).where(and(eq(stockLot.itemId, itemId), eq(stockLot.siteKey, siteKey)))
      .orderBy(sql`${stockLot.cured} nulls last`, asc(stockLot.lot))
    let open = count - lots.reduce((sum, lot) => sum + piecesOf(lot, planId), 0)
    for (const lot of lots) {
      const take = isGood(lot, item!) ? Math.min(open, freeOf(lot.stock)) : 0
      if (take <= 0) continue
      const entry = { id: randomUUID(), item: itemId, site: siteKey, lot: lot.lot, deed: 'reserved' as const, count: take, plan: planId }
      if ((await writeEntry(tx, person, entry)).outcome !== 'recorded') continue
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
  for (const { itemId, siteKey, lot, stock } of await lotsFor(tx, planId)) {
    const count = stock.reserved[planId] ?? 0
    if (count === 0) continue
    const entry = { id: randomUUID(), item: itemId, site: siteKey, lot, deed, count, plan: planId }
    const { outcome, code, message } = await writeEntry(tx, person, entry)
    if (outcome === 'refused') throw new Problem(409, code!, message!)
    pieces += count
  }
  return pieces
}
