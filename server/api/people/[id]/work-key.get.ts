import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { personParams } from '../../../http/params'
import { requireGone } from '../../../services/entered-for'
import { workKeyOf } from '../../../services/work-key'

/** What somebody who is gone has left sealed on a device is opened by a lead, to be entered for them. */
export default defineApi({ right: 'work:enter-for', params: personParams }, async ({ person, params }) => {
  await requireGone(database(), person, params)
  return workKeyOf(params.id)
})
