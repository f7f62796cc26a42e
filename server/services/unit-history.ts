import { desc, eq } from 'drizzle-orm'
import type { UnitHistoryRow } from '#shared/wire/fleet'
import type { Database } from '../db/client'
import { person as personTable, unitChange } from '../db/schema'

/** Who has changed a unit, the newest first. */
export async function unitHistory(db: Database, unitId: string): Promise<UnitHistoryRow[]> {
  const rows = await db.select({ change: unitChange, by: personTable.name }).from(unitChange)
    .innerJoin(personTable, eq(personTable.id, unitChange.byId)).where(eq(unitChange.unitId, unitId)).orderBy(desc(unitChange.version))
  return rows.map(({ change: { version, said, note, at }, by }) => ({ version, said, note, by, at: at.toISOString() }))
}
