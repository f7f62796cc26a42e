import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { personParams } from '../../../http/params'
import { forgetSessions } from '../../../http/session-person'
import { resetPerson } from '../../../services/people'

export default defineApi({ right: 'people:write', params: personParams }, async ({ person, params }) => {
  const answer = await resetPerson(database(), person, params.id)
  forgetSessions()
  return answer
})
