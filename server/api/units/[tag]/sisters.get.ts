import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { unitParams } from '../../../http/params'
import { readSisters } from '../../../services/units'

export default defineApi({ right: 'job:read', params: unitParams }, ({ person, params }) => readSisters(database(), person, params.tag))
