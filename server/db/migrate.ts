import { migrate } from 'drizzle-orm/postgres-js/migrator'
import { closeConnection, database } from './client'

// Run by `npm start` and the tests before the server comes up; a second run changes nothing.
await migrate(database(), { migrationsFolder: new URL('./migrations', import.meta.url).pathname })
await closeConnection()
