import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { listShortages } from '../../services/stores'

export default defineApi({ right: 'yard:read', share: 'reading' }, ({ person }) => listShortages(database(), person))
