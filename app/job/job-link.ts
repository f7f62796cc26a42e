import { useDebounceFn } from '@vueuse/core'
import { jobTopic } from '#shared/wire/topics'
import type { JobBundle, LoggedEvent } from '#shared/wire/types'
import { useLiveStore } from '../net/live-store'
import { completeLog, fetchEvents, findLost, keepLog } from './job-log'
import type { JobFold } from './job-fold'

/** Events that are surely no whole answer. */
const MANY = 1000
/** An answer that takes longer is not waited for before others are heard. */
const ANSWER_MS = 600
/** What was acknowledged goes into the kept log together, when the hand rests. */
const [REST_MS, MOST_REST_MS] = [400, 2000]

interface Told {
  /** Events were recorded that this page had not folded yet. */
  onGrown: (events: readonly LoggedEvent[], gone?: ReadonlySet<number>) => void
  /** Settled when nothing of this page is under way to the server. */
  underWay: () => Promise<void>
  /** What is folded here cannot go on as it is: the server was restored to another log, or the work goes on by another revision. */
  onOther: (job: string) => void
  /** Entries that a restored server has lost. */
  onLost: (job: string, events: readonly LoggedEvent[]) => Promise<void>
  /** The channel stands again. */
  onBack: () => void
  /** A newer revision of its sheet was released. */
  onRevision: () => void
}

/** Keeps a fold with the server: hears of growth, asks for what it has missed, and compares the log that is kept here with the server's. */
export function useJobLink(fold: JobFold, { onGrown, underWay, onOther, onLost, onBack, onRevision }: Told) {
  const live = useLiveStore()
  let stop: (() => void) | undefined
  /** What is kept of the log here has been compared with the server's; before that nothing new is put over it. */
  let compared: Promise<void> = Promise.resolve()

  function watch(job: string): void {
    stop?.()
    stop = live.watch([jobTopic(job)], {
      onNews: (_topic, seq) => seq === 0 ? onRevision() : void hear(seq ?? 0),
      onBack: () => {
        void catchUp()
        onBack()
      },
      onPulse: () => void catchUp(),
    })
  }

  /** News mostly come before the answer to what was sent from here: that answer says the same, so it is waited for, but not long. */
  async function hear(seq: number): Promise<void> {
    if (seq <= fold.seq.value) return
    await Promise.race([underWay(), new Promise(resolve => setTimeout(resolve, ANSWER_MS))])
    if (seq > fold.seq.value) await catchUp()
  }

  function leave(): void {
    stop?.()
    stop = undefined
    void keepNow().catch(() => undefined)
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
  function take(job: string, events: readonly LoggedEvent[], gone?: ReadonlySet<number>): void | Promise<void> {
    if (job !== fold.meta.value?.id) return
    if (fold.lacks(events)) return onOther(job)
    const next = fold.grow(events)
    if (next === null) return catchUp()
    if (next.length === 0) return
    unkept.push({ job, events: next })
    void keepSoon()
    onGrown(next, gone)
  }

  let unkept: { job: string, events: readonly LoggedEvent[] }[] = []
  async function keepNow(): Promise<void> {
    const all = unkept
    unkept = []
    for (const job of new Set(all.map(entry => entry.job))) await keepLog(job, all.flatMap(entry => entry.job === job ? entry.events : []))
  }
  const keepSoon = useDebounceFn(() => compared.then(keepNow).catch(() => undefined), REST_MS, { maxWait: MOST_REST_MS })

  /** Compares the log that is kept here with the server's, and keeps what is missing of it. */
  function compare(id: string, { head: there, events }: JobBundle): void {
    compared = (async () => {
      try {
        await keepNow()
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
