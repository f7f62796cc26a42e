import type { H3Event } from 'h3'
import { Problem } from '../services/problem'

/** Largest JSON any route takes. */
export const MOST_BODY_BYTES = 2 * 1024 * 1024

/** The JSON of a request. */
export async function readJson(event: H3Event): Promise<unknown> {
  const type = event.node.req.headers['content-type'] ?? ''
  if (!/^application\/(json|[\w.+-]+\+json)\b/.test(type)) throw new Problem(415, 'body.not-json', 'This route takes JSON (content-type application/json).')
  const bytes = await readBytes(event, MOST_BODY_BYTES)
  try {
    return JSON.parse(bytes.toString('utf8'))
  } catch {
    throw new Problem(400, 'body.bad-json', 'The message is no valid JSON. Nothing was changed.')
  }
}

/** The body of a request. It is counted while it arrives, so a body that announces no length, or a wrong one, stops at the limit too. */
export async function readBytes(event: H3Event, most: number): Promise<Buffer> {
  const tooLarge = new Problem(413, 'body.too-large', `The message is larger than ${most / 1024 / 1024} MB and was not taken. Send it in smaller parts.`)
  if (Number(event.node.req.headers['content-length'] ?? 0) > most) throw tooLarge
  const chunks: Buffer[] = []
  let size = 0
  // The stream is left standing when we stop early, so that the answer still finds its socket.
  for await (const chunk of event.node.req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > most) throw tooLarge
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}
