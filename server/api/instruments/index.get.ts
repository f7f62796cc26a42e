import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { listInstruments } from '../../services/instruments'

export default defineApi({ right: 'job:read' }, () => listInstruments(database()))
