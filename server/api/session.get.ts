import { parseCookies } from 'h3'
import { database } from '../db/client'
import { definePublicApi } from '../http/define-api'
import { sessionOfCookies } from '../http/session-cookie'
import { signedInOf } from '../http/session-person'
import { isEmptyInstallation } from '../services/people'

/** Who is signed in; null for nobody, which is an answer and no error. `setUp` while the first admin is still to be made. */
export default definePublicApi({}, async ({ event }) => {
  const found = await signedInOf(await sessionOfCookies(parseCookies(event)))
  if (found) return { person: { ...found.person, passwordDue: found.passwordDue } }
  return { person: null, ...await isEmptyInstallation(database()) ? { setUp: true } : {} }
})
