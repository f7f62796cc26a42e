import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { planParams } from '../../../http/params'
import { holdForPlan } from '../../../services/stores'

export default defineApi({ right: 'stock:write', params: planParams }, ({ person, params }) => holdForPlan(database(), person, params.id))
