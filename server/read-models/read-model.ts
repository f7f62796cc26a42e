import { and, eq, getTableColumns, getTableName, notInArray } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import type { EventType, JobState, Sheet } from '#core'
import type { Database, Transaction } from '../db/client'
import { asSent } from '../db/columns'

/** A job as a read model looks at it. */
export interface JobAt {
  id: string
  unitId: string
  sheetKey: string
  sheet: Sheet
  state: JobState
}

/** What is derived from the logs for questions across jobs. Whatever it says can be made anew from them. */
export interface ReadModel<Row = unknown> {
  name: string
  /** What it is, for sentences. */
  about: string
  /** Raised whenever its rows come out otherwise than before: the next start makes them anew. */
  version: number
  /** Events after which its rows of a job can be others. */
  hears: ReadonlySet<EventType> | 'every'
  /** Its rows of a job, as the log says them, in an order of their own. */
  rowsOf: (job: JobAt) => Row[]
  /** The same rows as they are kept. */
  kept: (db: Database, jobId: string) => Promise<Row[]>
  /** Puts these rows in place of the kept ones. */
  replace: (tx: Transaction, job: JobAt, rows: readonly Row[]) => Promise<void>
}

/** True when the rows of a read model can be others after these events. */
export const isTouchedBy = ({ hears }: Pick<ReadModel, 'hears'>, types: readonly EventType[]): boolean =>
  hears === 'every' || types.some(type => hears.has(type))

/** A read model with a row for each of some events, by their number. */
export interface EventRows<Row extends { eventId: string }> extends ReadModel<Row> {
  /** What events add to its rows of a job or judge otherwise, and which they take out. */
  changeOf: (before: JobAt, after: JobAt) => { came: Row[], went: string[] }
  /** Parts of the statement that writes events; the jobs that are written are its `moved`. */
  write: (parameters: { came: number, went: number }) => string
}

/** The rows that are others than they were, each compared whole. */
export function changeOfRows<Row extends { eventId: string }>(was: readonly Row[], is: readonly Row[]): { came: Row[], went: string[] } {
  const before = new Map(was.map(row => [row.eventId, JSON.stringify(row)]))
  const stands = new Set(is.map(({ eventId }) => eventId))
  return {
    came: is.filter(row => before.get(row.eventId) !== JSON.stringify(row)), went: [...before.keys()].filter(event => !stands.has(event)),
  }
}

/** `came` and `went` are the numbers of the parameters with the rows that came and the events whose rows went. */
export function writeRows(table: PgTable): EventRows<{ eventId: string }>['write'] {
  const [name, columns] = [getTableName(table), Object.entries(getTableColumns(table))]
  const names = columns.map(([, column]) => column.name)
  const typed = columns.map(([key, column]) => `"${key}" ${column.getSQLType()}`)
  return ({ came, went }) => `, ${name}_came as (
    insert into ${name} (${names.join(', ')})
    select ${columns.map(([key]) => `r."${key}"`).join(', ')}
    from jsonb_to_recordset($${came}::jsonb) as r(${typed.join(', ')})
    join moved on moved.id = r."jobId"
    on conflict (event_id) do update set ${names.map(column => `${column} = excluded.${column}`).join(', ')}
  ), ${name}_went as (
    delete from ${name} using moved, jsonb_array_elements_text($${went}::jsonb) as gone(id)
    where ${name}.job_id = moved.id and ${name}.event_id = gone.id::uuid
  )`
}

/**
 * Puts these rows in place of the kept ones of a job. Row by row: a bench that takes one back meanwhile finds it, where it would not find
 * one that was taken out and put in anew.
 */
export async function replaceRows<T extends PgTable & { jobId: PgColumn, eventId: PgColumn }>(
  tx: Transaction, table: T, jobId: string, rows: readonly T['$inferInsert'][],
): Promise<void> {
  const kept = rows.map(row => (row as { eventId: string }).eventId)
  await tx.delete(table).where(and(eq(table.jobId, jobId), notInArray(table.eventId, kept)))
  if (rows.length === 0) return
  await tx.insert(table).values([...rows]).onConflictDoUpdate({ target: table.eventId, set: asSent(getTableColumns(table)) as never })
}

/** Rows in an order of their own, to be compared. */
export const byEvent = <Row extends { eventId: string }>(rows: readonly Row[]): Row[] =>
  [...rows].sort((a, b) => a.eventId.localeCompare(b.eventId))
