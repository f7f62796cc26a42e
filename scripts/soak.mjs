import { spawn } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { needDebianPackages, POSTGRES } from './lib/debian.mjs'
import { needBuild, needNode, needPackages, ROOT } from './lib/prepare.mjs'
import { capture, run } from './lib/run.mjs'
import { main, say } from './lib/say.mjs'
import { startTestInstallation } from './lib/test-installation.mjs'

const option = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`)
  return at > 0 ? Number(process.argv[at + 1]) : otherwise
}
/** With `--database N` nothing but the database is killed, N times, while each open job has a writer of its own. */
const databaseKills = option('database', 0)
const minutes = databaseKills > 0 ? Infinity : option('minutes', 5)
const seed = option('seed', Date.now() % 100_000)

/** The same kills for the same seed. */
let state = seed
const random = () => {
  state = (Math.imul(state ^ (state >>> 15), 0x2c1b3c6d) + 0x9e3779b9) >>> 0
  return state / 2 ** 32
}
const KINDS = ['server', 'database', 'both', 'restart', 'rebuild']
const sleep = ms => new Promise(resolve => setTimeout(resolve, ms))

// `npm run soak -- --minutes N`: work goes on while the server, its database or both are killed at random, and read models are made anew;
// at the end everything is audited.
await main(async () => {
  needNode()
  await needDebianPackages([POSTGRES])
  await needPackages()
  await needBuild({ NUXT_SESSION_PASSWORD: 'only needed while building, never used' })
  const installation = await startTestInstallation({ durable: true })
  const file = join(mkdtempSync(join(tmpdir(), 'needler-soak-')), 'acknowledged')
  writeFileSync(file, '')
  const kills = Object.fromEntries(KINDS.map(kind => [kind, 0]))
  try {
    // Without a wrapper in between: it ends its round when it is told to stop, and we wait for that.
    const load = spawn(process.execPath, ['--import', 'tsx', 'tests/soak/load.ts', file, String(seed), ...databaseKills ? ['one a job'] : []], {
      cwd: ROOT,
      env: { ...process.env, ...installation.env },
      stdio: 'inherit',
    })
    const loadEnded = new Promise(resolve => load.on('exit', code => resolve(code ?? 1)))
    let over = false
    void loadEnded.then(() => { over = true })
    const isEnough = () => over || (databaseKills > 0 && kills.database === databaseKills)
    for (const until = Date.now() + minutes * 60_000; Date.now() < until && !isEnough();) {
      await sleep(1500 + random() * 4000)
      const what = databaseKills > 0 ? 'database' : KINDS[Math.floor(random() * KINDS.length)]
      kills[what] += 1
      if (what === 'rebuild') {
        await capture(process.execPath, ['--import', 'tsx', 'scripts/tools/rebuild.ts'], { cwd: ROOT, env: installation.env })
        continue
      }
      if (what === 'restart') {
        await installation.restart()
        continue
      }
      await Promise.all([what !== 'server' && installation.cluster.kill(), what !== 'database' && installation.kill()])
      await sleep(random() * 1500)
      await installation.cluster.revive()
      if (what !== 'database') await installation.restart()
    }
    await sleep(3000)
    if (!over) load.kill('SIGTERM')
    const code = await loadEnded
    const { faults, ...figures } = JSON.parse(
      (await run(process.execPath, ['--import', 'tsx', 'tests/soak/audit.ts', file], { cwd: ROOT, quiet: true, env: installation.env })).trim().split('\n').pop(),
    )
    faults.push(...installation.faults.map(line => `the server said: ${line.slice(0, 300)}`))
    if (code !== 0) faults.push('a bench gave up')
    say(JSON.stringify({ ...databaseKills ? {} : { minutes }, seed, kills, ...figures }, null, 2))
    for (const fault of faults) say(`FAULT ${fault}`)
    say(`${faults.length} faults`)
    process.exitCode = faults.length > 0 ? 1 : 0
  } finally {
    await installation.stop()
  }
})
