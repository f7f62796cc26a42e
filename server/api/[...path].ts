import { definePublicApi } from '../http/define-api'
import { Problem } from '../services/problem'

/** Every address below /api that is no route. */
export default definePublicApi({}, async () => {
  throw new Problem(404, 'route.unknown', 'There is nothing at this address.')
})
