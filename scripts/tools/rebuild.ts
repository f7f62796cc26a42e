import { closeConnection, database } from '../../server/db/client'
import { photoStore } from '../../server/services/photo-store'
import { rebuildAll } from '../../server/services/rebuild'

/** `npm run rebuild`: makes anew what is derived from the logs. */
const { jobs, photos } = await rebuildAll(database(), photoStore())
console.log(`${jobs} jobs made anew from their logs, ${photos} photos mended. See what is left: npm run verify`)
await closeConnection()
