import type { DueReason } from '#core'
import { dayOfMoment } from './moment'

/* When something is due, in words. */

const DAY_MS = 86_400_000

/** Why a machine is due. */
export const DUE_WORDS: Readonly<Record<DueReason, string>> = {
  hours: 'by hours', calendar: 'by the calendar', regulation: 'by regulation', concession: 'concession ends', finding: 'finding', forecast: 'by its wear',
}

/** A day from today in words, and whether it needs somebody now. */
export function dueIn(day: string | null | undefined): { text: string, state: 'late' | 'soon' | 'far' } {
  if (!day) return { text: 'no date', state: 'far' }
  const days = Math.round((Date.parse(day) - Date.parse(dayOfMoment(new Date()))) / DAY_MS)
  if (days < 0) return { text: `${-days} d late`, state: 'late' }
  if (days === 0) return { text: 'today', state: 'late' }
  return { text: days > 730 ? `in ${(days / 365.25).toFixed(0)} years` : `in ${days} d`, state: days <= 14 ? 'soon' : 'far' }
}

const month = (day: string) => day.slice(0, 7)

/** The months between which a limit is reached, eight times of ten. */
export function bandInWords({ lowDay, highDay }: { lowDay: string | null, highDay: string | null }): string {
  if (lowDay === null) return 'not in sight'
  const from = dueIn(lowDay).state === 'late' ? 'now' : month(lowDay)
  if (highDay === null) return `from ${from} on`
  return month(highDay) === from || dueIn(highDay).state === 'late' ? from : `${from} to ${month(highDay)}`
}
