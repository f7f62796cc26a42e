import { parse } from 'cookie-es'
import { isOfHost } from '../http/same-origin'
import { sessionOfCookies } from '../http/session-cookie'
import { signedInOf } from '../http/session-person'
import { hub } from './hub'

/** Whose connection it is; travels with it as its context. */
export interface Admitted { person: string, session: string }

/** Connections of one person on this instance: a few tablets with a few tabs each, and every tab that shows something live has one. */
const MOST_A_PERSON = 24
/** What a bench sends is shorter than this. */
export const MOST_FRAME_BYTES = 4096
export const LIVE_PATH = '/api/live'

const refuse = (status: number, why: string) =>
  new Response(why, { status, headers: { 'content-type': 'text/plain; charset=utf-8', 'connection': 'close' } })

type UpgradeRequest = Pick<Request, 'headers' | 'url'> & { context: Record<string, unknown> }

/** Lets a connection in, or gives the answer that refuses it: from another page, without a session, or one too many. */
export async function admit(request: UpgradeRequest): Promise<Response | undefined> {
  try {
    if (!isOfHost(request.headers.get('origin'), request.headers.get('host')))
      return refuse(403, 'This page may not listen here.')
    const session = await sessionOfCookies(parse(request.headers.get('cookie') ?? ''))
    const signedIn = await signedInOf(session)
    if (!signedIn || signedIn.isLocked) return refuse(401, 'Sign in first.')
    if (hub.countOf(signedIn.person.id) >= MOST_A_PERSON) return refuse(429, 'Too many connections of yours are open. Close some tabs.')
    Object.assign(request.context, { person: signedIn.person.id, session: signedIn.session } satisfies Admitted)
    return undefined
  } catch {
    return refuse(503, 'Not available now. Try again in a moment.')
  }
}
