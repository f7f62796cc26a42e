import { calibrationInput } from '#shared/wire/instruments'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { instrumentParams } from '../../../http/params'
import { addCalibration } from '../../../services/calibrations'

export default defineApi({ right: 'instrument:write', params: instrumentParams, body: calibrationInput },
  async ({ person, params, body }) => {
    await addCalibration(database(), person, params.tag, body)
    return { calibrated: params.tag }
  })
