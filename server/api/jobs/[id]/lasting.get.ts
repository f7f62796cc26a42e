import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { jobParams } from '../../../http/params'
import { readLasting } from '../../../services/unit-wear'

export default defineApi({ right: 'job:read', params: jobParams, share: 'reading' }, ({ person, params }) =>
  readLasting(database(), person, params.id))
