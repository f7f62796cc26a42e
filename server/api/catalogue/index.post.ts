import { releasedRulesSchema } from '#shared/wire/rules'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { releaseCatalogue } from '../../services/catalogue'

export default defineApi({ right: 'rule:write', body: releasedRulesSchema }, ({ person, body }) =>
  releaseCatalogue(database(), person, body.document, body.note))
