import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { unitParams } from '../../../http/params'
import { readWear } from '../../../services/unit-wear'

export default defineApi({ right: 'yard:read', params: unitParams, share: 'reading' }, ({ person, params }) => readWear(database(), person, params.tag))
