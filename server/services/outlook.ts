import { and, eq, getTableColumns, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm'
import {
  dayBand, groupBy, hoursAt, hoursPerDay, kindInterval, machineHours, nearestLimit, nextDue, positionWear, tells,
  type DueAnswer, type HoursPerDay, type IntervalFit, type KindRow, type MachineHours, type PositionWear,
} from '#core'
import type { Database, Transaction } from '../db/client'
import { asSent } from '../db/columns'
import { job, outlookStale, reading, unit, unitOutlook } from '../db/schema'
import { metersOf } from './meters'
import { openOn, type Told } from './parts'
import { today } from './today'

/*
 * What the fleet tells of each of its machines. It is worked out a kind at a time, because sisters help each other, whenever something of
 * the kind has changed: the change marks the kind in its own transaction, an instance works, and then takes away the mark it had seen.
 */

type UnitRowOf = typeof unit.$inferSelect
type Tx = Pick<Database | Transaction, 'insert'>

/** The kind that a unit is worked out with: the machines of its sheet, or it alone. */
export const kindOf = ({ id, sheetKey }: Pick<UnitRowOf, 'id' | 'sheetKey'>): string => sheetKey ?? `unit:${id}`

/** Something of these kinds has changed; a mark that stands is made anew, so that whoever works by the old one does not take it away. */
export async function markStale(tx: Tx, kinds: readonly string[]): Promise<void> {
  const marks = [...new Set(kinds)].sort().map(kind => ({ kind }))
  if (marks.length > 0)
    await tx.insert(outlookStale).values(marks).onConflictDoUpdate({ target: outlookStale.kind, set: { since: sql`now()` } })
}

/** The same of the kind of one unit. */
export async function markUnitStale(db: Database, unitId: string): Promise<void> {
  const [found] = await db.select({ id: unit.id, sheetKey: unit.sheetKey }).from(unit).where(eq(unit.id, unitId))
  if (found) await markStale(db, [kindOf(found)])
}

/** A reading of the fleet, with what a list wants to show of it. */
export type FleetRow = KindRow & Pick<typeof reading.$inferSelect, 'quantity' | 'verdict' | 'part'>

export interface UnitAt { unit: UnitRowOf, hours: MachineHours[], nowHours: number, perDay: HoursPerDay | null }

/** Machines of a kind with their hours, as they stand at a day. */
async function unitsOf(db: Database, kind: string, today: string): Promise<UnitAt[]> {
  const units = await db.select().from(unit)
    .where(and(kind.startsWith('unit:') ? eq(unit.id, kind.slice('unit:'.length)) : eq(unit.sheetKey, kind), isNull(unit.retiredAt)))
  const meters = await metersOf(db, units.map(({ id }) => id))
  return units.map((one) => {
    const hours = machineHours(meters.get(one.id) ?? [])
    return { unit: one, hours, nowHours: hoursAt(hours, today) ?? one.runningHours, perDay: hoursPerDay(hours) }
  })
}

/**
 * Readings of closed overhauls, and of one that runs where it is asked for, with the hours of the machine where the log of the time does
 * not say them.
 */
async function rowsOf(db: Database, kind: string, units: readonly UnitAt[], running?: string): Promise<FleetRow[]> {
  const at = new Map(units.map(one => [one.unit.id, one]))
  if (at.size === 0) return []
  const rows = await db.select({ reading, number: job.number }).from(reading).innerJoin(job, eq(job.id, reading.jobId))
    .where(and(inArray(reading.unitId, [...at.keys()]), or(isNotNull(job.closedAt), running ? eq(job.id, running) : undefined), kind.startsWith('unit:') ? undefined : eq(reading.sheetKey, kind)))
  return rows.map(({ reading: row, number }) => ({
    unit: row.unitId, job: number, position: row.position, name: row.name, quantity: row.quantity, isCount: row.quantity === 'count',
    part: row.part, verdict: row.verdict, stage: row.stage, value: row.value, lower: row.lower, upper: row.upper,
    uncertainty: row.uncertainty,
    isRenewed: row.isRenewed, isGone: row.isGone, serial: row.serial, takenAt: row.takenAt.toISOString(),
    hours: row.hours ?? hoursAt(at.get(row.unitId)!.hours, row.takenAt.toISOString()),
  }))
}

export interface KindOutlook { units: UnitAt[], wears: PositionWear<FleetRow>[], interval: IntervalFit }

/** Everything that the readings of a kind say. Between two positions others have their turn: a kind may have hundreds of machines. */
export async function kindOutlook(
  db: Database, kind: string, today: string, { only, running }: { only?: string, running?: string } = {},
): Promise<KindOutlook> {
  const units = await unitsOf(db, kind, today)
  const nowHours = new Map(units.map(one => [one.unit.id, one.nowHours]))
  const wears: PositionWear<FleetRow>[] = []
  for (const rows of groupBy(await rowsOf(db, kind, units, running), ({ position }) => position).values()) {
    wears.push(...positionWear(rows, nowHours, only))
    await new Promise(resolve => setImmediate(resolve))
  }
  return { units, wears, interval: kindInterval(wears) }
}

const isConceded = (open: readonly Told[], position: string) =>
  open.some(({ what, positionName }) => what === 'concession' && positionName === position)

/** All that makes a unit due, the earliest first. */
export function duesOf(
  { unit: one, nowHours, perDay }: UnitAt, wears: readonly PositionWear[], today: string, lastOverhaulHours: number | null,
  open: readonly Told[],
): DueAnswer[] {
  return nextDue({
    today, nowHours, perDay, isCritical: one.isCritical,
    atHours: one.intervalHours === null ? null : (lastOverhaulHours ?? 0) + one.intervalHours,
    onDay: one.nextDue, byRegulation: one.regulationDue,
    concessions: open.filter(({ what }) => what === 'concession').map(({ row: { name, said, untilDay, untilHours } }) =>
      ({ what: `${name}, let run on: ${said}`, untilDay, untilHours })),
    findings: open.flatMap(({ what, row: { name, said, untilDay } }) => what === 'finding' && untilDay ? [{ what: `${name}: ${said}`, byDay: untilDay }] : []),
    // What an engineer lets run on is due when that ends.
    forecasts: wears.filter(({ name }) => !isConceded(open, name)).flatMap(({ name, time }) => time && tells(time) ? [{ what: `${name} at its limit`, time }] : []),
  })
}

/** Hours of the machine at its last closed overhaul of everything. */
export async function lastOverhauls(db: Database, units: readonly UnitAt[]): Promise<Map<string, number | null>> {
  if (units.length === 0) return new Map()
  const rows = await db.select({ unitId: job.unitId, closedAt: sql<string>`max(${job.closedAt})` }).from(job)
    .where(and(inArray(job.unitId, units.map(one => one.unit.id)), isNotNull(job.closedAt), sql`${job.setup} -> 'target' is null`)).groupBy(job.unitId)
  const at = new Map(rows.map(row => [row.unitId, new Date(row.closedAt).toISOString()]))
  return new Map(units.map(({ unit: { id }, hours }) => [id, at.has(id) ? hoursAt(hours, at.get(id)!) : null]))
}

/** Works out a kind and keeps what lists show of it. */
export async function refreshKind(db: Database, kind: string, day = today()): Promise<string[]> {
  const { units, wears } = await kindOutlook(db, kind, day)
  const [last, open] = [await lastOverhauls(db, units), await openOn(db, units.map(({ unit: { id } }) => id))]
  const byUnit = groupBy(wears.filter(({ mayWear }) => mayWear), ({ unit }) => unit)
  const rows = units.map((at): typeof unitOutlook.$inferInsert => {
    const own = byUnit.get(at.unit.id) ?? []
    const { nearest } = nearestLimit(own)
    const told = open.get(at.unit.id) ?? []
    const dues = duesOf(at, own, day, last.get(at.unit.id) ?? null, told)
    const concessions = told.filter(({ what }) => what === 'concession').length
    const band = nearest && at.perDay ? dayBand(nearest.time, at.perDay, day) : { lowDay: null, medianDay: null, highDay: null }
    return {
      unitId: at.unit.id, day, ...band,
      position: nearest?.position ?? null, positionName: nearest?.name ?? null, share: nearest?.share ?? null,
      dueDay: dues[0]?.day ?? null, dueReason: dues[0]?.reason ?? null, dueWhat: dues[0]?.what ?? null, dues,
      concessions, openFindings: told.length - concessions,
    }
  })
  const { unitId: _unitId, ...columns } = getTableColumns(unitOutlook)
  const set = asSent(columns)
  for (let i = 0; i < rows.length; i += MOST_AT_ONCE)
    await db.insert(unitOutlook).values(rows.slice(i, i + MOST_AT_ONCE)).onConflictDoUpdate({ target: unitOutlook.unitId, set })
  return units.map(at => at.unit.tag)
}

const MOST_AT_ONCE = 500

/**
 * Works out every kind that has changed, one after the other; gives the tags of what was worked out. A mark goes away when its work is
 * done: one that an instance dies over is found by the next.
 */
export async function refreshStale(db: Database): Promise<string[]> {
  const tags: string[] = []
  for (;;) {
    const { rows: [mark] } = await db.execute<{ kind: string, made: string }>(
      sql`select kind, xmin::text as made from outlook_stale order by since limit 1`)
    if (!mark) return tags
    try {
      tags.push(...await refreshKind(db, mark.kind))
    } catch (error) {
      // It goes to the end, so that others do not wait for it.
      await markStale(db, [mark.kind])
      throw error
    }
    await db.execute(sql`delete from outlook_stale where kind = ${mark.kind} and xmin::text = ${mark.made}`)
  }
}

/** A new day moves every date that counts from today. */
export async function markYesterday(db: Database): Promise<void> {
  await db.execute(sql`insert into outlook_stale (kind)
    select distinct coalesce(u.sheet_key, 'unit:' || u.id) from unit u left join unit_outlook o on o.unit_id = u.id
    where u.retired_at is null and (o.day is null or o.day < ${today()}) on conflict do nothing`)
}
