import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { listDrafts } from '../../services/drafts'

export default defineApi({ right: 'sheet:read' }, ({ person }) => listDrafts(database(), person))
