import { readFile } from 'node:fs/promises'
import { createInflate } from 'node:zlib'
import { PDFArray, PDFDict, PDFDocument, PDFName, PDFStream } from '@cantoo/pdf-lib'
import sharp from 'sharp'
import workerpool from 'workerpool'
import { paperAnew } from '../papers/paper-anew'
import { giveWay } from './give-way'

giveWay()

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
  RichMedia: 'films', XFA: 'a live form', SubmitForm: 'it sends a form', ImportData: 'it fetches data',
  GoToE: 'files inside', GoToR: 'it opens other files', EF: 'files inside', Movie: 'films', Rendition: 'films', Sound: 'sounds',
  Thread: 'it leads elsewhere', FreeText: 'notes over its pages', Stamp: 'notes over its pages', Widget: 'a form over its pages',
}
const MOST_OBJECTS = 60_000

const MOST_STREAMS = 20_000
/** A dictionary before a stream that is longer was not written to be read. */
const MOST_DICTIONARY = 4000
const MOST_UNPACKED = 32 * 1024 * 1024

/** How much comes out of packed bytes, without keeping it; no more than that is looked for. */
function unpackedSize(packed: Buffer, most: number): Promise<number> {
  return new Promise((resolve) => {
    let size = 0
    const inflate = createInflate()
    const end = () => resolve(size)
    inflate.on('data', (chunk: Buffer) => {
      size += chunk.length
      if (size > most) inflate.destroy()
    }).on('end', end).on('close', end).on('error', end)
    inflate.end(packed)
  })
}

/**
 * Packed objects are unpacked whole when a paper is read: before that it is looked whether they are packed as usual, and how much they
 * come to, so that a small file cannot fill the memory.
 */
async function isBomb(bytes: Buffer): Promise<boolean> {
  const text = bytes.toString('latin1')
  const starts = [...text.matchAll(/stream\r?\n/g)].filter(({ index }) => text.slice(index - 3, index) !== 'end')
  if (starts.length > MOST_STREAMS) return true
  let unpacked = 0
  for (const { index, 0: word } of starts) {
    const before = text.slice(Math.max(0, index - MOST_DICTIONARY), index)
    const opened = before.lastIndexOf(' obj')
    // A name may be written with the codes of its letters.
    const dictionary = before.slice(opened < 0 ? 0 : opened)
      .replaceAll(/#([0-9a-f]{2})/gi, (_all, code: string) => String.fromCharCode(Number.parseInt(code, 16)))
    if (!/\/(ObjStm|XRef)\b/.test(dictionary)) {
      if (opened < 0) return true
      continue
    }
    if (/ASCII|LZW|RunLength|Crypt|FlateDecode[^/]*\/FlateDecode/.test(dictionary)) return true
    unpacked += await unpackedSize(bytes.subarray(index + word.length), MOST_UNPACKED - unpacked)
    if (unpacked > MOST_UNPACKED) return true
  }
  return false
}

/** A PDF written anew from its pages; else what in it does more than show them, or `unreadable`. */
async function readPaper(path: string): Promise<Uint8Array | string> {
  try {
    const bytes = await readFile(path)
    if (await isBomb(bytes)) return 'unreadable'
    const paper = await PDFDocument.load(bytes, { updateMetadata: false, throwOnInvalidObject: true })
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
    return await paperAnew(paper)
  } catch {
    return 'unreadable'
  }
}

workerpool.worker({ draw, readPaper })
