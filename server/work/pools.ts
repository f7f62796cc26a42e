import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import workerpool, { type Pool, type WorkerPoolOptions } from 'workerpool'
import { Problem } from '../services/problem'

/*
 * What takes its time runs beside the thread that answers: in few workers with a short queue, so that nobody's work can slow the shop. The
 * entries are built to files of their own (scripts/lib/workers.mjs) that lie beside the server.
 */

const folder = (): string => {
  const candidates = [
    process.env.NEEDLER_WORKERS,
    join(dirname(process.argv[1] ?? ''), 'workers'),
    join(process.cwd(), '.output', 'server', 'workers'),
  ]
  return candidates.find(path => path && existsSync(path)) ?? '.'
}

/** A thread that asks the database itself, one question at a time. */
const READER = { workerType: 'thread', maxWorkers: 1, workerThreadOpts: { env: { ...process.env, DATABASE_POOL: '1' } } } as const

const SETTINGS = {
  /** Hashes of passwords and PINs, opening of seals. */
  secrets: { workerType: 'thread', maxWorkers: 1, maxQueueSize: 200 },
  /** Labels and dossiers. */
  papers: { ...READER, maxQueueSize: 20 },
  /** What the checker says of documents, for lists of them. */
  audits: { ...READER, maxQueueSize: 4 },
  /** Pictures are decoded in a process that can be killed: ending a thread does not stop the library's own work. */
  pictures: {
    workerType: 'process',
    maxWorkers: 1,
    maxQueueSize: 40,
    forkOpts: { execArgv: ['--max-old-space-size=128'], serialization: 'advanced' },
  },
} satisfies Record<string, WorkerPoolOptions>

export type PoolName = keyof typeof SETTINGS

const pools = new Map<PoolName, Pool>()
let areClosed = false

function poolOf(name: PoolName): Pool {
  // What goes on by itself would start a worker that nobody ends.
  if (areClosed) throw new Error('The server stops.')
  let pool = pools.get(name)
  if (!pool) {
    pool = workerpool.pool(join(folder(), `${name}.mjs`), SETTINGS[name])
    pools.set(name, pool)
  }
  return pool
}

/** The work was given up because it took longer than it may. */
export class TookTooLong extends Error {}

/**
 * Runs a task of a worker and gives its answer.
 *
 * @throws Problem 503 when too much of it waits already; TookTooLong at the limit, the worker is ended then
 */
export async function runTask<T>(name: PoolName, task: string, args: unknown[], limitMs: number): Promise<T> {
  try {
    return await poolOf(name).exec(task, args).timeout(limitMs) as T
  } catch (error) {
    if (error instanceof workerpool.Promise.TimeoutError) throw new TookTooLong(`${name}.${task}`)
    if (error instanceof Error && /^Max queue size/.test(error.message))
      throw new Problem(503, 'server.busy', 'Too much of this is asked at once. Try again in a moment.', { retryAfterSeconds: 5 })
    throw error
  }
}

/** Ends all workers; what still runs in them is broken off. */
export async function closePools(): Promise<void> {
  areClosed = true
  const open = [...pools.values()]
  pools.clear()
  await Promise.all(open.map(pool => pool.terminate(true)))
}
