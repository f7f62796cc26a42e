import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { capture, run } from './run.mjs'
import { Stop, say } from './say.mjs'
import { installingDebian, noPostgres, packagesMissing } from './words.mjs'

const isRoot = process.getuid?.() === 0

/** Installs Debian packages that are missing; without the right to do so it says which command to run. */
export async function needDebianPackages(wanted, mayInstall = async () => isRoot || (await capture('sudo', ['-n', 'true'])).code === 0) {
  const missing = wanted.filter(({ present }) => !present()).map(({ name }) => name)
  if (missing.length === 0) return
  const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`
  const sudo = isRoot ? [] : ['sudo', '-n']
  if (!await mayInstall()) throw new Stop(packagesMissing({ command }))
  say(installingDebian({ names: missing.join(', ') }))
  const apt = (...args) => {
    const [first, ...rest] = [...sudo, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args]
    return run(first, rest, { quiet: true })
  }
  await apt('update', '-qq')
  // Debian would start a cluster of its own on port 5432; ours is the only one we want.
  await apt('install', '-y', '-qq', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', ...missing)
}

const DEBIANS = '/usr/lib/postgresql'

/** The versions of PostgreSQL that are installed, the newest first. */
const installedVersions = () => existsSync(DEBIANS)
  ? readdirSync(DEBIANS).filter(v => existsSync(join(DEBIANS, v, 'bin', 'postgres'))).sort((a, b) => Number(b) - Number(a))
  : []

/**
 * The folder of PostgreSQL's server programs: what `NEEDLER_POSTGRES` names, else those of the version that has made the data, where it is
 * installed, else the newest. Undefined while there are none.
 */
export function postgresPrograms(version) {
  const named = process.env.NEEDLER_POSTGRES
  if (named) {
    if (!existsSync(join(named, 'postgres'))) throw new Stop(noPostgres({ folder: named }))
    return named
  }
  const all = installedVersions()
  const [best] = all.includes(version) ? [version] : all
  return best && join(DEBIANS, best, 'bin')
}

export const POSTGRES = { name: 'postgresql', present: () => postgresPrograms() !== undefined }
/** For the verifier of dossiers, which is given away in another language than ours. */
export const PYTHON = { name: 'python3', present: () => spawnSync('python3', ['--version']).status === 0 }
export const CHROMIUM = { name: 'chromium', present: () => existsSync('/usr/bin/chromium') }
