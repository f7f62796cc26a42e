import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { listPeople } from '../../services/people'

export default defineApi({ right: 'people:write' }, () => listPeople(database()))
