import { onBeforeUnmount, ref } from 'vue'
import { openWorker } from '../workers/protocol'
import type { QrTasks } from '../workers/qr-worker'

/** Pixels across that are looked at: a label that fills a third of the picture has its dots four pixels wide. */
const LOOK_WIDTH = 640
const BETWEEN_LOOKS_MS = 80

/** A page that came over plain http from elsewhere has no camera: the browser gives it to secure pages only. */
export const hasCamera = (): boolean => navigator.mediaDevices !== undefined

const NO_CAMERA: Record<string, string> = {
  NotAllowedError: 'This page may not use the camera. Allow it in the browser, or type the tag.',
  NotFoundError: 'This device has no camera. Type the tag.',
  NotReadableError: 'Another program uses the camera. Close it, or type the tag.',
}

/** The camera of the device, looking for QR codes beside the screen's own work until one is taken. */
export function useCamera(onCode: (text: string) => boolean) {
  const video = ref<HTMLVideoElement>()
  const problem = ref('')
  let stop: (() => void) | undefined

  async function start(): Promise<void> {
    end()
    problem.value = ''
    let isOver = false
    let stream: MediaStream | undefined
    const finish = () => {
      isOver = true
      for (const track of stream?.getTracks() ?? []) track.stop()
    }
    stop = finish
    try {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment', width: { ideal: 1280 } } })
      // The dialog was closed while the browser still asked for leave.
      if (isOver) return finish()
      video.value!.srcObject = stream
      await video.value!.play()
    } catch (error) {
      if (!isOver) problem.value = NO_CAMERA[(error as Error).name] ?? 'The camera does not start. Type the tag.'
      return
    }
    await look(() => isOver)
  }

  /** Picture after picture, never two at once. */
  async function look(isOver: () => boolean): Promise<void> {
    const worker = openWorker<QrTasks>(() => new Worker(new URL('../workers/qr-worker.ts', import.meta.url), { type: 'module' }))
    const canvas = document.createElement('canvas')
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    // A picture that cannot be looked at is one without a code; the next comes at once.
    const read = (picture: ImageData) => worker.ask('read', picture, { handOver: [picture.data.buffer] }).catch(() => null)
    try {
      while (!isOver() && video.value) {
        const { videoWidth, videoHeight } = video.value
        if (videoWidth > 0) {
          canvas.width = Math.min(LOOK_WIDTH, videoWidth)
          canvas.height = Math.round(videoHeight * canvas.width / videoWidth)
          context.drawImage(video.value, 0, 0, canvas.width, canvas.height)
          const code = await read(context.getImageData(0, 0, canvas.width, canvas.height))
          if (!isOver() && code && onCode(code)) return end()
        }
        await new Promise(resolve => setTimeout(resolve, BETWEEN_LOOKS_MS))
      }
    } finally {
      worker.stop()
    }
  }

  function end(): void {
    stop?.()
    stop = undefined
  }
  onBeforeUnmount(end)

  return { video, problem, start, end }
}
