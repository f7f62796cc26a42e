import Joi from 'joi'
import { hoursShape, unitTag, type HoursImportRow } from '#shared/wire/fleet'
import { list } from '#shared/wire/list'
import { MOST_IMPORTED } from '#shared/wire/yard'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { enterMany } from '../../services/running-hours'

const { at, hours, wasHours } = hoursShape
const row = Joi.object<HoursImportRow>({ unit: unitTag.required(), at: at.required(), hours: hours.required(), wasHours })
const body = Joi.object<{ rows: HoursImportRow[], dryRun: boolean }>({
  rows: list().items(row).min(1).max(MOST_IMPORTED).required(), dryRun: Joi.boolean().required(),
})

export default defineApi({ right: 'hours:write', body, share: 'reading' }, ({ person, body: { rows, dryRun } }) =>
  enterMany(database(), { source: 'list', personId: person.id, sites: person.sites }, rows, { dryRun }))
