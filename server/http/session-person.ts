import { parseCookies, type H3Event } from 'h3'
import { LRUCache } from 'lru-cache'
import { database } from '../db/client'
import { Problem } from '../services/problem'
import { findSession, type SignedIn } from '../services/sessions'
import { sessionOfCookies } from './session-cookie'

// Another instance's word that a session has ended comes by NOTIFY; should that be lost, it ends here within this time.
const CACHED_MS = 1500
const known = new LRUCache<string, SignedIn>({ max: 2000, ttl: CACHED_MS })

const NOBODY = () =>
  new Problem(
    401,
    'session.none',
    'You are not signed in, or your sign-in has run out. What you entered is kept on this device; sign in again and it is sent.',
  )

const LOCKED = (name: string) =>
  new Problem(401, 'session.locked', `This tablet has rested and is locked. ${name} or somebody else enters with badge and PIN, or with name and password.`)

/** Who is signed in under a session, as the office's list says today. */
export async function signedInOf(session: string | undefined): Promise<SignedIn | undefined> {
  if (!session) return undefined
  const found = known.get(session) ?? await findSession(database(), session)
  if (found) known.set(session, found)
  return found
}

/** The person of the request's session. */
export async function requireSession(event: H3Event): Promise<SignedIn> {
  const found = await signedInOf(await sessionOfCookies(parseCookies(event)))
  if (!found) throw NOBODY()
  if (found.isLocked) throw LOCKED(found.person.name)
  return found
}

/** Looks again at what was known of these sessions. */
export const forgetSessions = (): void => known.clear()
