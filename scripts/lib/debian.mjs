import { existsSync, readdirSync } from 'node:fs'
import { capture, run } from './run.mjs'
import { Stop, say } from './say.mjs'

const isRoot = process.getuid?.() === 0

/** Installs Debian packages that are missing; without root or sudo it says which command to run. */
export async function needDebianPackages(wanted) {
  const missing = wanted.filter(({ present }) => !present()).map(({ name }) => name)
  if (missing.length === 0) return
  const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`
  const sudo = isRoot ? [] : ['sudo', '-n']
  if (!isRoot && (await capture('sudo', ['-n', 'true'])).code !== 0) throw new Stop(`Debian packages are missing. Run: sudo ${command}`)
  say(`Installing from Debian: ${missing.join(', ')} …`)
  const apt = (...args) =>
    run(
      [...sudo, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args][0],
      [...sudo, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args].slice(1),
      { quiet: true },
    )
  await apt('update', '-qq')
  // Debian would start a cluster of its own on port 5432; ours is the only one we want.
  await apt('install', '-y', '-qq', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', ...missing)
}

/** The folder of PostgreSQL's server programs, the newest version installed. */
export function postgresPrograms() {
  const root = '/usr/lib/postgresql'
  const versions = existsSync(root)
    ? readdirSync(root)
        .filter(v => existsSync(`${root}/${v}/bin/postgres`))
        .sort((a, b) => Number(b) - Number(a))
    : []
  return versions.length > 0 ? `${root}/${versions[0]}/bin` : undefined
}

export const POSTGRES = { name: 'postgresql', present: () => postgresPrograms() !== undefined }
export const CHROMIUM = { name: 'chromium', present: () => existsSync('/usr/bin/chromium') }
