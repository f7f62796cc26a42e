import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { ruleAgreement } from '../../services/rules'

export default defineApi({ right: 'job:read', share: 'reading' }, ({ person }) => ruleAgreement(database(), person))
