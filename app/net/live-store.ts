import { useWebSocket } from '@vueuse/core'
import { defineStore } from 'pinia'
import { onScopeDispose } from 'vue'
import type { InstrumentWish } from '#shared/wire/instrument-stream'
import type { Topic } from '#shared/wire/topics'
import type { LiveMessage } from '#shared/wire/types'

/** What somebody who watches topics is told. */
export interface Watcher {
  /** There is news of one of the topics. */
  onNews: (topic: Topic, seq: number | undefined) => void
  /** The channel stands again, or may have missed something: whatever may have happened is to be asked for. */
  onBack?: () => void
  /** What an instrument says that this bench has taken. */
  onInstrument?: (message: Extract<LiveMessage, { kind: 'value' | 'link' }>) => void
  /** The server has answered; told now and then, so that what was lost on the way is asked for. */
  onPulse?: () => void
}

const PULSE_MS = 20_000
const PONG_WITHIN_MS = 8000

/** The one live channel of this page. It stands as long as anybody watches anything. */
export const useLiveStore = defineStore('live', () => {
  const watchers = new Map<Watcher, readonly Topic[]>()
  const topics = () => [...new Set([...watchers.values()].flat())]
  const ask = () => { if (live.status.value === 'OPEN') live.send(JSON.stringify({ watch: topics() }), false) }

  const live = useWebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/live`, {
    immediate: false,
    autoConnect: false,
    // A page that is left closes its connection without us.
    autoClose: false,
    autoReconnect: { retries: () => watchers.size > 0, delay: attempt => Math.min(500 * attempt, 8000) },
    // Without a `responseMessage` the answer reaches `onMessage`.
    heartbeat: { message: 'ping', interval: PULSE_MS, pongTimeout: PONG_WITHIN_MS },
    onConnected() {
      // Not at once: the heartbeat starts after this call, and closing ends it.
      if (watchers.size === 0) return queueMicrotask(() => live.close())
      ask()
      for (const watcher of [...watchers.keys()]) watcher.onBack?.()
    },
    onMessage(_socket, { data }) {
      if (data === 'pong') {
        for (const watcher of [...watchers.keys()]) watcher.onPulse?.()
        return
      }
      const message = JSON.parse(data as string) as LiveMessage
      for (const [watcher, watched] of [...watchers]) {
        if (message.kind === 'resync') watcher.onBack?.()
        else if (!watched.includes(message.topic)) continue
        else if (message.kind === 'news') watcher.onNews(message.topic, message.seq)
        else watcher.onInstrument?.(message)
      }
    },
  })

  /** Watches topics until the function that comes back is called. */
  function watch(watched: readonly Topic[], watcher: Watcher): () => void {
    watchers.set(watcher, watched)
    if (live.status.value === 'CLOSED') live.open()
    else ask()
    return () => {
      if (!watchers.delete(watcher)) return
      if (watchers.size > 0) ask()
      // One that is still being made is used by the next watcher, or closed when it stands: to break it off is an error to the browser.
      else if (live.status.value !== 'CONNECTING') live.close()
    }
  }

  /** Tells the server what is wanted of an instrument; without the channel it is not said, because later it would mean something else. */
  const wish = (said: InstrumentWish): boolean => live.status.value === 'OPEN' && live.send(JSON.stringify(said), false)

  return { watch, wish }
})

/** Watches topics as long as the component is shown; `onNews` is also called when the channel stands again. */
export function useNews(topics: () => readonly Topic[], onNews: () => void): void {
  onScopeDispose(useLiveStore().watch(topics(), { onNews, onBack: onNews }))
}
