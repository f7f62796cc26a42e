import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { unitParams } from '../../http/params'
import { readUnit } from '../../services/units'

export default defineApi({ right: 'yard:read', params: unitParams, share: 'reading' }, ({ person, params }) =>
  readUnit(database(), person, params.tag),
)
