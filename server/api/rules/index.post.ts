import { releasedRulesSchema } from '#shared/wire/rules'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { releaseRules } from '../../services/rules'

export default defineApi({ right: 'rule:write', body: releasedRulesSchema }, ({ person, body }) =>
  releaseRules(database(), person, body.document, body.note))
