import type { LiveMessage } from '#shared/wire/types'

export interface Listener { person: string, session: string, send: (text: string) => void, close: (why: string) => void }

const watchers = new Map<string, Set<Listener>>()
const all = new Set<Listener>()
/** What each listener watches: one job, so that a connection costs the same whatever it asks for. */
const watched = new Map<Listener, string>()

/** Who watches which job on this instance. */
export const hub = {
  join(listener: Listener): void {
    all.add(listener)
  },

  /** Connections that one person holds here. */
  countOf: (person: string): number => [...all].filter(listener => listener.person === person).length,

  /** The sessions that hold a connection here. */
  sessions: (): string[] => [...new Set([...all].map(listener => listener.session))],

  watch(listener: Listener, job: string): void {
    unwatch(listener)
    watched.set(listener, job)
    const others = watchers.get(job)
    if (others) others.add(listener)
    else watchers.set(job, new Set([listener]))
  },

  leave(listener: Listener): void {
    all.delete(listener)
    unwatch(listener)
  },

  tellGrowth(job: string, seq: number): void {
    const text = JSON.stringify({ kind: 'grown', job, seq } satisfies LiveMessage)
    for (const listener of watchers.get(job) ?? []) listener.send(text)
  },

  tellAll(message: LiveMessage): void {
    for (const listener of all) listener.send(JSON.stringify(message))
  },

  /** Closes the connections of every session that is not among those that stand. */
  closeOthers(standing: ReadonlySet<string>, asked: ReadonlySet<string>): void {
    for (const listener of all) {
      if (!asked.has(listener.session) || standing.has(listener.session)) continue
      hub.leave(listener)
      listener.close('Your sign-in has ended.')
    }
  },

  closeAll(): void {
    for (const listener of all) listener.close('The server stops.')
  },
}

function unwatch(listener: Listener): void {
  const job = watched.get(listener)
  if (job === undefined) return
  watched.delete(listener)
  const others = watchers.get(job)
  others?.delete(listener)
  if (others?.size === 0) watchers.delete(job)
}
