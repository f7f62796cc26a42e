import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { unitParams } from '../../../../http/params'
import { readHours } from '../../../../services/running-hours'

export default defineApi({ right: 'yard:read', params: unitParams }, ({ person, params }) => readHours(database(), person, params.tag))
