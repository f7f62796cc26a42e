import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { instrumentParams } from '../../../http/params'
import { readHistory } from '../../../services/calibrations'

export default defineApi({ right: 'instrument:write', params: instrumentParams }, ({ params }) => readHistory(database(), params.tag))
