import { createHash } from 'node:crypto'
import { open } from 'node:fs/promises'
import { finished } from 'node:stream/promises'
import { setTimeout as passed } from 'node:timers/promises'
import type { H3Event } from 'h3'
import { Problem } from '../services/problem'
import { shapeOf } from './json-shape'

/** Largest JSON any route takes. */
export const MOST_BODY_BYTES = 2 * 1024 * 1024

/** What a message may be: its bytes, and the values it holds. Deeper than a sheet is nested nothing is. */
export interface MostOfBody { bytes: number, values: number }
export const MOST_OF_STRANGERS: MostOfBody = { bytes: 16 * 1024, values: 200 }
export const MOST_OF_PEOPLE: MostOfBody = { bytes: MOST_BODY_BYTES, values: 60_000 }
const MOST_DEPTH = 40

/** The JSON of a request. */
export async function readJson(event: H3Event, most: MostOfBody, count?: (bytes: number) => Promise<void>): Promise<unknown> {
  const type = event.node.req.headers['content-type'] ?? ''
  if (!/^application\/(json|[\w.+-]+\+json)\b/.test(type))
    throw new Problem(415, 'body.not-json', 'This route takes JSON (content-type application/json).')
  const bytes = await readBytes(event, most.bytes)
  await count?.(bytes.length)
  const { depth, values } = shapeOf(bytes)
  if (depth > MOST_DEPTH || values > most.values)
    throw new Problem(413, 'body.too-much', 'The message holds more than this takes at once, and was not read. Send it in smaller parts.')
  try {
    return JSON.parse(bytes.toString('utf8'))
  } catch {
    throw new Problem(400, 'body.bad-json', 'The message is no valid JSON. Nothing was changed.')
  }
}

/** The body of a request. It is counted while it arrives, so a body that announces no length, or a wrong one, stops at the limit too. */
export async function readBytes(event: H3Event, most: number): Promise<Buffer> {
  const chunks: Buffer[] = []
  await eachChunk(event, most, (chunk) => { chunks.push(chunk) })
  return Buffer.concat(chunks)
}

/** Writes the body of a request to a file, counted like `readBytes`; gives its size and its SHA-256 in hex. */
export async function readToFile(event: H3Event, path: string, most: number): Promise<{ size: number, sha256: string }> {
  const hash = createHash('sha256')
  const file = await open(path, 'wx', 0o600)
  try {
    const size = await eachChunk(event, most, async (chunk) => {
      hash.update(chunk)
      await file.write(chunk)
    })
    return { size, sha256: hash.digest('hex') }
  } finally {
    await file.close()
  }
}

async function eachChunk(event: H3Event, most: number, take: (chunk: Buffer) => void | Promise<void>): Promise<number> {
  const tooLarge = new Problem(
    413,
    'body.too-large',
    `The message is larger than ${most < 1024 * 1024 ? `${most / 1024} kB` : `${most / 1024 / 1024} MB`} and was not taken. Send it in smaller parts.`,
  )
  if (Number(event.node.req.headers['content-length'] ?? 0) > most) {
    await letPass(event)
    throw tooLarge
  }
  let size = 0
  // The stream is left standing when we stop early, so that the answer still finds its socket.
  for await (const chunk of event.node.req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > most) {
      await letPass(event)
      throw tooLarge
    }
    await take(chunk)
  }
  return size
}

const MOST_LET_PASS_MS = 3000

/** What comes beyond the limit is let pass for a moment and kept nowhere: who is still sending would find the line cut, and no answer. */
async function letPass({ node: { req } }: H3Event): Promise<void> {
  req.resume()
  await Promise.race([finished(req, { writable: false }).catch(() => undefined), passed(MOST_LET_PASS_MS, undefined, { ref: false })])
}
