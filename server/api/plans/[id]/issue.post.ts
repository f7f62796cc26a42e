import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { planParams } from '../../../http/params'
import { issueForPlan } from '../../../services/stores'

export default defineApi({ right: 'stock:write', params: planParams }, ({ person, params }) => issueForPlan(database(), person, params.id))
