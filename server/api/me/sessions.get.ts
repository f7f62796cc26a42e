import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { listSessions } from '../../services/sessions'

/** Where this person is signed in. */
export default defineApi({ right: 'any' }, ({ person, signedIn }) =>
  listSessions(database(), { person: person.id, current: signedIn.session }),
)
