import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { unitParams } from '../../../http/params'
import { readParts } from '../../../services/parts'

export default defineApi({ right: 'yard:read', params: unitParams, share: 'reading' }, ({ person, params }) =>
  readParts(database(), person, params.tag))
