import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { personParams } from '../../../http/params'
import { endEntryCode } from '../../../services/entry-codes'

export default defineApi({ right: 'people:write', params: personParams }, async ({ params }) => {
  await endEntryCode(database(), params.id)
  return { ended: params.id }
})
