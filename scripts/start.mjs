import { join } from 'node:path'
import { keptSecret, startCluster } from './lib/cluster.mjs'
import { endLeftBehind, forgetServer, rememberServer, takeFolder } from './lib/data-lock.mjs'
import { needDebianPackages, POSTGRES } from './lib/debian.mjs'
import { startInstruments } from './lib/instruments.mjs'
import { asked } from './lib/interrupt.mjs'
import { dataFolder, migrate, needBuild, needNode, needPackages, needWhole, needWorkers, seed, sessionSecret, whoIsThere } from './lib/prepare.mjs'
import { main, say, Stop } from './lib/say.mjs'
import { needFreePort, portOf, startServer } from './lib/server.mjs'
import { dataIsDemonstration, demoIsIn, demoPeople, firstSteps, interrupted, isUp, stopping } from './lib/words.mjs'

/** `npm run dev`: changes of the code are seen at once. */
const develop = process.argv.includes('--develop')
const wantsDemo = process.env.NEEDLER_DEMO !== 'off'
const isLoopback = host => /^(127\.|::1$|localhost$)/.test(host)

await main(async () => {
  const host = process.env.HOST ?? '127.0.0.1'
  const port = portOf(process.env.PORT)
  needNode()
  const folder = dataFolder()
  await needPackages()
  const giveFolderBack = await takeFolder(folder)
  let server
  let cluster
  let instruments
  try {
    needWhole(folder)
    await endLeftBehind(folder)
    await needFreePort(host, port)
    const ownDatabase = !process.env.DATABASE_URL
    if (ownDatabase) await needDebianPackages([POSTGRES])
    const secret = sessionSecret(folder)
    const photos = process.env.NEEDLER_PHOTOS ?? join(folder, 'photos')
    if (develop) await needWorkers()
    else await needBuild({ NUXT_SESSION_PASSWORD: secret })

    cluster = ownDatabase ? await startCluster({ folder, watched: true }) : { url: process.env.DATABASE_URL, stop: async () => {} }
    await migrate(cluster.url)
    const there = await whoIsThere(cluster.url)
    const isEmpty = there.code !== null
    if (wantsDemo && isEmpty) {
      await seed(cluster.url, photos)
      say(demoIsIn())
    }
    const isDemonstration = there.isDemonstration || (wantsDemo && isEmpty)
    if (isDemonstration && !wantsDemo) throw new Stop(dataIsDemonstration({ folder }))
    if (isDemonstration && !process.env.NEEDLER_INSTRUMENTS) instruments = await startInstruments()
    const env = {
      ...instruments?.env, LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn', NEEDLER_PHOTOS: photos,
      NEEDLER_SEAL_SECRET: process.env.NEEDLER_SEAL_SECRET ?? keptSecret(join(folder, 'seal-secret')),
    }
    server = await startServer({ url: cluster.url, secret, host, port, develop, env })
    rememberServer(folder, server.pid)
    const more = isDemonstration ? demoPeople({ elsewhere: !isLoopback(host) }) : isEmpty ? firstSteps(there) : ''
    say(isUp({ address: server.address, more }))
    const why = await Promise.race([asked, server.ended])
    if (why !== 'asked') process.exitCode = 1
  } finally {
    say(stopping())
    await server?.stop()
    instruments?.stop()
    forgetServer(folder)
    await cluster?.stop()
    await giveFolderBack()
  }
}, { onInterrupt: () => say(interrupted()) })
