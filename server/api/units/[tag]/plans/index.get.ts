import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { unitParams } from '../../../../http/params'
import { listPlans } from '../../../../services/plans'
import { requireUnit } from '../../../../services/units'

export default defineApi({ right: 'yard:read', params: unitParams }, async ({ person, params }) => {
  await requireUnit(database(), person, params.tag)
  return listPlans(database(), person, params)
})
