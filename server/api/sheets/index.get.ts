import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { listSheets } from '../../services/sheets'

export default defineApi({ right: 'sheet:read' }, () => listSheets(database()))
