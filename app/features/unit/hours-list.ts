import { DomainError } from '#core'
import type { HoursImportRow } from '#shared/wire/fleet'
import { hoursIn } from './hours-in'

/** A row of a list that somebody has, or why it is none; by its place in the list, from 1. */
export type ReadRow = { line: number, row: HoursImportRow } | { line: number, fault: string }

/** Which column is what, by its head; lists from elsewhere name them in many ways. */
const HEADS: readonly (readonly [key: 'unit' | 'at' | 'hours' | 'wasHours', is: RegExp])[] = [
  ['unit', /^(tag|unit|machine)/i], ['wasHours', /^(was|old)/i], ['hours', /hour|meter|^h$/i], ['at', /date|day|time|read|^at$/i],
]

/** A day or moment as lists write it: `2026-11-03`, `2026-11-03 14:30`, `03.11.2026`, `3.11.2026 14:30`: days first. */
function momentIn(text: string): string | undefined {
  const turned = /^(\d{1,2})\.(\d{1,2})\.(\d{4})(.*)$/.exec(text.trim())
  const iso = turned ? `${turned[3]}-${turned[2]!.padStart(2, '0')}-${turned[1]!.padStart(2, '0')}${turned[4]}` : text.trim()
  const [, day, time = '12:00'] = /^(\d{4}-\d{2}-\d{2})(?:[ T]+(\d{1,2}:\d{2}).*)?$/.exec(iso) ?? []
  const moment = day === undefined ? Number.NaN : Date.parse(`${day}T${time.padStart(5, '0')}`)
  return Number.isNaN(moment) ? undefined : new Date(moment).toISOString()
}

/**
 * A list of meter readings, cell by cell, its head first. A head that says nothing of unit, day or hours is refused as a whole.
 *
 * @example readHoursList([['Tag', 'Date', 'Hours'], ['P-101', '2026-11-03', '31 240']])[0].row.hours // 31240
 */
export function readHoursList([head = [], ...rows]: readonly (readonly string[])[]): { rows: ReadRow[], missing: string[] } {
  const taken = new Set<number>()
  const at = Object.fromEntries(HEADS.map(([key, is]) => {
    const place = head.findIndex((cell, i) => !taken.has(i) && is.test(cell.trim()))
    if (place >= 0) taken.add(place)
    return [key, place]
  })) as Record<'unit' | 'at' | 'hours' | 'wasHours', number>
  const missing = ([['unit', 'the unit'], ['at', 'the day'], ['hours', 'the hours']] as const).flatMap(([key, name]) => at[key] < 0 ? [name] : [])
  if (missing.length > 0) return { rows: [], missing }
  const read = rows.map((cells, i) => ({ cells: cells.map(cell => cell.trim()), line: i + 2 })).filter(({ cells }) => cells.some(cell => cell !== ''))
  return {
    missing,
    rows: read.map(({ cells, line }): ReadRow => {
      const [unit, moment] = [cells[at.unit]?.toUpperCase() ?? '', momentIn(cells[at.at] ?? '')]
      if (!unit) return { line, fault: 'It names no unit.' }
      if (!moment) return { line, fault: `“${cells[at.at] ?? ''}” is no day.` }
      if (!cells[at.hours]) return { line, fault: 'It says no hours.' }
      try {
        const was = at.wasHours >= 0 && cells[at.wasHours] ? { wasHours: hoursIn(cells[at.wasHours]!) } : {}
        return { line, row: { unit, at: moment, hours: hoursIn(cells[at.hours]!), ...was } }
      } catch (error) {
        if (error instanceof DomainError) return { line, fault: error.message }
        throw error
      }
    }),
  }
}
