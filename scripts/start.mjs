import { join } from 'node:path'
import { keptSecret, startCluster } from './lib/cluster.mjs'
import { endLeftBehind, forgetServer, rememberServer, takeFolder } from './lib/data-lock.mjs'
import { needDebianPackages, POSTGRES } from './lib/debian.mjs'
import { startInstruments } from './lib/instruments.mjs'
import { dataFolder, migrate, needBuild, needNode, needPackages, needWorkers, seed, sessionSecret, setUpCode } from './lib/prepare.mjs'
import { main, say } from './lib/say.mjs'
import { needFreePort, startServer } from './lib/server.mjs'

/** `npm run dev`: changes of the code are seen at once. */
const develop = process.argv.includes('--develop')
const wantsDemo = process.env.NEEDLER_DEMO !== 'off'
const isLoopback = host => /^(127\.|::1$|localhost$)/.test(host)

await main(async () => {
  const host = process.env.HOST ?? '127.0.0.1'
  const port = Number(process.env.PORT ?? 3000)
  const folder = dataFolder()
  needNode()
  await needPackages()
  const giveFolderBack = await takeFolder(folder)
  let server
  let cluster
  let instruments
  try {
    await endLeftBehind(folder)
    await needFreePort(host, port)
    // From here on a Ctrl-C is remembered: whatever is being started then is stopped in order, never left behind.
    const asked = new Promise((resolve) => {
      for (const name of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.once(name, () => resolve('asked'))
    })
    const ownDatabase = !process.env.DATABASE_URL
    if (ownDatabase) await needDebianPackages([POSTGRES])
    const secret = sessionSecret(folder)
    const photos = process.env.NEEDLER_PHOTOS ?? join(folder, 'photos')
    if (develop) await needWorkers()
    else await needBuild({ NUXT_SESSION_PASSWORD: secret })

    cluster = ownDatabase ? await startCluster({ folder, watched: true }) : { url: process.env.DATABASE_URL, stop: async () => {} }
    await migrate(cluster.url)
    if (wantsDemo && (await seed(cluster.url, photos)).includes('demonstration is in'))
      say('The Merrow Sound demonstration is in the database.')
    if (wantsDemo && !process.env.NEEDLER_INSTRUMENTS) instruments = await startInstruments()
    const env = {
      ...instruments?.env, LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn', NEEDLER_PHOTOS: photos,
      NEEDLER_SEAL_SECRET: process.env.NEEDLER_SEAL_SECRET ?? keptSecret(join(folder, 'seal-secret')),
    }
    server = await startServer({ url: cluster.url, secret, host, port, develop, env })
    rememberServer(folder, server.pid)
    const code = await setUpCode(cluster.url)
    say(`\n  Needler is at ${server.address}\n\n${code ? firstSteps(code) : wantsDemo ? demoPeople(host) : ''}  Ctrl-C stops it.\n`)
    const why = await Promise.race([asked, server.ended])
    if (why !== 'asked') process.exitCode = 1
  } finally {
    say('Stopping …')
    await server?.stop()
    instruments?.stop()
    forgetServer(folder)
    await cluster?.stop()
    await giveFolderBack()
  }
})

const firstSteps = code => `  Nobody is in this installation yet. Open the address, and make the first admin with this code:

    ${code}

  It is good once, and until the next start.

`

function demoPeople(host) {
  const elsewhere = isLoopback(host)
    ? ''
    : '  Their password is published, so they may enter from this machine only. NEEDLER_DEMO_PEOPLE=okafor,brandt lets\n  those in from elsewhere; NEEDLER_DEMO=off with a data folder of its own starts a real installation.\n\n'
  return `  Sign-ins of the demonstration (password for all: merrow-sound, PIN for signing at another bench: 481216)
    okafor    technician      brandt    lead         osei    planner
    varga     engineer        admin     admin        pike    trainee
    guest     viewer          duarte    technician of one site

${elsewhere}`
}
