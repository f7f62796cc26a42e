import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { listOutside } from '../../../services/outside'

export default defineApi({ right: 'yard:read' }, ({ person }) => listOutside(database(), person))
