import type { LiveMessage } from '#shared/wire/types'

interface Listener { send: (text: string) => void, close: () => void }

const watchers = new Map<string, Set<Listener>>()
const all = new Set<Listener>()

/** Who watches which job on this instance. */
export const hub = {
  join(listener: Listener): void {
    all.add(listener)
  },

  watch(listener: Listener, job: string): void {
    const others = watchers.get(job)
    if (others) others.add(listener)
    else watchers.set(job, new Set([listener]))
  },

  leave(listener: Listener): void {
    all.delete(listener)
    for (const [job, listeners] of watchers) {
      if (listeners.delete(listener) && listeners.size === 0) watchers.delete(job)
    }
  },

  tellGrowth(job: string, seq: number): void {
    const text = JSON.stringify({ kind: 'grown', job, seq } satisfies LiveMessage)
    for (const listener of watchers.get(job) ?? []) listener.send(text)
  },

  tellAll(message: LiveMessage): void {
    for (const listener of all) listener.send(JSON.stringify(message))
  },

  closeAll(): void {
    for (const listener of all) listener.close()
  },
}
