import { closeConnection, database, waitForEver } from '../../server/db/client'
import { READ_MODELS } from '../../server/read-models'
import { photoStore } from '../../server/services/photo-store'
import { rebuildAll, rebuildModels } from '../../server/services/rebuild'

/** `npm run rebuild`: makes anew what is derived from the logs; `npm run rebuild -- NAME` one read model of them. */
waitForEver()
const [name] = process.argv.slice(2)
const model = READ_MODELS.find(one => one.name === name)
const EVERY = 25

const onProgress = (done: number, total: number) => {
  if (done % EVERY === 0 || done === total) console.log(`${done} of ${total} jobs`)
}
try {
  if (model) {
    console.log(
      `${model.name}: ${await rebuildModels(database(), [model], onProgress)} jobs made anew from their logs. See what is left: npm run verify`,
    )
  } else if (name) {
    console.error(`There is no read model "${name}". There are ${READ_MODELS.map(one => one.name).join(' and ')}.`)
    process.exitCode = 1
  } else {
    const { jobs, photos } = await rebuildAll(database(), photoStore(), onProgress)
    console.log(`${jobs} jobs made anew from their logs, ${photos} photos mended. See what is left: npm run verify`)
  }
} finally {
  await closeConnection()
}
