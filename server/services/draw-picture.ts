import { open } from 'node:fs/promises'
import { fileTypeFromBuffer } from 'file-type'
import { runTask, TookTooLong } from '../work/pools'
import { Problem } from './problem'

const MOST_PIXELS = 60_000_000
const LONGEST_SIDE = 2048
const DRAWN_WITHIN_MS = 20_000
const KINDS: ReadonlySet<string> = new Set(['image/jpeg', 'image/png', 'image/webp', 'image/heic', 'image/heif', 'image/avif'])

/** What a file is, by its first bytes. */
export async function kindOf(path: string): Promise<string> {
  const file = await open(path, 'r')
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4100), 0, 4100, 0)
    return (await fileTypeFromBuffer(buffer.subarray(0, bytesRead)))?.mime ?? ''
  } finally {
    await file.close()
  }
}

/**
 * A picture drawn anew from its pixels, as JPEG in a sensible size: nothing of what a camera writes beside them is kept.
 *
 * @throws Problem 422 for what is no picture, or takes too long to read
 */
export async function drawPicture(path: string): Promise<Buffer> {
  const kind = await kindOf(path)
  const bad = new Problem(
    422,
    'photo.bad',
    'This is no picture that can be read (JPEG, PNG or WebP, up to 60 megapixels). Take it again or choose another file.',
  )
  if (!KINDS.has(kind)) throw bad
  try {
    const drawn = await runTask<Uint8Array | null>(
      'pictures',
      'draw',
      [path, { pixels: MOST_PIXELS, longestSide: LONGEST_SIDE }],
      DRAWN_WITHIN_MS,
    )
    if (!drawn)
      throw kind.includes('hei')
        ? new Problem(
            422,
            'photo.heic',
            'This telephone wrote a HEIC picture, which cannot be read here. Let it take JPEG ("most compatible").',
          )
        : bad
    return Buffer.from(drawn)
  } catch (error) {
    if (error instanceof TookTooLong)
      throw new Problem(422, 'photo.too-slow', 'This picture takes too long to read. Take it again or choose another file.')
    throw error
  }
}
