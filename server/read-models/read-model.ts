import type { EventType, JobState, Sheet } from '#core'
import type { Database, Transaction } from '../db/client'

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
