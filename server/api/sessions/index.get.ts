import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { listSessions } from '../../services/sessions'

export default defineApi({ right: 'people:write' }, ({ signedIn }) => listSessions(database(), { current: signedIn.session }))
