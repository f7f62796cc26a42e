import { parseCookies } from 'h3'
import { database } from '../db/client'
import { definePublicApi } from '../http/define-api'
import { dropSessionCookie, sessionOfCookies } from '../http/session-cookie'
import { forgetSessions } from '../http/session-person'
import { endSessions } from '../services/sessions'

export default definePublicApi({}, async ({ event }) => {
  const session = await sessionOfCookies(parseCookies(event))
  if (session) {
    await endSessions(database(), { id: session })
    forgetSessions()
    await dropSessionCookie(event)
  }
  return { signedOut: true }
})
