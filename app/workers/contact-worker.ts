import { contactPattern, DomainError, type ContactPattern, type Corner, type Picture } from '#core'

export type ContactRequest = { kind: 'load', file: Blob } | { kind: 'look', corners: Corner[], threshold: number | undefined }
export type ContactReport
  /** `preview` is what the screen shows: small enough that drawing it holds up no frame. */
  = | { kind: 'loaded', width: number, height: number, preview: ImageBitmap }
    | { kind: 'progress', share: number }
    | { kind: 'done', pattern: ContactPattern }
    | { kind: 'refused', message: string }

/** More pixels say nothing more about a face of 1,200 by 600 places. */
const MOST_PIXELS = 12_500_000
const NO_PICTURE = 'This file is no picture that can be read here. Take it as JPEG, PNG or WebP.'

let picture: Picture | null = null
const PREVIEW_WIDTH = 1400
const tell = (report: ContactReport, handOver: Transferable[] = []) => (self as unknown as { postMessage: (message: ContactReport, handOver: Transferable[]) => void }).postMessage(report, handOver)

async function load(file: Blob): Promise<void> {
  picture = null
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' })
  const scale = Math.min(1, Math.sqrt(MOST_PIXELS / (bitmap.width * bitmap.height)))
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)]
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  context.drawImage(bitmap, 0, 0, width, height)
  const preview = await createImageBitmap(bitmap, { resizeWidth: Math.min(PREVIEW_WIDTH, width), resizeQuality: 'medium' })
  bitmap.close()
  picture = { width, height, data: context.getImageData(0, 0, width, height).data }
  tell({ kind: 'loaded', width, height, preview }, [preview])
}

self.addEventListener('message', async ({ data }: MessageEvent<ContactRequest>) => {
  try {
    if (data.kind === 'load') return await load(data.file)
    if (!picture) return tell({ kind: 'refused', message: NO_PICTURE })
    const pattern = contactPattern(picture, data.corners, {
      threshold: data.threshold,
      onProgress: (share) => {
        tell({ kind: 'progress', share })
        return true
      },
    })
    tell({ kind: 'done', pattern })
  } catch (error) {
    tell({ kind: 'refused', message: error instanceof DomainError ? error.message : NO_PICTURE })
  }
})
