import { contactPattern, DomainError, type ContactPattern, type Corner, type Picture } from '#core'
import { serve } from './protocol'

export interface ContactTasks {
  /** Takes a picture in; `preview` is what the screen shows: small enough that drawing it holds up no frame. */
  load: { input: Blob, result: { width: number, height: number, preview: ImageBitmap } }
  look: { input: { corners: Corner[], threshold: number | undefined }, result: ContactPattern }
}

/** More pixels say nothing more about a face of 1,200 by 600 places. */
const MOST_PIXELS = 12_500_000
const PREVIEW_WIDTH = 1400
const NO_PICTURE = 'This file is no picture that can be read here. Take it as JPEG, PNG or WebP.'

let picture: Picture | null = null

serve<ContactTasks>({
  async load(file, { handOver }) {
    picture = null
    const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' })
    const scale = Math.min(1, Math.sqrt(MOST_PIXELS / (bitmap.width * bitmap.height)))
    const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)]
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
    context.drawImage(bitmap, 0, 0, width, height)
    const preview = await createImageBitmap(bitmap, { resizeWidth: Math.min(PREVIEW_WIDTH, width), resizeQuality: 'medium' })
    bitmap.close()
    picture = { width, height, data: context.getImageData(0, 0, width, height).data }
    handOver(preview)
    return { width, height, preview }
  },

  look({ corners, threshold }, { progress }) {
    if (!picture) throw new DomainError('contact.no-picture', NO_PICTURE)
    return contactPattern(picture, corners, {
      threshold,
      onProgress: (share) => {
        progress(share)
        return true
      },
    })
  },
}, NO_PICTURE)
