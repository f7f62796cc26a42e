import { triedRulesSchema } from '#shared/wire/rules'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { dryRun } from '../../services/rules'

export default defineApi({ right: 'rule:write', share: 'reading', body: triedRulesSchema }, ({ person, body }) => dryRun(database(), person, body.document))
