import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { standingCatalogue } from '../../services/catalogue'

export default defineApi({ right: 'job:read' }, () => standingCatalogue(database()))
