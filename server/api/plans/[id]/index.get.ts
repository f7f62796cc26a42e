import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { planParams } from '../../../http/params'
import { readPlan } from '../../../services/plans'

export default defineApi({ right: 'yard:read', params: planParams }, ({ person, params }) => readPlan(database(), person, params.id))
