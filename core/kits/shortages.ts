/** What a planned job will take of an item. */
export interface PlannedNeed { job: string, day: string, item: string, count: number }

/** What comes in by an order that is under way. */
export interface Incoming { item: string, day: string, count: number }

export interface ItemStock { item: string, free: number, least: number, leadDays: number }

export interface Shortage {
  item: string
  /** Pieces to be ordered so that no job waits and the least stock is there again. */
  count: number
  /** The day on which the first piece is missing; `null` where only the least stock is not there. */
  needBy: string | null
  /** The last day to order; past ones are late. */
  orderBy: string | null
  /** Jobs that would wait, the earliest first. */
  jobs: string[]
}

const DAY_MS = 86_400_000
const before = (day: string, days: number) => new Date(Date.parse(day) - days * DAY_MS).toISOString().slice(0, 10)

/**
 * What must be ordered by when: the shelf run through day by day over what is planned and what comes.
 *
 * @param stock free pieces of each item, what is held for planned jobs counted as free
 * @example shortages([{ job: '1', day: '2026-03-01', item: 'A', count: 2 }], [], shelves)[0]!.orderBy // '2026-02-15' at 14 days to come
 */
export function shortages(needs: readonly PlannedNeed[], incoming: readonly Incoming[], stock: readonly ItemStock[]): Shortage[] {
  return stock.flatMap(({ item, free, least, leadDays }): Shortage[] => {
    const moves = [
      // What comes in the morning is there for the job of the day.
      ...incoming.filter(one => one.item === item).map(({ day, count }) => ({ day, by: count, job: '' })),
      ...needs.filter(one => one.item === item).map(({ day, count, job }) => ({ day, by: -count, job })),
    ].sort((a, b) => a.day.localeCompare(b.day) || b.by - a.by)
    let [onShelf, lowest] = [free, free]
    let needBy: string | null = null
    const jobs: string[] = []
    for (const { day, by, job } of moves) {
      onShelf += by
      lowest = Math.min(lowest, onShelf)
      if (by >= 0 || onShelf >= 0) continue
      needBy ??= day
      if (!jobs.includes(job)) jobs.push(job)
    }
    const count = Math.max(0, -lowest, least - onShelf)
    return count === 0 ? [] : [{ item, count, needBy, orderBy: needBy && before(needBy, leadDays), jobs }]
  }).sort((a, b) => (a.orderBy ?? '9').localeCompare(b.orderBy ?? '9'))
}
