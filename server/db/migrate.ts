import { migrate } from 'drizzle-orm/postgres-js/migrator'
import { closeConnection, database } from './client'

// Run by `npm start` and the tests before the server comes up; a second run changes nothing.
try {
  await migrate(database(), { migrationsFolder: new URL('./migrations', import.meta.url).pathname })
} catch (error) {
  const { cause } = error as { cause?: { code?: string, message?: string } }
  console.error(cause?.message || cause?.code || (error as Error).message || (error as { code?: string }).code)
  process.exitCode = 1
} finally {
  await closeConnection()
}
