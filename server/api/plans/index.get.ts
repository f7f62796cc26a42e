import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { listPlans } from '../../services/plans'

export default defineApi({ right: 'yard:read', share: 'reading' }, ({ person }) => listPlans(database(), person))
