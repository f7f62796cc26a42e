import { join } from 'node:path'
import { startCluster } from './lib/cluster.mjs'
import { needDebianPackages, POSTGRES } from './lib/debian.mjs'
import { dataFolder, migrate, needBuild, needNode, needPackages, seed, sessionSecret } from './lib/prepare.mjs'
import { main, say } from './lib/say.mjs'
import { needFreePort, startServer } from './lib/server.mjs'

/** `npm run dev`: changes of the code are seen at once. */
const develop = process.argv.includes('--develop')

await main(async () => {
  const host = process.env.HOST ?? '127.0.0.1'
  const port = Number(process.env.PORT ?? 3000)
  const folder = dataFolder()
  needNode()
  await needFreePort(host, port)
  // From here on a Ctrl-C is remembered: whatever is being started then is stopped in order, never left behind.
  const asked = new Promise((resolve) => {
    for (const name of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.once(name, () => resolve('asked'))
  })
  const ownDatabase = !process.env.DATABASE_URL
  if (ownDatabase) await needDebianPackages([POSTGRES])
  await needPackages()
  const secret = sessionSecret(folder)
  const photos = process.env.NEEDLER_PHOTOS ?? join(folder, 'photos')
  if (!develop) await needBuild({ NUXT_SESSION_PASSWORD: secret })

  const cluster = ownDatabase ? await startCluster({ folder }) : { url: process.env.DATABASE_URL, stop: async () => {} }
  let server
  try {
    await migrate(cluster.url)
    const seeded = await seed(cluster.url, photos)
    if (seeded.includes('demonstration is in')) say('The Merrow Sound demonstration is in the database.')
    server = await startServer({ url: cluster.url, secret, host, port, develop, env: { LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn', NEEDLER_PHOTOS: photos } })
    say(`
  Needler is at ${server.address}

  Sign-ins of the demonstration (password for all: merrow-sound, PIN for signing at another bench: 4812)
    okafor    technician      brandt    lead         osei    planner
    varga     engineer        admin     admin        pike    trainee
    guest     viewer          duarte    technician of one site

  Ctrl-C stops it.
`)
    const why = await Promise.race([asked, server.ended])
    if (why !== 'asked') process.exitCode = 1
  } finally {
    say('Stopping …')
    await server?.stop()
    await cluster.stop()
  }
})
