import { randomUUID } from 'node:crypto'
import { connection } from '../db/client'
import { log } from '../http/log'
import { PEOPLE_CHANNEL } from '../services/sessions'

/*
 * Growth of jobs travels through PostgreSQL, so that every instance hears of it. It is announced after the events are
 * committed: a NOTIFY inside their transaction would make all commits of the database queue behind one lock. A message that
 * is lost costs nothing but time, because a bench asks for what it has missed whenever it comes back and now and then.
 */
const JOB_CHANNEL = 'needler_job'

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
    try {
      await connection().sql`select pg_notify(${JOB_CHANNEL}, payload) from unnest(${payloads}::text[]) as payload`
    } catch {
      // The database went away between the events and their announcement: benches ask for what they have missed.
      return
    }
  }
}

interface Heard { onGrowth: (job: string, seq: number) => void, onPeople: () => void, onGap: () => void }

const PULSE_CHANNEL = 'needler_pulse'
const PULSE_MS = 2000
const DEAF_AFTER_MS = 7000

/**
 * Listens for growth and for changes of people until it is stopped. `onGap` is called whenever listening has begun, also anew, so that nothing is
 * missed silently. The driver takes a lost connection up again once and no more, so we listen for our own pulse too: when it is not heard we
 * listen anew.
 */
export function keepListening({ onGrowth, onPeople, onGap }: Heard): () => void {
  const me = randomUUID()
  let heardAt = 0
  let stopped = false
  let unlisten: (() => Promise<void>)[] = []
  let listening = false

  async function listen(): Promise<void> {
    if (listening || stopped) return
    listening = true
    try {
      for (const end of unlisten.splice(0)) await end().catch(() => undefined)
      const { sql } = connection()
      const channels: [string, (payload: string) => void][] = [
        [JOB_CHANNEL, (payload) => {
          const [job, seq] = payload.split(':')
          onGrowth(job!, Number(seq))
        }],
        [PEOPLE_CHANNEL, onPeople],
        [PULSE_CHANNEL, (from) => { if (from === me) heardAt = Date.now() }],
      ]
      unlisten = []
      for (const [channel, hear] of channels) {
        // The channels share a connection: what one has missed the others have too.
        unlisten.push((await sql.listen(channel, hear, channel === JOB_CHANNEL ? onGap : undefined)).unlisten)
      }
      heardAt = Date.now()
    } catch (error) {
      if (!stopped) log.warn({ err: error }, 'cannot listen yet')
    } finally {
      listening = false
    }
  }

  const pulse = setInterval(() => {
    if (Date.now() - heardAt > DEAF_AFTER_MS) void listen()
    else void connection().sql.notify(PULSE_CHANNEL, me).catch(() => undefined)
  }, PULSE_MS)
  pulse.unref()
  void listen()
  return () => {
    stopped = true
    clearInterval(pulse)
  }
}
