import Joi from 'joi'
import { bays, siteName, timeZone, type SiteChange } from '#shared/wire/sites'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { siteParams } from '../../http/params'
import { changeSite } from '../../services/sites'

const body = Joi.object<{ version: number, change: SiteChange }>({
  version: Joi.number().integer().min(1).required(),
  change: Joi.object<SiteChange>({
    name: siteName, timeZone, bays, place: Joi.number().integer().min(0).max(10_000), isClosed: Joi.boolean().strict(),
  }).min(1).required(),
})

export default defineApi({ right: 'site:write', params: siteParams, body }, ({ person, params, body }) =>
  changeSite(database(), person, params.key, body))
