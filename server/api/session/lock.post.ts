import { database } from '../../db/client'
import { deviceOf } from '../../http/client-place'
import { defineApi } from '../../http/define-api'
import { forgetSessions } from '../../http/session-person'
import { houseHere } from '../../services/house-devices'
import { Problem } from '../../services/problem'
import { lockSession } from '../../services/sessions'

/** A tablet of the house has rested, or is left: nothing of it works until somebody enters. */
export default defineApi({ right: 'any' }, async ({ event, signedIn }) => {
  if (!await houseHere(database(), deviceOf(event)))
    throw new Problem(409, 'tablet.none', 'Only a tablet of the house is locked. Sign out here instead.')
  await lockSession(database(), signedIn)
  forgetSessions()
  return { locked: true }
})
