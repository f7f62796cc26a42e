import { drizzle, type PostgresJsDatabase } from 'drizzle-orm/postgres-js'
import postgres, { type Sql } from 'postgres'
import * as schema from './schema'

export type Database = PostgresJsDatabase<typeof schema> & { $client: Sql }

/** What a transaction hands to its work. */
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

let open: { sql: Sql, db: Database } | undefined

/** The connection pool of this process, opened at the first use. `DATABASE_URL` says where. */
export function connection(): { sql: Sql, db: Database } {
  if (!open) {
    const url = process.env.DATABASE_URL
    if (!url) throw new Error('DATABASE_URL is not set; `npm start` sets it.')
    const sql = postgres(url, {
      max: Number(process.env.DATABASE_POOL ?? 10),
      onnotice: () => {},
      connection: { application_name: 'needler' },
    })
    open = { sql, db: drizzle(sql, { schema }) }
  }
  return open
}

export const database = (): Database => connection().db

/** Lets the running queries end, then closes the pool. */
export async function closeConnection(): Promise<void> {
  const closing = open
  open = undefined
  await closing?.sql.end({ timeout: 5 })
}
