import { readFileSync } from 'node:fs'
import { eq, sql } from 'drizzle-orm'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { upgradeSheet } from '#core'
import { hashOfDocument } from '../services/sha256'
import { closeConnection, database, waitForEver } from './client'
import { sheet } from './schema'

const FOLDER = new URL('./migrations', import.meta.url).pathname
/** What this ends with when the data are of a newer version: `scripts/lib/prepare.mjs` says it in words. */
const NEWER = 3

waitForEver()
// Run by `npm start` and the tests before the server comes up; a second run changes nothing.
try {
  if (await isNewer()) {
    process.exitCode = NEWER
  } else {
    await migrate(database(), { migrationsFolder: FOLDER })
    await nameDocuments()
  }
} catch (error) {
  const { cause } = error as { cause?: { code?: string, message?: string } }
  console.error(cause?.message || cause?.code || (error as Error).message || (error as { code?: string }).code)
  process.exitCode = 1
} finally {
  await closeConnection()
}

/** True when a later version has changed the tables already: what it wrote there, this one would not understand. */
async function isNewer(): Promise<boolean> {
  const { entries } = JSON.parse(readFileSync(`${FOLDER}/meta/_journal.json`, 'utf8')) as { entries: { when: number }[] }
  const { rows: [table] } = await database().execute<{ there: boolean }>(
    sql`select to_regclass('drizzle.__drizzle_migrations') is not null as there`)
  if (!table?.there) return false
  const { rows: [last] } = await database().execute<{ at: string | null }>(
    sql`select max(created_at) as at from drizzle.__drizzle_migrations`)
  return Number(last?.at ?? 0) > Math.max(...entries.map(({ when }) => when))
}

/** Documents that came in before they had a name by their content get it. */
async function nameDocuments(): Promise<void> {
  const db = database()
  for (const { id, document } of await db.select().from(sheet).where(eq(sheet.sha256, '')))
    await db.update(sheet).set({ sha256: hashOfDocument(upgradeSheet(document)) }).where(eq(sheet.id, id))
}
