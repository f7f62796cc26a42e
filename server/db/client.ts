import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import pg, { type QueryResultRow } from 'pg'
import { TimelyPool } from './pool'

export type Database = NodePgDatabase & { $client: TimelyPool }

/** What a transaction hands to its work. */
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** How long one question to the database may take, in s. Longer than any takes, shorter than somebody at a bench waits. */
const DEADLINE_S = 15
const CLOSING_MS = 5000

let open: Database | undefined
let deadlineMs: number | undefined

/** Tools that work on all of the data at once wait as long as it takes; said before the first use. */
export function waitForEver(): void {
  deadlineMs = 0
}

/** The database of this process, opened at the first use. `DATABASE_URL` says where. */
export function database(): Database {
  open ??= openDatabase()
  return open
}

function place(): { connectionString: string, application_name: string, keepAlive: true } {
  const { DATABASE_URL: connectionString } = process.env
  if (!connectionString) throw new Error('DATABASE_URL is not set; `npm start` sets it.')
  return { connectionString, application_name: 'needler', keepAlive: true }
}

function openDatabase(): Database {
  const { DATABASE_POOL: most, DATABASE_DEADLINE_S: seconds } = process.env
  const pool = new TimelyPool({ ...place(), max: Number(most ?? 10), deadlineMs: deadlineMs ?? Number(seconds ?? DEADLINE_S) * 1000 })
  const db = drizzle(pool)
  // Drizzle's own way keeps the connection for good when it is lost at `begin`, and tells of a lost one only that it cannot be rolled back.
  db.transaction = (work, config) => pool.lend(async (client) => {
    let why: unknown
    const noting: typeof work = async (tx) => {
      try {
        return await work(tx)
      } catch (error) {
        why = error
        throw error
      }
    }
    return drizzle(client).transaction(noting, config).catch((error: unknown) => { throw why ?? error })
  })
  return db
}

/** Rows of a statement in the words of PostgreSQL; a name has it prepared once a connection. */
export async function rowsOf<T extends QueryResultRow>(
  db: Pick<Database, '$client'>, text: string, values: unknown[] = [], name?: string,
): Promise<T[]> {
  const { rows } = await db.$client.query({ text, values, ...name ? { name } : {} }) as { rows: T[] }
  return rows
}

/** Hears what is told on a channel of PostgreSQL, on a connection of its own, until that is lost; gives the way to stop. */
export async function listenTo(channel: string, hear: (payload: string) => void, onLost: () => void): Promise<() => void> {
  const client = new pg.Client({ ...place(), connectionTimeoutMillis: DEADLINE_S * 1000, query_timeout: DEADLINE_S * 1000 })
  client.on('notification', ({ payload = '' }) => hear(payload)).on('error', onLost).on('end', onLost)
  const stop = () => {
    client.removeListener('end', onLost)
    void client.end().catch(() => undefined)
  }
  try {
    await client.connect()
    await client.query(`listen ${client.escapeIdentifier(channel)}`)
  } catch (error) {
    stop()
    throw error
  }
  return stop
}

/** Lets the running queries end, then closes the pool. */
export async function closeConnection(): Promise<void> {
  const closing = open
  open = undefined
  await closing?.$client.close(CLOSING_MS)
}
