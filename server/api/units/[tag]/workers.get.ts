import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { unitParams } from '../../../http/params'
import { workersAt } from '../../../services/people'
import { requireUnit } from '../../../services/units'

export default defineApi({ right: 'yard:read', params: unitParams }, async ({ person, params }) => {
  const { unit } = await requireUnit(database(), person, params.tag)
  return workersAt(database(), unit.siteKey)
})
