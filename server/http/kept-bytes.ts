import { getHeader, setResponseHeaders, setResponseStatus, type H3Event } from 'h3'
import { sha256 } from '../services/sha256'

/**
 * Answers with bytes that a browser may keep and must ask about each time: whether who asks may see them is said anew, at a tablet of many
 * hands too. What it has already is not sent again.
 */
export function sendKept(event: H3Event, bytes: Buffer, headers: Record<string, string>): Buffer | null {
  const etag = `"${sha256(bytes)}"`
  setResponseHeaders(event, { ...headers, etag, 'cache-control': 'private, no-cache', 'vary': 'Cookie' })
  if (getHeader(event, 'if-none-match') !== etag) return bytes
  setResponseStatus(event, 304)
  return null
}
