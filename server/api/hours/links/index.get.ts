import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { listHoursLinks } from '../../../services/hours-links'

export default defineApi({ right: 'people:write' }, () => listHoursLinks(database()))
