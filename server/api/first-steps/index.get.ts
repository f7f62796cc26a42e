import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { readFirstDay } from '../../services/first-day'

export default defineApi({ right: 'yard:read' }, ({ person }) => readFirstDay(database(), person))
