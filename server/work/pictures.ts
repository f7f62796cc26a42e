import { readFile } from 'node:fs/promises'
import { PDFArray, PDFDict, PDFDocument, PDFName, PDFStream } from '@cantoo/pdf-lib'
import sharp from 'sharp'
import workerpool from 'workerpool'

/*
 * Draws a picture anew from its pixels, and looks through a PDF, in a process of its own that is killed when it takes too long. Only the
 * loaders of photos are there: what is text inside (SVG) cannot be opened at all.
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

/** What in a PDF acts by itself when it is opened, or carries something else than pages. */
const ACTS: Readonly<Record<string, string>> = {
  JS: 'a script', JavaScript: 'a script', Launch: 'it starts programs', EmbeddedFile: 'files inside', EmbeddedFiles: 'files inside',
  RichMedia: 'films', XFA: 'a live form', SubmitForm: 'it sends a form', ImportData: 'it fetches data', GoToE: 'files inside', GoToR: 'it opens other files',
}
const MOST_OBJECTS = 200_000

/** The first thing in a PDF that does more than show pages; null when there is none, `unreadable` when it cannot be told. */
async function paperActs(path: string): Promise<string | null> {
  try {
    const paper = await PDFDocument.load(await readFile(path), { updateMetadata: false, throwOnInvalidObject: true })
    if (paper.getPageCount() === 0) return 'unreadable'
    const objects = paper.context.enumerateIndirectObjects()
    if (objects.length > MOST_OBJECTS) return 'unreadable'
    const waiting: unknown[] = [...objects.map(([, object]) => object), ...Object.values(paper.context.trailerInfo)]
    while (waiting.length > 0) {
      const object = waiting.pop()
      if (object instanceof PDFName) {
        const acts = ACTS[object.decodeText()]
        if (acts) return acts
      } else if (object instanceof PDFArray) waiting.push(...object.asArray())
      else if (object instanceof PDFStream) waiting.push(object.dict)
      else if (object instanceof PDFDict) for (const [key, value] of object.entries()) waiting.push(key, value)
    }
    return null
  } catch {
    return 'unreadable'
  }
}

workerpool.worker({ draw, paperActs })
