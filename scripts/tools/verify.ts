import { closeConnection, database, waitForEver } from '../../server/db/client'
import { photoStore } from '../../server/services/photo-store'
import { verifyAll } from '../../server/services/verify'

/** `npm run verify`: walks all chains, snapshots, read models and photos and says each fault. */
waitForEver()
const { faults, jobs, events, photos } = await verifyAll(database(), photoStore())
for (const { job, sentence, derived } of faults)
  console.log(`${job === null ? 'Photos' : `Job ${job}`}: ${sentence}${derived ? ' (derived: npm run rebuild mends it)' : ''}.`)
console.log(`${jobs} jobs, ${events} entries, ${photos} photos: ${faults.length === 0 ? 'no fault' : `${faults.length} faults`}.`)
if (faults.length > 0) process.exitCode = 1
await closeConnection()
