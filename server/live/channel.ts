import { connection } from '../db/client'

/*
 * Growth of jobs travels through PostgreSQL, so that every instance hears of it. It is announced after the events are
 * committed: a NOTIFY inside their transaction would make all commits of the database queue behind one lock. A message that
 * is lost costs nothing but time, because a bench asks for what it has missed whenever it comes back and now and then.
 */
const CHANNEL = 'needler_job'

const waiting = new Map<string, number>()
let flushing: Promise<void> | undefined

/** Tells all instances that a job has grown to `seq` events. Calls that come together leave in one statement. */
export function announceGrowth(job: string, seq: number): void {
  waiting.set(job, seq)
  flushing ??= flush().finally(() => { flushing = undefined })
}

async function flush(): Promise<void> {
  while (waiting.size > 0) {
    const payloads = [...waiting].map(([job, seq]) => `${job}:${seq}`)
    waiting.clear()
    await connection().sql`select pg_notify(${CHANNEL}, payload) from unnest(${payloads}::text[]) as payload`
  }
}

/** Listens for growth; `onGap` is called when the connection was lost and is back, so that nothing is missed silently. */
export async function listenForGrowth(onGrowth: (job: string, seq: number) => void, onGap: () => void): Promise<void> {
  let first = true
  await connection().sql.listen(CHANNEL, (payload) => {
    const [job, seq] = payload.split(':')
    onGrowth(job!, Number(seq))
  }, () => {
    if (!first) onGap()
    first = false
  })
}
