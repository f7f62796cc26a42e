import { join } from 'node:path'
import { keptSecret, runningCluster, startCluster } from './lib/cluster.mjs'
import { takeFolder } from './lib/data-lock.mjs'
import { needDebianPackages, POSTGRES, postgresPrograms } from './lib/debian.mjs'
import { dataFolder, migrate, needBuild, needNode, needPackages, needWhole, ROOT } from './lib/prepare.mjs'
import { run } from './lib/run.mjs'
import { main, Stop } from './lib/say.mjs'

const [name, ...args] = process.argv.slice(2)

/** Works on the database of this installation: the one that is handed in, the one that runs, or its own, started for it. */
async function withDatabase(folder, work) {
  const url = process.env.DATABASE_URL ?? await runningCluster(folder)
  if (url) return work(url)
  const giveBack = await takeFolder(folder)
  const cluster = await startCluster({ folder })
  try {
    return await work(cluster.url)
  } finally {
    await cluster.stop()
    await giveBack()
  }
}

await main(async () => {
  needNode()
  const folder = dataFolder()
  if (name !== 'restore') needWhole(folder)
  await needPackages()
  await needDebianPackages([POSTGRES])
  await needBuild({ NUXT_SESSION_PASSWORD: 'only needed while building, never used' })
  await withDatabase(folder, async (url) => {
    await migrate(url)
    const env = {
      DATABASE_URL: url,
      NEEDLER_FOLDER: folder,
      NEEDLER_PROGRAMS: postgresPrograms(),
      NEEDLER_PHOTOS: process.env.NEEDLER_PHOTOS ?? join(folder, 'photos'),
      ...(name === 'restore'
        ? {}
        : {
            NEEDLER_SEAL_SECRET: process.env.NEEDLER_SEAL_SECRET ?? keptSecret(join(folder, 'seal-secret')),
            NUXT_SESSION_PASSWORD: process.env.NUXT_SESSION_PASSWORD ?? keptSecret(join(folder, 'session-secret')),
          }),
    }
    try {
      await run(process.execPath, ['--import', 'tsx', `scripts/tools/${name}.ts`, ...args], { cwd: ROOT, env })
    } catch (error) {
      // What went wrong has been said.
      if (!(error instanceof Stop)) throw error
      process.exitCode = 1
    }
  })
})
