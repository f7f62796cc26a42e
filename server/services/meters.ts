import { and, inArray, isNull } from 'drizzle-orm'
import { groupBy, hoursAt, machineHours, type MeterReading } from '#core'
import type { Database } from '../db/client'
import { runningHours, unit } from '../db/schema'

/** What the meters of machines showed. */
export async function metersOf(db: Database, unitIds: readonly string[]): Promise<Map<string, MeterReading[]>> {
  if (unitIds.length === 0) return new Map()
  const rows = await db.select().from(runningHours)
    .where(and(inArray(runningHours.unitId, [...unitIds]), isNull(runningHours.withdrawnAt)))
  return new Map([...groupBy(rows, ({ unitId }) => unitId)].map(([id, own]) => [id, own.map(({ at, hours, wasHours }) =>
    ({ at: at.toISOString(), hours, ...wasHours === null ? {} : { wasHours } }))]))
}

/** Hours of machines, at any moment and now. */
export async function hoursOfUnits(
  db: Database, unitIds: readonly string[],
): Promise<Map<string, { at: (moment: string) => number | null, now: number }>> {
  const [units, rows] = await Promise.all([
    db.select().from(unit).where(inArray(unit.id, [...unitIds])), metersOf(db, unitIds),
  ])
  return new Map(units.map(({ id, runningHours: kept }) => {
    const hours = machineHours(rows.get(id) ?? [])
    return [id, { at: moment => hoursAt(hours, moment), now: hoursAt(hours, new Date().toISOString()) ?? kept }]
  }))
}
