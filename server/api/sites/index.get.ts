import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { listSites } from '../../services/sites'

export default defineApi({ right: 'yard:read' }, ({ person }) => listSites(database(), person))
