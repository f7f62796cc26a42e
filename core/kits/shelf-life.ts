/** Until when an elastomer may go in, and whether somebody has said that it may a while longer. */
export interface ShelfLife {
  /** The day on which it was cured, ISO 8601. */
  cured: string
  months: number
  /** The day until which an engineer has extended it, once, signed. */
  extendedTo?: string | null | undefined
}

const DAY_MS = 86_400_000

/** The same day so many months later, or the last of a shorter month. */
function monthsLater(day: string, months: number): string {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number]
  const first = Date.UTC(year, month - 1 + months, 1)
  const last = new Date(Date.UTC(year, month + months, 0)).getUTCDate()
  return new Date(first + (Math.min(date, last) - 1) * DAY_MS).toISOString().slice(0, 10)
}

/**
 * The last day on which an elastomer is good to go in.
 *
 * Source: ISO 2230 counts from the date of cure, and allows one extension after inspection.
 * @example lastGoodDay({ cured: '2020-01-31', months: 13 }) // '2021-02-28'
 */
export function lastGoodDay({ cured, months, extendedTo }: ShelfLife): string {
  const end = monthsLater(cured, months)
  return extendedTo && extendedTo > end ? extendedTo : end
}

/** True when it must not go in any more. */
export const isExpired = (life: ShelfLife, today: string): boolean => today > lastGoodDay(life)
