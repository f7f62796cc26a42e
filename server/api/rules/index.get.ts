import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { standingRules } from '../../services/rules'

export default defineApi({ right: 'job:read' }, () => standingRules(database()))
