import type { LinksAnswer } from '#shared/wire/instrument-stream'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { areSimulated, linkedInstruments } from '../../instruments/addresses'
import { standingLeases } from '../../services/leases'

/** Which instruments have a line to them, and at whose bench they are. */
export default defineApi({ right: 'job:read' }, async ({ signedIn }): Promise<LinksAnswer> => {
  const leases = new Map((await standingLeases(database())).map(lease => [lease.tag, lease]))
  return {
    simulated: areSimulated(),
    links: [...linkedInstruments().keys()].sort().map(tag => ({
      tag, by: leases.get(tag)?.by ?? null, mine: leases.get(tag)?.session === signedIn.session,
    })),
  }
})
