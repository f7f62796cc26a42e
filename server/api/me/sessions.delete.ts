import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { forgetSessions } from '../../http/session-person'
import { endSessions } from '../../services/sessions'

/** Ends all sign-ins of this person but the one that asks. */
export default defineApi({ right: 'any' }, async ({ person, signedIn }) => {
  const ended = await endSessions(database(), { person: person.id, but: signedIn.session })
  forgetSessions()
  return { ended }
})
