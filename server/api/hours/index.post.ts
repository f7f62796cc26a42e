import { getHeader } from 'h3'
import Joi from 'joi'
import { hoursShape, unitTag, type HoursImportRow } from '#shared/wire/fleet'
import { list } from '#shared/wire/list'
import { database } from '../../db/client'
import { definePublicApi } from '../../http/define-api'
import { countBytes, inShare } from '../../http/fair-share'
import { requireHoursLink } from '../../services/hours-links'
import { Problem } from '../../services/problem'
import { enterMany } from '../../services/running-hours'

const MOST_AT_ONCE = 500
const most = { bytes: 150 * 1024, values: 4 * MOST_AT_ONCE }
/** What a row takes in the budget of its link. */
const ROW_BYTES = 200

const { at, hours, wasHours } = hoursShape
const row = Joi.object<HoursImportRow>({ unit: unitTag.required(), at: at.required(), hours: hours.required(), wasHours })
const body = Joi.object<{ readings: HoursImportRow[] }>({ readings: list().items(row).min(1).max(MOST_AT_ONCE).required() })

/** For programs, with a secret of their own: each reading is recorded, known already, or refused with a sentence. */
export default definePublicApi({
  body,
  most,
  caller: (event) => {
    const [, secret] = /^Bearer ([\w-]{43})$/.exec(getHeader(event, 'authorization') ?? '') ?? []
    if (!secret) throw new Problem(401, 'link.none', 'Running hours are sent with the secret of a link, as a bearer token.')
    return requireHoursLink(database(), secret)
  },
}, ({ caller: link, body: { readings } }) => inShare(link.id, 'request', async () => {
  await countBytes(link.id, 'messages', readings.length * ROW_BYTES)
  return { results: await enterMany(database(), link, readings) }
}))
