import { createHash } from 'node:crypto'
import { accessSync, constants, existsSync, mkdirSync, readFileSync, readdirSync, statfsSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { keptSecret } from './cluster.mjs'
import { buildInstruments } from './instruments.mjs'
import { capture, run } from './run.mjs'
import { Stop, say } from './say.mjs'
import {
  building, databaseAddressBad, databaseUnusable, dataNewer, diskFull, folderForeign, folderIsFile, folderReadOnly, installingPackages,
  nodeTooOld, restoreCutOff,
} from './words.mjs'

export const ROOT = fileURLToPath(new URL('../..', import.meta.url))
const PACKAGES_STAMP = join(ROOT, 'node_modules', '.needler-lock')
const BUILD_STAMP = join(ROOT, '.output', '.needler-build')
const BUILT_FROM = [
  'app',
  'core',
  'server',
  'shared',
  'public',
  'nuxt.config.ts',
  'instruments',
  'scripts/lib/instruments.mjs',
  'scripts/lib/workers.mjs',
  'package.json',
  'package-lock.json',
]

export function needNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    throw new Stop(nodeTooOld({ version: process.versions.node }))
}

/** Installs the npm packages when the lock file has changed since the last time. */
export async function needPackages() {
  const lock = digest([join(ROOT, 'package-lock.json')])
  if (existsSync(PACKAGES_STAMP) && readFileSync(PACKAGES_STAMP, 'utf8') === lock) return
  say(installingPackages())
  await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: ROOT, quiet: true })
  writeFileSync(PACKAGES_STAMP, lock)
}

/** Builds the application when one of its files has changed since the last build. */
export async function needBuild(env = {}) {
  const now = digest(BUILT_FROM.map(path => join(ROOT, path)))
  if (existsSync(BUILD_STAMP) && readFileSync(BUILD_STAMP, 'utf8') === now) return
  say(building())
  await run('npx', ['nuxi', 'build'], { cwd: ROOT, quiet: true, env: { ...env, NUXT_TELEMETRY_DISABLED: '1' } })
  await buildInstruments()
  writeFileSync(BUILD_STAMP, now)
}

/** For work on the code: only what runs beside the server's thread is built; the rest is built while it runs. */
export async function needWorkers() {
  const { buildWorkers } = await import('./workers.mjs')
  process.env.NEEDLER_WORKERS = join(ROOT, '.nuxt', 'workers')
  await buildWorkers(process.env.NEEDLER_WORKERS)
  await buildInstruments()
}

/** A folder in which a restore was cut off is not worked with; `scripts/tools/restore.ts` leaves this file until it is through. */
export function needWhole(folder) {
  if (existsSync(join(folder, 'restoring'))) throw new Stop(restoreCutOff({ folder }))
}

/** What `server/db/migrate.ts` ends with when the data are of a newer version. */
const NEWER = 3

/** Brings the tables up to date; a database that cannot be used is told in its own words. */
export async function migrate(url) {
  const { host, pathname } = addressOf(url)
  const { code, output } = await capture(process.execPath, ['--import', 'tsx', 'server/db/migrate.ts'], { cwd: ROOT, env: { DATABASE_URL: url } })
  if (code === NEWER) throw new Stop(dataNewer())
  if (code !== 0) throw new Stop(databaseUnusable({ name: pathname.slice(1), host, why: output.trim().split('\n').pop() }))
}

function addressOf(url) {
  if (!/^postgres(ql)?:\/\//.test(url) || !URL.canParse(url)) throw new Stop(databaseAddressBad())
  return new URL(url)
}

/** Puts the demonstration into an empty database, and its photos into their folder. */
export const seed = (url, photos) =>
  run(process.execPath, ['--import', 'tsx', 'demo/seed.ts'], { cwd: ROOT, quiet: true, env: { DATABASE_URL: url, NEEDLER_PHOTOS: photos } })

/**
 * Who is in the database: whether these are the data of the demonstration, and, while nobody is there, a one-time code for the first admin.
 * @returns {Promise<{ isDemonstration: boolean, code: string | null }>}
 */
export async function whoIsThere(url) {
  const printed = await run(process.execPath, ['--import', 'tsx', 'scripts/tools/who-is-there.ts'], { cwd: ROOT, quiet: true, env: { DATABASE_URL: url } })
  return JSON.parse(printed.trim().split('\n').pop())
}

/** The secret that seals the session cookies; made at the first start, or given from outside. */
export const sessionSecret = folder => process.env.NUXT_SESSION_PASSWORD ?? keptSecret(join(folder, 'session-secret'))

function digest(paths) {
  const hash = createHash('sha256')
  const take = (path) => {
    if (statSync(path).isDirectory()) {
      for (const name of readdirSync(path).sort()) take(join(path, name))
    } else {
      hash.update(path.slice(ROOT.length)).update('\0').update(readFileSync(path)).update('\0')
    }
  }
  for (const path of paths) if (existsSync(path)) take(path)
  return hash.digest('hex')
}

/** What lies in a data folder of ours; `.making` and the like come and go. */
const OURS = ['postgres', 'photos', 'session-secret', 'seal-secret', 'database-password', 'start.lock', 'server.pid']
/** What must be free on its disk: for a database that is to be made, and for one that is there. */
const [NEEDED_FIRST_MB, NEEDED_MB] = [200, 20]

/**
 * The folder in which everything of this installation lies: what `NEEDLER_DATA` names, else one of the demonstration or of the own shop
 * beside the program. Says in a sentence why it cannot be used.
 */
export function dataFolder() {
  const folder = process.env.NEEDLER_DATA || join(ROOT, process.env.NEEDLER_DEMO === 'off' ? '.own' : '.data')
  try {
    mkdirSync(folder, { recursive: true })
    accessSync(folder, constants.W_OK)
  } catch (error) {
    if (error.code === 'ENOSPC') throw new Stop(diskFull({ folder, freeMb: 0, neededMb: NEEDED_FIRST_MB }))
    throw new Stop(['EEXIST', 'ENOTDIR'].includes(error.code) ? folderIsFile({ folder }) : folderReadOnly({ folder }))
  }
  const found = readdirSync(folder)
  if (found.length > 0 && !found.some(name => OURS.includes(name))) throw new Stop(folderForeign({ folder, found: found.slice(0, 3).join(', ') }))
  const { bavail, bsize } = statfsSync(folder)
  const [freeMb, neededMb] = [Math.floor(bavail * bsize / 1e6), found.includes('postgres') ? NEEDED_MB : NEEDED_FIRST_MB]
  if (freeMb < neededMb) throw new Stop(diskFull({ folder, freeMb, neededMb }))
  return folder
}
