import { instrumentChange } from '#shared/wire/instruments'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { instrumentParams } from '../../http/params'
import { changeInstrument } from '../../services/calibrations'

export default defineApi({ right: 'instrument:write', params: instrumentParams, body: instrumentChange }, async ({ params, body }) => {
  await changeInstrument(database(), params.tag, body)
  return { changed: params.tag }
})
