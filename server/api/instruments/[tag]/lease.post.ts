import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { instrumentParams } from '../../../http/params'
import { linkedInstruments } from '../../../instruments/addresses'
import { findInstrument } from '../../../services/instruments'
import { LEASE_S, takeLease } from '../../../services/leases'
import { Problem } from '../../../services/problem'

/** Takes a linked instrument to this bench; it stays as long as the bench listens to it. */
export default defineApi({ right: 'job:work', params: instrumentParams }, async ({ params: { tag }, person, signedIn }) => {
  await findInstrument(database(), tag)
  if (!linkedInstruments().has(tag))
    throw new Problem(409, 'instrument.no-link', `${tag} has no link here. Plug it into the tablet, or type what it shows.`)
  await takeLease(database(), tag, { session: signedIn.session, person })
  return { taken: tag, seconds: LEASE_S }
})
