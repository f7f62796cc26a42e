import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import workerpool from 'workerpool'

/*
 * Draws a picture anew from its pixels, in a process of its own that is killed when it takes too long. Only the loaders of photos are
 * there: what is text inside (SVG, PDF) cannot be opened at all.
 */

sharp.block({ operation: ['VipsForeignLoad'] })
sharp.unblock({ operation: ['VipsForeignLoadJpeg', 'VipsForeignLoadPng', 'VipsForeignLoadWebp', 'VipsForeignLoadHeif'] })
sharp.cache(false)
sharp.concurrency(1)

interface Limits { pixels: number, longestSide: number }

/** Upright, in a sensible size, as JPEG, with nothing of what a camera writes beside the pixels; null for what cannot be drawn. */
async function draw(path: string, { pixels, longestSide }: Limits): Promise<Buffer | null> {
  try {
    return await sharp(await readFile(path), { limitInputPixels: pixels, failOn: 'error', pages: 1 })
      .rotate()
      .resize({ width: longestSide, height: longestSide, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82 })
      .toBuffer()
  } catch {
    return null
  }
}

workerpool.worker({ draw })
