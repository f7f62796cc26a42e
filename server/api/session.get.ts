import { definePublicApi } from '../http/define-api'
import { sessionPerson } from '../http/session-person'
import { Problem } from '../services/problem'

/** Who is signed in; null for nobody, which is an answer and no error. */
export default definePublicApi({}, async ({ event }) => {
  try {
    return { person: await sessionPerson(event) }
  } catch (thrown) {
    if (thrown instanceof Problem && thrown.status === 401) return { person: null }
    throw thrown
  }
})
