import { getRequestHost, type H3Event } from 'h3'
import { Problem } from '../services/problem'
import { isBehindProxy } from './client-place'

/** True for a page of this host; browsers always say of which theirs is, programs of the house need not. `null` is another page. */
export const isOfHost = (origin: string | null | undefined, host: string | null): boolean =>
  (origin ?? null) === null || (URL.canParse(origin!) && new URL(origin!).host === host)

const CHANGES_NOTHING = new Set(['GET', 'HEAD', 'OPTIONS'])

/**
 * Refuses what a page from elsewhere has a browser send with the cookies of whoever is signed in. Cookies know no ports, so another program
 * on the same machine is elsewhere too. What says nothing of where it comes from is no browser: programs and the links of meters.
 */
export function requireOwnPage(event: H3Event): void {
  if (CHANGES_NOTHING.has(event.method)) return
  const { origin, 'sec-fetch-site': site } = event.node.req.headers
  const host = getRequestHost(event, { xForwardedHost: isBehindProxy(event.node.req) })
  if (!(typeof site === 'string' ? site === 'same-origin' : isOfHost(origin, host))) throw new Problem(403, 'request.elsewhere', 'This was sent by a page that is not of this Needler. Nothing was changed.')
}
