/*
 * The book of the stores: what came, went and was counted, in entries that are only ever added. How many lie where is the sum of the book.
 */

export const LEDGER_DEEDS = ['received', 'released', 'reserved', 'unreserved', 'issued', 'returned', 'scrapped', 'counted'] as const
export type LedgerDeed = (typeof LEDGER_DEEDS)[number]

/** One line of the book; the number of its entry makes a second sending the same one. */
export interface LedgerEntry {
  id: string
  deed: LedgerDeed
  item: string
  /** Batch or serial number; '' where the item has none. */
  lot: string
  /** Pieces; of a count, how many were found on the shelf, reserved ones too. */
  count: number
  /** The planned job for which pieces are held, or which they were issued to. */
  job?: string | undefined
  /** Scrapped out of quarantine, before anybody has released it. */
  fromQuarantine?: boolean | undefined
}

/** Pieces of one lot of an item. */
export interface LotStock {
  /** Received and not yet looked at. */
  quarantine: number
  /** On the shelf, those that are held for a job too. */
  shelf: number
  /** Held, by planned job. */
  reserved: Readonly<Record<string, number>>
  /** Out at a bench, by job. */
  issued: Readonly<Record<string, number>>
}

export const EMPTY_LOT: LotStock = { quarantine: 0, shelf: 0, reserved: {}, issued: {} }

const heldIn = ({ reserved }: LotStock) => Object.values(reserved).reduce((sum, count) => sum + count, 0)

/** Pieces that nobody holds. */
export const freeOf = (lot: LotStock): number => lot.shelf - heldIn(lot)

const changed = (of: Readonly<Record<string, number>>, key: string, by: number): Record<string, number> => {
  const { [key]: before = 0, ...rest } = of
  return before + by > 0 ? { ...rest, [key]: before + by } : rest
}

/** Why an entry cannot stand after what the book says; `null` when it can. Nothing ever falls below zero. */
export function refuseEntry(lot: LotStock, { deed, count, job, fromQuarantine }: Omit<LedgerEntry, 'id' | 'item' | 'lot'>): { code: string, message: string } | null {
  const refuse = (code: string, message: string) => ({ code: `stock.${code}`, message })
  const few = (there: number, where: string) => refuse('too-few', there === 0 ? `There is none ${where}.` : `Only ${there} ${there === 1 ? 'is' : 'are'} ${where}; ${count} cannot be taken.`)
  if (!Number.isInteger(count) || count < 0 || (count === 0 && deed !== 'counted')) return refuse('count', 'Pieces are counted in whole numbers, one or more.')
  if ((deed === 'reserved' || deed === 'unreserved' || deed === 'issued' || deed === 'returned') && !job) return refuse('no-job', 'Say for which job.')
  const [held, out] = [lot.reserved[job ?? ''] ?? 0, lot.issued[job ?? ''] ?? 0]
  switch (deed) {
    case 'received': return null
    case 'released': return count > lot.quarantine ? few(lot.quarantine, 'in quarantine') : null
    case 'reserved': return count > freeOf(lot) ? few(freeOf(lot), 'free') : null
    case 'unreserved': return count > held ? few(held, 'held for this job') : null
    // A job takes what is held for it first, then what is free; never what is held for another.
    case 'issued': return count > held + freeOf(lot) ? few(held + freeOf(lot), 'free or held for this job') : null
    case 'returned': return count > out ? few(out, 'out for this job') : null
    case 'scrapped': return fromQuarantine
      ? count > lot.quarantine ? few(lot.quarantine, 'in quarantine') : null
      : count > freeOf(lot) ? few(freeOf(lot), 'free') : null
    case 'counted': return count < heldIn(lot)
      ? refuse('held', `${heldIn(lot)} of them are held for jobs. Let go of what is missing first, so that its planner hears of it.`)
      : null
  }
}

/** A lot after an entry that could stand. */
export function withEntry(lot: LotStock, { deed, count, job = '', fromQuarantine }: Omit<LedgerEntry, 'id' | 'item' | 'lot'>): LotStock {
  const { quarantine, shelf, reserved, issued } = lot
  switch (deed) {
    case 'received': return { ...lot, quarantine: quarantine + count }
    case 'released': return { ...lot, quarantine: quarantine - count, shelf: shelf + count }
    case 'reserved': return { ...lot, reserved: changed(reserved, job, count) }
    case 'unreserved': return { ...lot, reserved: changed(reserved, job, -count) }
    case 'issued': return { ...lot, shelf: shelf - count, reserved: changed(reserved, job, -Math.min(count, reserved[job] ?? 0)), issued: changed(issued, job, count) }
    // What comes back is looked at before it may go out again.
    case 'returned': return { ...lot, quarantine: quarantine + count, issued: changed(issued, job, -count) }
    case 'scrapped': return fromQuarantine ? { ...lot, quarantine: quarantine - count } : { ...lot, shelf: shelf - count }
    case 'counted': return { ...lot, shelf: count }
  }
}

/** The key of a lot in the sums of the book. */
export const lotKey = ({ item, lot }: Pick<LedgerEntry, 'item' | 'lot'>): string => `${item}\u0000${lot}`

/**
 * What the book sums up to, lot by lot. An entry that comes twice counts once; one that cannot stand where it comes is left out.
 *
 * @returns by `lotKey`
 * @example ledgerStock([{ id: '1', deed: 'received', item: 'A', lot: '', count: 4 }]).get(lotKey({ item: 'A', lot: '' }))!.quarantine // 4
 */
export function ledgerStock(entries: Iterable<LedgerEntry>): Map<string, LotStock> {
  const [stock, seen] = [new Map<string, LotStock>(), new Set<string>()]
  for (const entry of entries) {
    const lot = stock.get(lotKey(entry)) ?? EMPTY_LOT
    if (seen.has(entry.id) || refuseEntry(lot, entry)) continue
    seen.add(entry.id)
    stock.set(lotKey(entry), withEntry(lot, entry))
  }
  return stock
}
