import Joi from 'joi'
import { bays, siteKey, siteName, timeZone, type SiteInput } from '#shared/wire/sites'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { addSite } from '../../services/sites'

const body = Joi.object<SiteInput>({
  key: siteKey.required(), name: siteName.required(), timeZone: timeZone.required(), bays: bays.default([]),
})

export default defineApi({ right: 'site:write', body }, ({ person, body }) => addSite(database(), person, body))
