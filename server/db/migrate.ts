import { migrate } from 'drizzle-orm/postgres-js/migrator'
import { eq } from 'drizzle-orm'
import { upgradeSheet } from '#core'
import { hashOfDocument } from '../services/sha256'
import { closeConnection, database } from './client'
import { sheet } from './schema'

// Run by `npm start` and the tests before the server comes up; a second run changes nothing.
try {
  await migrate(database(), { migrationsFolder: new URL('./migrations', import.meta.url).pathname })
  await nameDocuments()
} catch (error) {
  const { cause } = error as { cause?: { code?: string, message?: string } }
  console.error(cause?.message || cause?.code || (error as Error).message || (error as { code?: string }).code)
  process.exitCode = 1
} finally {
  await closeConnection()
}

/** Documents that came in before they had a name by their content get it. */
async function nameDocuments(): Promise<void> {
  const db = database()
  for (const { id, document } of await db.select().from(sheet).where(eq(sheet.sha256, '')))
    await db.update(sheet).set({ sha256: hashOfDocument(upgradeSheet(document)) }).where(eq(sheet.id, id))
}
