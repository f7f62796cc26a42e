import { instrumentInput } from '#shared/wire/instruments'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { addInstrument } from '../../services/calibrations'

export default defineApi({ right: 'instrument:write', body: instrumentInput },
  ({ person, body }) => addInstrument(database(), person, body))
