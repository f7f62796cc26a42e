import { jobTopic } from '#shared/wire/topics'
import type { JobBundle, LoggedEvent } from '#shared/wire/types'
import { useLiveStore } from '../net/live-store'
import { completeLog, fetchEvents, findLost, keepLog } from './job-log'
import type { JobFold } from './job-fold'

/** Events that are surely no whole answer. */
const MANY = 1000

interface Told {
  /** Events were recorded that this page had not folded yet. */
  onGrown: (events: readonly LoggedEvent[]) => void
  /** What is folded here is not what the server has any more: it was restored to what it was before. */
  onOther: (job: string) => void
  /** Entries that a restored server has lost. */
  onLost: (job: string, events: readonly LoggedEvent[]) => Promise<void>
  /** The channel stands again. */
  onBack: () => void
}

/** Keeps a fold with the server: hears of growth, asks for what it has missed, and compares the log that is kept here with the server's. */
export function useJobLink(fold: JobFold, { onGrown, onOther, onLost, onBack }: Told) {
  const live = useLiveStore()
  let stop: (() => void) | undefined
  /** What is kept of the log here has been compared with the server's; before that nothing new is put over it. */
  let compared: Promise<void> = Promise.resolve()

  function watch(job: string): void {
    stop?.()
    stop = live.watch([jobTopic(job)], {
      onNews: (_topic, seq = 0) => { if (seq > fold.seq.value) void catchUp() },
      onBack: () => {
        void catchUp()
        onBack()
      },
      onPulse: () => void catchUp(),
    })
  }

  function leave(): void {
    stop?.()
    stop = undefined
  }

  let catching: Promise<void> | undefined
  function catchUp(): Promise<void> {
    catching ??= (async () => {
      const job = fold.meta.value?.id
      if (!job) return
      try {
        const at = fold.head.value
        const events = await fetchEvents(job, Math.max(0, at.seq - 1))
        if (job !== fold.meta.value?.id) return
        // The event that we know as the last one comes with the others: if it is another, or gone, what is here is of another log.
        if (at.seq > 0 && events[0]?.hash !== at.hash) onOther(job)
        else void take(job, events)
        // An answer carries so many at most; who was far behind asks again.
        if (events.length >= MANY) setTimeout(() => void catchUp())
      } catch {
        // Not reached, or signed out: the next message, connection or pulse asks again.
      }
    })().finally(() => { catching = undefined })
    return catching
  }

  /** Folds events of a job; where something of others lies between, the log is asked. */
  function take(job: string, events: readonly LoggedEvent[]): void | Promise<void> {
    if (job !== fold.meta.value?.id) return
    const next = fold.grow(events)
    if (next === null) return catchUp()
    if (next.length === 0) return
    void compared.then(() => keepLog(job, next)).catch(() => undefined)
    onGrown(next)
  }

  /** Compares the log that is kept here with the server's, and keeps what is missing of it. */
  function compare(id: string, { head: there, events }: JobBundle): void {
    compared = (async () => {
      try {
        const missing = await findLost(id, there, events)
        await onLost(id, missing)
        await keepLog(id, events)
        await completeLog(id, there.seq)
      } catch {
        // Without the link, or without room on the device: compared the next time.
      }
    })()
  }

  return { watch, leave, catchUp, take, compare }
}
