import { database } from '../db/client'
import { defineApi } from '../http/define-api'
import { readFindings } from '../services/findings'

export default defineApi({ right: 'sheet:read' }, ({ person }) => readFindings(database(), person))
