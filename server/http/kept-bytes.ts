import { getHeader, setResponseHeaders, setResponseStatus, type H3Event } from 'h3'

/**
 * Answers with bytes that a browser may keep and must ask about each time: whether who asks may see them is said anew, at a tablet of many
 * hands too. What it has already is not sent again.
 */
export function sendKept(
  event: H3Event, { bytes, sha256 }: { bytes: Buffer, sha256: string }, headers: Record<string, string>,
): Buffer | null {
  const etag = `"${sha256}"`
  setResponseHeaders(event, { ...headers, etag, 'cache-control': 'private, no-cache', 'vary': 'Cookie' })
  if (getHeader(event, 'if-none-match') !== etag) return bytes
  setResponseStatus(event, 304)
  return null
}
