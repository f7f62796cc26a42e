import { ref, watch, type Ref, type WatchSource } from 'vue'

/** True from the first time on that the source is: what is only wanted then is fetched and made then, and stays. */
export function once(source: WatchSource<boolean>): Ref<boolean> {
  const wasTrue = ref(false)
  const stop = watch(source, (now) => {
    if (!now) return
    wasTrue.value = true
    queueMicrotask(() => stop())
  }, { immediate: true, flush: 'sync' })
  return wasTrue
}
