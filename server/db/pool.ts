import { setTimeout as passed } from 'node:timers/promises'
import pg from 'pg'

/*
 * Connections of which every call ends. A database that is stopped, frozen or cut off leaves questions without an answer, and a question
 * that waits for ever keeps the turn of its job, the share of its person and a place in the pool. So the database is told to give up what
 * takes too long, and when not even that is heard the connection is dropped.
 */

/** No answer in time: what was asked may have been done, or not. */
export class DatabaseLate extends Error {
  readonly code = 'DATABASE_LATE'
  constructor() {
    super('The database has not answered in time.')
  }
}

/** The connection was lost, or there was none to be had: the driver has words for it, but no code. */
class ConnectionLost extends Error {
  readonly code = 'CONNECTION_CLOSED'
}
const LOST = /^(Connection terminated|Client (was closed|has encountered)|timeout exceeded when trying to connect|Cannot use a pool)/
const named = (error: unknown): unknown =>
  error instanceof Error && LOST.test(error.message) ? new ConnectionLost(error.message, { cause: error.cause }) : error

/** The database gives up a statement before we give up the database: then it is known that nothing was done. */
const STATEMENT_SHARE = 0.8
/** A transaction that nobody goes on with lets go what it holds. */
const IDLE_DEADLINES = 4

class TimelyClient extends pg.Client {
  readonly #deadlineMs: number
  isDropped = false

  constructor(config: pg.ClientConfig & { deadlineMs?: number }) {
    super(config)
    this.#deadlineMs = config.deadlineMs ?? 0
  }

  /** As the driver's, for promises: settles in time, or drops the connection. */
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- the driver's own signature has eight forms
  override query(...given: any[]): any {
    const asked: unknown = Reflect.apply(super.query, this, given)
    return asked instanceof Promise ? this.#within(asked) : asked
  }

  async #within<T>(answer: Promise<T>): Promise<T> {
    let timer: NodeJS.Timeout | undefined
    const late = new Promise<never>((_resolve, reject) => {
      if (this.#deadlineMs === 0) return
      // When this process was busy itself, the answer may lie in its socket: it is looked for before the connection is given up.
      timer = setTimeout(() => setImmediate(() => setImmediate(() => reject(new DatabaseLate()))), this.#deadlineMs)
    })
    try {
      return await Promise.race([answer, late])
    } catch (error) {
      if (error instanceof DatabaseLate) this.drop()
      throw named(error)
    } finally {
      clearTimeout(timer)
    }
  }

  /** Cuts the line without asking the other side, who does not answer. */
  drop(): void {
    this.isDropped = true
    const { connection } = this as unknown as { connection: { stream: { destroy: () => void } } }
    connection.stream.destroy()
  }
}

/** A pool in which every question ends within the deadline of its statement, and that of the wait for a connection; 0 waits for ever. */
export class TimelyPool extends pg.Pool {
  constructor({ deadlineMs, ...config }: pg.PoolConfig & { deadlineMs: number }) {
    super({
      ...config,
      Client: TimelyClient,
      deadlineMs,
      idleTimeoutMillis: 0,
      connectionTimeoutMillis: deadlineMs,
      ...deadlineMs > 0
        ? { statement_timeout: deadlineMs * STATEMENT_SHARE, idle_in_transaction_session_timeout: deadlineMs * IDLE_DEADLINES }
        : {},
    } as unknown as pg.PoolConfig)
    // A connection that rests and is lost is replaced when the next is wanted.
    this.on('error', () => undefined)
  }

  /** Lends a connection to some work; one that was lost or dropped meanwhile does not come back. */
  async lend<T>(work: (client: pg.PoolClient) => Promise<T>): Promise<T> {
    const client = await this.connect().catch((error: unknown) => { throw named(error) })
    // Between two questions nobody else hears that the line is cut; the next question says so.
    const unheard = () => undefined
    client.on('error', unheard)
    try {
      return await work(client)
    } finally {
      client.off('error', unheard)
      client.release((client as unknown as TimelyClient).isDropped)
    }
  }

  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- see above
  override query(...given: any[]): any {
    return this.lend(client => Reflect.apply(client.query, client, given) as unknown as Promise<unknown>)
  }

  /** Lets what is asked end, for a while. */
  async close(ms: number): Promise<void> {
    await Promise.race([this.end(), passed(ms, undefined, { ref: false })])
  }
}
