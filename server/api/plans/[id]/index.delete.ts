import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { planParams } from '../../../http/params'
import { dropPlan } from '../../../services/plans'

export default defineApi({ right: 'unit:write', params: planParams }, async ({ person, params }) => {
  await dropPlan(database(), person, params.id)
  return { dropped: params.id }
})
