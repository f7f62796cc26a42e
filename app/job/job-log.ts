import type { LoggedEvent, LogHead } from '#shared/wire/types'
import { callApi } from '../net/api'
import { deviceStore } from '../net/device-store'

/*
 * The acknowledged events of the jobs that are kept on this device: a state of another format is folded anew from them without a link, and
 * what a restored server has lost is given back.
 */

/** Events kept of one job, and jobs of which any are kept. */
const MOST_EVENTS = 5000
const MOST_JOBS = 30

const rowsOf = (job: string) => IDBKeyRange.bound([job, 0], [job, Infinity])

/** Keeps events that the server has acknowledged. */
export async function keepLog(job: string, events: readonly LoggedEvent[]): Promise<void> {
  const last = events.at(-1)
  if (!last || last.seq > MOST_EVENTS) return
  const change = (await deviceStore()).transaction('log', 'readwrite')
  await Promise.all([
    ...events.map(event => change.store.put({ job, seq: event.seq, event: JSON.parse(JSON.stringify(event)) as LoggedEvent })),
    change.done,
  ])
}

/** The kept events of a job in their order. */
export const keptLog = async (job: string): Promise<LoggedEvent[]> => (await (await deviceStore()).getAll('log', rowsOf(job))).map(row => row.event)

/** All events from the first to `upTo` when none is missing, else undefined. */
export async function wholeLog(job: string, upTo: number): Promise<LoggedEvent[] | undefined> {
  const events = (await keptLog(job)).slice(0, upTo)
  return events.length === upTo && events.every((event, i) => event.seq === i + 1) ? events : undefined
}

/** Fetches what is missing of a job's log, so that it is whole on this device. */
export async function completeLog(job: string, upTo: number): Promise<void> {
  if (upTo > MOST_EVENTS || await (await deviceStore()).count('log', rowsOf(job)) >= upTo) return
  for (let after = 0; after < upTo;) {
    const events = await fetchEvents(job, after)
    if (events.length === 0) return
    await keepLog(job, events)
    after = events.at(-1)!.seq
  }
  await forgetOldJobs()
}

export const fetchEvents = (job: string, after: number, limit?: number): Promise<LoggedEvent[]> =>
  callApi(`/jobs/${job}/events`, { query: { after, ...(limit ? { limit } : {}) } })

/** Keeps the logs of the jobs that are kept to be opened without a link, and no more than so many. */
async function forgetOldJobs(): Promise<void> {
  const store = await deviceStore()
  const kept = new Set(await store.getAllKeys('jobs'))
  const jobs: string[] = []
  for (let at = await store.transaction('log').store.index('job').openKeyCursor(null, 'nextunique'); at; at = await at.continue()) jobs.push(at.key)
  const old = jobs.filter(job => !kept.has(job))
  for (const job of old.slice(0, Math.max(0, jobs.length - MOST_JOBS))) await store.delete('log', rowsOf(job))
}

/**
 * Compares the kept log of a job with the server's: after a restore from a backup the server may be behind, or have gone another way since.
 *
 * @param head the newest event that the server has
 * @returns the kept events that the server does not have, in their order; the kept log is the server's from then on
 */
export async function findLost(job: string, head: LogHead, recent: readonly LoggedEvent[]): Promise<LoggedEvent[]> {
  const store = await deviceStore()
  const newest = (await store.transaction('log').store.openCursor(rowsOf(job), 'prev'))?.value.event
  if (!newest) return []
  if (newest.seq <= head.seq) {
    const there = [head, ...recent].find(event => event.seq === newest.seq) ?? (await fetchEvents(job, newest.seq - 1, 1))[0]
    if (there?.hash === newest.hash) return []
  }
  const kept = await keptLog(job)
  const server: LoggedEvent[] = []
  for (let after = 0; after < head.seq;) {
    const events = await fetchEvents(job, after)
    if (events.length === 0) break
    server.push(...events)
    after = events.at(-1)!.seq
  }
  const there = new Set(server.map(event => event.id))
  const lost = kept.filter(event => !there.has(event.id))
  await store.delete('log', rowsOf(job))
  await keepLog(job, server)
  return lost
}
