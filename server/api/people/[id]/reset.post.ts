import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { personParams } from '../../../http/params'
import { forgetSessions } from '../../../http/session-person'
import { resetPassword } from '../../../services/people'

export default defineApi({ right: 'people:write', params: personParams }, async ({ params }) => {
  const answer = await resetPassword(database(), params.id)
  forgetSessions()
  return answer
})
