import type { Topic } from '#shared/wire/topics'
import type { LiveMessage } from '#shared/wire/types'

export interface Listener { person: string, session: string, send: (text: string) => void, close: (why: string) => void }

const watchers = new Map<Topic, Set<Listener>>()
const all = new Set<Listener>()
/** What each listener watches; a few topics, so that a connection costs the same whatever it asks for. */
const watched = new Map<Listener, readonly Topic[]>()

/** Who watches what on this instance. */
export const hub = {
  join(listener: Listener): void {
    all.add(listener)
  },

  /** Connections that one person holds here. */
  countOf: (person: string): number => [...all].filter(listener => listener.person === person).length,

  /** The sessions that hold a connection here. */
  sessions: (): string[] => [...new Set([...all].map(listener => listener.session))],

  /** From now on these topics and no others. */
  watch(listener: Listener, topics: readonly Topic[]): void {
    unwatch(listener)
    watched.set(listener, topics)
    for (const topic of topics) {
      const others = watchers.get(topic)
      if (others) others.add(listener)
      else watchers.set(topic, new Set([listener]))
    }
  },

  leave(listener: Listener): void {
    all.delete(listener)
    unwatch(listener)
  },

  tell(topic: Topic, more: { seq?: number } = {}): void {
    const text = JSON.stringify({ kind: 'news', topic, ...more } satisfies LiveMessage)
    for (const listener of watchers.get(topic) ?? []) listener.send(text)
  },

  /** Tells those of one session only. */
  tellSession(topic: Topic, session: string, message: LiveMessage): void {
    const text = JSON.stringify(message)
    for (const listener of watchers.get(topic) ?? []) if (listener.session === session) listener.send(text)
  },

  isWatched: (topic: Topic, session: string): boolean => [...watchers.get(topic) ?? []].some(listener => listener.session === session),

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
  for (const topic of watched.get(listener) ?? []) {
    const others = watchers.get(topic)
    others?.delete(listener)
    if (others?.size === 0) watchers.delete(topic)
  }
  watched.delete(listener)
}
