import { onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { DomainError, type ContactPattern, type Corner } from '#core'
import { sentenceOf } from '../../../net/api'
import type { ContactTasks } from '../../../workers/contact-worker'
import { openWorker } from '../../../workers/protocol'

/** A photo of a blued face: where it lies, its four corners, and what the worker finds in it. Whatever changes is looked at anew. */
export function useContact() {
  const file = shallowRef<Blob | null>(null)
  const size = ref<{ width: number, height: number } | null>(null)
  const preview = shallowRef<ImageBitmap | null>(null)
  const corners = ref<Corner[]>([])
  /** Set by hand, or null for the one found in the picture. */
  const threshold = ref<number | null>(null)
  const pattern = shallowRef<ContactPattern | null>(null)
  const problem = ref('')
  /** Share of the work that is done; null while nothing runs. */
  const progress = ref<number | null>(null)

  const worker = openWorker<ContactTasks>(
    () => new Worker(new URL('../../../workers/contact-worker.ts', import.meta.url), { type: 'module' }),
  )
  /** The worker has the picture. */
  let isLoaded = false
  let isStale = false

  function stop(): void {
    worker.stop()
    isLoaded = false
    isStale = false
    progress.value = null
  }

  const tell = (error: unknown) => {
    // Who stopped it knows that it was.
    if (error instanceof DomainError && error.code === 'worker.stopped') return
    pattern.value = null
    problem.value = sentenceOf(error)
    progress.value = null
  }

  /** Hands the picture to the worker; the first time its corners are proposed. */
  async function handOver(picture: Blob): Promise<void> {
    progress.value = 0
    const { width, height, preview: small } = await worker.ask('load', picture)
    isLoaded = true
    progress.value = null
    if (size.value) return small.close()
    size.value = { width, height }
    preview.value = small
    const inset = (x: number, y: number) => ({ x: Math.round(width * x), y: Math.round(height * y) })
    corners.value = [inset(0.15, 0.15), inset(0.85, 0.15), inset(0.85, 0.85), inset(0.15, 0.85)]
  }

  function load(picture: Blob): void {
    stop()
    file.value = picture
    preview.value = null
    size.value = null
    pattern.value = null
    problem.value = ''
    threshold.value = null
    handOver(picture).catch(tell)
  }

  /** One look at a time; what changes meanwhile is looked at next. */
  async function lookAtAll(): Promise<void> {
    do {
      isStale = false
      // It was stopped: the picture goes to a new one first.
      if (!isLoaded) await handOver(file.value!)
      progress.value = 0
      pattern.value = await worker.ask(
        'look',
        { corners: corners.value.map(({ x, y }) => ({ x, y })), threshold: threshold.value ?? undefined },
        {
          onProgress: (share) => {
            progress.value = share
          },
        },
      )
      problem.value = ''
      progress.value = null
    } while (isStale)
  }

  function look(): void {
    if (!file.value || !size.value) return
    isStale = progress.value !== null
    if (isStale) return
    lookAtAll().catch((error: unknown) => {
      tell(error)
      if (isStale) look()
    })
  }
  watch([corners, threshold], look, { deep: true })
  onBeforeUnmount(stop)

  return { file, size, preview, corners, threshold, pattern, problem, progress, load, look, stop }
}
