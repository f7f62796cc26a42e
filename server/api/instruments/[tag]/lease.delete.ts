import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { instrumentParams } from '../../../http/params'
import { endLease } from '../../../services/leases'

/** Lets an instrument go, so that the next bench need not wait. */
export default defineApi({ right: 'job:work', params: instrumentParams }, async ({ params: { tag }, signedIn }) => {
  await endLease(database(), tag, signedIn.session)
  return { free: tag }
})
