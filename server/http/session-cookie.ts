import { clearSession, unsealSession, updateSession, type H3Event, type SessionConfig } from 'h3'
import { LRUCache } from 'lru-cache'
import { SESSION_HOURS } from '../services/sessions'

/*
 * The cookie of a sign-in: the number of its session, sealed. It is read without touching the answer, so that nobody who has not signed
 * in is given one, and it is worth what the session in the database is.
 */

function config(): SessionConfig & { name: string } {
  const { password, cookie } = useRuntimeConfig().session
  return {
    name: 'needler',
    password,
    maxAge: SESSION_HOURS * 3600,
    sessionHeader: false,
    cookie: { sameSite: 'strict', httpOnly: true, secure: asBoolean(cookie.secure) },
  }
}

// From the environment it comes as a word.
const asBoolean = (value: unknown): boolean => value === true || value === 'true'

// To open a seal costs a key derivation; what it holds never changes, and whether the session stands is asked elsewhere.
const opened = new LRUCache<string, string>({ max: 5000, ttl: SESSION_HOURS * 3_600_000 })

/** The session that a sealed cookie names; undefined for none, for one of others, and for anything that is no cookie of ours. */
export async function sessionOfCookies(cookies: Record<string, string>): Promise<string | undefined> {
  const settings = config()
  const sealed = cookies[settings.name]
  if (!sealed) return undefined
  const known = opened.get(sealed)
  if (known) return known
  try {
    const { data } = await unsealSession({} as H3Event, settings, sealed)
    const session: unknown = (data as { session?: unknown } | undefined)?.session
    if (typeof session !== 'string') return undefined
    opened.set(sealed, session)
    return session
  } catch {
    return undefined
  }
}

export async function setSessionCookie(event: H3Event, session: string): Promise<void> {
  await updateSession(event, config(), { session })
}

export const dropSessionCookie = (event: H3Event): Promise<void> => clearSession(event, config())

/** True where cookies travel over https only. */
export const isSecure = (): boolean => asBoolean(useRuntimeConfig().session.cookie.secure)
