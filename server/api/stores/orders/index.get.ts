import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { listOrders } from '../../../services/stores'

export default defineApi({ right: 'yard:read' }, ({ person }) => listOrders(database(), person))
