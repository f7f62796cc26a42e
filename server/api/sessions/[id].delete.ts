import { mayHere } from '#shared/rights'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { personParams } from '../../http/params'
import { forgetSessions } from '../../http/session-person'
import { endSession } from '../../services/sessions'

/** Ends a sign-in: one's own everybody, anybody's the office. */
export default defineApi({ right: 'any', params: personParams }, async ({ person, signedIn, params }) => {
  const mayEndOthers = mayHere({ role: person.role, byBadge: signedIn.way === 'badge' }, 'people:write')
  await endSession(database(), person, params.id, mayEndOthers)
  forgetSessions()
  return { ended: params.id }
})
