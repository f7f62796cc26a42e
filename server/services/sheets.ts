import { and, desc, eq, sql } from 'drizzle-orm'
import { checkSheet, upgradeSheet, type SheetDocument } from '#core'
import type { SheetRow } from '#shared/wire/types'
import type { Database } from '../db/client'
import { sheet } from '../db/schema'
import { Problem } from './problem'

/** One released revision of a sheet. */
export async function readSheet(db: Database, key: string, revision: number): Promise<SheetDocument> {
  const [row] = await db.select({ document: sheet.document }).from(sheet).where(and(eq(sheet.key, key), eq(sheet.revision, revision)))
  if (!row) throw new Problem(404, 'sheet.unknown', `There is no sheet "${key}" in revision ${revision}.`)
  return upgradeSheet(row.document)
}

/** The newest released revision of a sheet; undefined where there is none. */
export async function newestReleased(db: Database, key: string): Promise<typeof sheet.$inferSelect | undefined> {
  const [row] = await db.select().from(sheet).where(and(eq(sheet.key, key), eq(sheet.origin, 'released')))
    .orderBy(desc(sheet.revision)).limit(1)
  return row
}

/** The newest revision of every sheet. */
export async function listSheets(db: Database): Promise<SheetRow[]> {
  // Counted in the database: a library of documents need not travel for its figures.
  const countOf = (list: 'parts' | 'steps' | 'positions' | 'joints') =>
    sql<number>`jsonb_array_length(${sheet.document} -> ${sql.raw(`'${list}'`)})::int`
  const rows = await db
    .selectDistinctOn([sheet.key], {
      key: sheet.key, revision: sheet.revision, title: sheet.title, releasedAt: sheet.releasedAt,
      family: sql<string>`${sheet.document} ->> 'family'`,
      parts: countOf('parts'), steps: countOf('steps'), positions: countOf('positions'), joints: countOf('joints'),
    })
    .from(sheet)
    .where(eq(sheet.origin, 'released'))
    .orderBy(sheet.key, desc(sheet.revision))
  return rows.map(row => ({ ...row, releasedAt: row.releasedAt.toISOString() }))
}

/** Brings a sheet in. It is checked in full; a revision that exists is never replaced. */
export async function releaseSheet(db: Database, document: unknown): Promise<{ key: string, revision: number }> {
  const checked = checkSheet(document)
  const { key, revision, title } = checked
  const [created] = await db
    .insert(sheet)
    .values({ key, revision, title, document: checked })
    .onConflictDoNothing()
    .returning({ id: sheet.id })
  if (!created)
    throw new Problem(
      409,
      'sheet.released-already',
      `Revision ${revision} of "${key}" is released and does not change. Give the new one a higher revision.`,
    )
  return { key, revision }
}
