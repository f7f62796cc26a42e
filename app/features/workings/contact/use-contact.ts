import { onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import type { ContactPattern, Corner } from '#core'
import type { ContactReport, ContactRequest } from '../../../workers/contact-worker'

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

  let worker: Worker | null = null
  let isStale = false
  const ask = (request: ContactRequest) => worker?.postMessage(request)

  function start(): void {
    stop()
    worker = new Worker(new URL('../../../workers/contact-worker.ts', import.meta.url), { type: 'module' })
    worker.addEventListener('message', ({ data }: MessageEvent<ContactReport>) => hear(data))
    worker.addEventListener('error', () => hear({ kind: 'refused', message: 'The picture could not be looked at.' }))
  }

  function stop(): void {
    worker?.terminate()
    worker = null
    progress.value = null
    isStale = false
  }

  function hear(report: ContactReport): void {
    switch (report.kind) {
      case 'loaded': {
        const { width, height } = report
        progress.value = null
        if (size.value) {
          report.preview.close()
          return look()
        }
        size.value = { width, height }
        preview.value = report.preview
        const inset = (x: number, y: number) => ({ x: Math.round(width * x), y: Math.round(height * y) })
        corners.value = [inset(0.15, 0.15), inset(0.85, 0.15), inset(0.85, 0.85), inset(0.15, 0.85)]
        return
      }
      case 'progress':
        progress.value = report.share
        return
      case 'done':
        pattern.value = report.pattern
        problem.value = ''
        break
      case 'refused':
        pattern.value = null
        problem.value = report.message
    }
    progress.value = null
    if (isStale) look()
  }

  function load(picture: Blob): void {
    file.value = picture
    preview.value = null
    size.value = null
    pattern.value = null
    problem.value = ''
    threshold.value = null
    start()
    progress.value = 0
    ask({ kind: 'load', file: picture })
  }

  /** One look at a time; what changes meanwhile is looked at next. */
  function look(): void {
    if (!file.value || !size.value) return
    if (!worker) {
      // It was stopped: the picture goes to a new one, and the look follows when it is loaded.
      start()
      progress.value = 0
      return void ask({ kind: 'load', file: file.value })
    }
    isStale = progress.value !== null
    if (isStale) return
    progress.value = 0
    ask({ kind: 'look', corners: corners.value.map(({ x, y }) => ({ x, y })), threshold: threshold.value ?? undefined })
  }
  watch([corners, threshold], look, { deep: true })
  onBeforeUnmount(stop)

  return { file, size, preview, corners, threshold, pattern, problem, progress, load, look, stop }
}
