import { createSharedComposable, useNow } from '@vueuse/core'
import { ref } from 'vue'

const KEPT = 'needler-clock-ahead'
// The header has whole seconds, and an answer is some time on its way.
const WORTH_LEARNING_MS = 2000

/** How far the server's clock is ahead of this device's, as last learnt; kept for a start without a link. */
const aheadMs = ref(Number(localStorage.getItem(KEPT) ?? 0))

/** Learns from the date that every answer carries. */
export function learnServerClock(date: string | null): void {
  const ahead = date ? Date.parse(date) - Date.now() : Number.NaN
  if (!(Math.abs(ahead - aheadMs.value) > WORTH_LEARNING_MS)) return
  aheadMs.value = ahead
  localStorage.setItem(KEPT, String(ahead))
}

/** This moment by the server's clock. */
export const serverNow = (): Date => new Date(Date.now() + aheadMs.value)

/** One clock for all that count down. */
const useSecond = createSharedComposable(() => useNow({ interval: 1000 }))

/** Milliseconds until a moment of the server's clock, counting down while somebody looks; negative when it is past. */
export function useMsUntil(): (moment: string) => number {
  const clock = useSecond()
  return moment => Date.parse(moment) - clock.value.getTime() - aheadMs.value
}
