import { randomUUID } from 'node:crypto'
import { BULLETIN, tell, type Kind } from '../db/bulletin'
import { listenTo } from '../db/client'
import { log } from '../http/log'

/*
 * Growth of jobs travels through PostgreSQL, so that every instance hears of it. It is announced after the events are
 * committed: a NOTIFY inside their transaction would make all commits of the database queue behind one lock. A message that
 * is lost costs nothing but time, because a bench asks for what it has missed whenever it comes back and now and then.
 */

/** What a job has grown to, and whose job it is; `seq` 0 tells of something beside its log: a newer revision of its sheet. */
export interface Growth { job: string, seq: number, unit: string }

const waiting = new Map<string, Growth>()
let flushing: Promise<void> | undefined

/** Tells all instances that a job has grown. Calls that come together leave in one statement. */
export function announceGrowth(growth: Growth): void {
  waiting.set(growth.seq === 0 ? `sheet of ${growth.job}` : growth.job, growth)
  flushing ??= flush().finally(() => { flushing = undefined })
}

async function flush(): Promise<void> {
  while (waiting.size > 0) {
    const grown = [...waiting.values()].map(({ job, seq, unit }) => `${job} ${seq} ${unit}`)
    waiting.clear()
    try {
      await tell('job', grown)
    } catch {
      // The database went away between the events and their announcement: benches ask for what they have missed.
      return
    }
  }
}

/** Units that are named one by one; of more, all lists look again. */
const MOST_NAMED = 60

/** Tells all instances that these machines are due on other days. */
export const announceFleet = (tags: readonly string[]): Promise<void> => tell('fleet', tags.length > MOST_NAMED ? [''] : tags)

interface Heard { onGrowth: (growth: Growth) => void, onFleet: (tag: string) => void, onPeople: () => void, onGap: () => void }

const PULSE_MS = 2000
const DEAF_AFTER_MS = 7000

/**
 * Listens for growth and for changes of people until it is stopped. `onGap` is called whenever listening has begun, also anew, so that
 * nothing is missed silently. A connection can be dead without a word, so we listen for our own pulse too: when it is not heard we listen
 * anew.
 */
export function keepListening({ onGrowth, onFleet, onPeople, onGap }: Heard): () => void {
  const me = randomUUID()
  let heardAt = 0
  let stopped = false
  let listening = false
  let unlisten: (() => void) | undefined

  const hear: Record<Kind, (text: string) => void> = {
    job: (text) => {
      const [job, seq, ...unit] = text.split(' ')
      onGrowth({ job: job!, seq: Number(seq), unit: unit.join(' ') })
    },
    fleet: onFleet,
    people: onPeople,
    pulse: (from) => { if (from === me) heardAt = Date.now() },
  }

  async function listen(): Promise<void> {
    if (listening || stopped) return
    listening = true
    try {
      unlisten?.()
      unlisten = undefined
      unlisten = await listenTo(BULLETIN, (payload) => {
        const [kind] = payload.split(' ', 1)
        if (kind && Object.hasOwn(hear, kind)) hear[kind as Kind](payload.slice(kind.length + 1))
      }, () => { heardAt = 0 })
      heardAt = Date.now()
      if (stopped) unlisten()
      else onGap()
    } catch (error) {
      if (!stopped) log.warn({ err: error }, 'cannot listen yet')
    } finally {
      listening = false
    }
  }

  const pulse = setInterval(() => {
    if (Date.now() - heardAt > DEAF_AFTER_MS) void listen()
    else void tell('pulse', [me]).catch(() => undefined)
  }, PULSE_MS)
  pulse.unref()
  void listen()
  return () => {
    stopped = true
    clearInterval(pulse)
    unlisten?.()
  }
}
