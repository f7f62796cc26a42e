import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { keptSecret } from './cluster.mjs'
import { buildInstruments } from './instruments.mjs'
import { capture, run } from './run.mjs'
import { Stop, say } from './say.mjs'

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
  if (major < 20 || (major === 20 && minor < 19)) throw new Stop(`Node ${process.versions.node} is too old: Needler needs 20.19 or later.`)
}

/** Installs the npm packages when the lock file has changed since the last time. */
export async function needPackages() {
  const lock = digest([join(ROOT, 'package-lock.json')])
  if (existsSync(PACKAGES_STAMP) && readFileSync(PACKAGES_STAMP, 'utf8') === lock) return
  say('Installing npm packages (about two minutes the first time) …')
  await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: ROOT, quiet: true })
  writeFileSync(PACKAGES_STAMP, lock)
}

/** Builds the application when one of its files has changed since the last build. */
export async function needBuild(env = {}) {
  const now = digest(BUILT_FROM.map(path => join(ROOT, path)))
  if (existsSync(BUILD_STAMP) && readFileSync(BUILD_STAMP, 'utf8') === now) return
  say('Building (about a minute) …')
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

/** Brings the tables up to date; a database that cannot be used is told in its own words. */
export async function migrate(url) {
  const { code, output } = await capture('npx', ['tsx', 'server/db/migrate.ts'], { cwd: ROOT, env: { DATABASE_URL: url } })
  const { host, pathname } = new URL(url)
  if (code !== 0) throw new Stop(`The database ${pathname.slice(1)} at ${host} cannot be used: ${output.trim().split('\n').pop()}`)
}

/** Puts the demonstration into an empty database, and its photos into their folder. */
export const seed = (url, photos) =>
  run('npx', ['tsx', 'demo/seed.ts'], { cwd: ROOT, quiet: true, env: { DATABASE_URL: url, NEEDLER_PHOTOS: photos } })

/** A one-time code for the first admin when nobody is in the database; null when somebody is. */
export async function setUpCode(url) {
  const printed = await run('npx', ['tsx', 'scripts/tools/set-up-code.ts'], { cwd: ROOT, quiet: true, env: { DATABASE_URL: url } })
  return /^([a-z2-9]{4}-){4}[a-z2-9]{4}$/m.exec(printed)?.[0] ?? null
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

export function dataFolder() {
  const folder = process.env.NEEDLER_DATA ?? join(ROOT, '.data')
  mkdirSync(folder, { recursive: true })
  return folder
}
