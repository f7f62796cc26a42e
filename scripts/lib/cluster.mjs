import { createHash, randomBytes } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { createConnection, createServer } from 'node:net'
import { join } from 'node:path'
import { postgresPrograms } from './debian.mjs'
import { capture, run } from './run.mjs'
import { Stop, say } from './say.mjs'
import { databaseElsewhere, making, noPostgres, postgresDied, postgresFailed, postgresNoMemory, postgresNoRoom, postgresOther } from './words.mjs'

const isRoot = process.getuid?.() === 0
const USER = 'needler'

/** PostgreSQL refuses to run as root, so root hands over to the account that Debian made for it. */
const asServer = (command, args) => isRoot ? ['runuser', ['-u', 'postgres', '--', command, ...args]] : [command, args]

/**
 * A PostgreSQL cluster of our own on loopback, made at the first start.
 *
 * @param {object} options
 * @param {string} options.folder where its data lies
 * @param {boolean} [options.throwAway] for tests: no password
 * @param {boolean} [options.durable] with fsync; the product always, tests do without
 * @param {boolean} [options.watched] started again whenever it dies
 * @returns {Promise<{ url: string, kill: () => Promise<void>, revive: () => Promise<void>, stop: () => Promise<void> }>}
 */
export async function startCluster({ folder, throwAway = false, durable = !throwAway, watched = false }) {
  const home = await reachable(folder)
  const data = join(home, 'data')
  const log = join(home, 'postgres.log')
  const made = versionOf(data)
  const programs = postgresPrograms(made)
  if (!programs) throw new Stop(noPostgres({}))
  await needSameVersion({ programs, made, folder })
  const password = throwAway ? '' : keptSecret(join(folder, 'database-password'))

  if (!made) await makeCluster({ programs, home, data, password, throwAway })
  await clearStale({ programs, data })
  const port = await freePort()
  const settings = [
    `-p ${port}`, '-c listen_addresses=127.0.0.1', `-c unix_socket_directories='${socketFolder(home)}'`,
    ...!durable ? ['-c fsync=off', '-c synchronous_commit=off', '-c full_page_writes=off'] : [],
  ].join(' ')
  const start = () => capture(...asServer(join(programs, 'pg_ctl'), ['-D', data, '-l', log, '-w', '-t', '60', '-o', settings, 'start']))
  if ((await start()).code !== 0) throw new Stop(whyNot(tail(log), log))
  const pid = () => readPid(data)?.pid
  let stopping = false
  let reviving
  /** Starts it again when it has died, at the same port; what a killed one has left of itself needs a moment to go. */
  const revive = () => {
    reviving ??= (async () => {
      for (let tries = 0; !stopping && tries < 60 && !await answers(port); tries++) {
        // One that is dying still has its number for a moment.
        if (!isAlive(pid()) && (await start()).code === 0) return
        await new Promise(resolve => setTimeout(resolve, 500))
      }
    })().finally(() => { reviving = undefined })
    return reviving
  }
  /** As when the power goes: gone once nobody answers at its port any more. */
  const kill = async () => {
    process.kill(pid(), 'SIGKILL')
    while (await answers(port)) await new Promise(resolve => setTimeout(resolve, 20))
  }
  const watch = watched && setInterval(() => {
    if (stopping || isAlive(pid())) return
    say(postgresDied())
    void revive()
  }, 1000)
  const stop = async () => {
    stopping = true
    clearInterval(watch)
    await reviving
    const [command, args] = asServer(join(programs, 'pg_ctl'), ['-D', data, '-m', 'fast', '-w', 'stop'])
    await capture(command, args, { anyway: true })
  }
  const url = `postgres://${USER}${password ? `:${password}` : ''}@127.0.0.1:${port}/needler`
  return { url, kill, revive, stop }
}

/** The server that runs on a data folder, by the file that it keeps there. */
function readPid(data) {
  try {
    const [pid, , , port] = readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')
    return { pid: Number(pid), port: Number(port) }
  } catch {
    return undefined
  }
}

/** True when somebody listens at a port of this machine. */
const answers = port => new Promise((resolve) => {
  const probe = createConnection({ host: '127.0.0.1', port })
  probe.on('connect', () => { probe.destroy(); resolve(true) })
  probe.on('error', () => resolve(false))
})

function isAlive(pid) {
  try {
    return pid > 0 && process.kill(pid, 0)
  } catch (error) {
    return error.code === 'EPERM'
  }
}

/** The address of the cluster of a folder that runs already; undefined when none does. */
export async function runningCluster(folder) {
  const found = readPid(join(await reachable(folder), 'data'))
  return found && isAlive(found.pid)
    ? `postgres://${USER}:${keptSecret(join(folder, 'database-password'))}@127.0.0.1:${found.port}/needler`
    : undefined
}

/** The major version of PostgreSQL that has made the data; undefined while there are none. */
function versionOf(data) {
  const file = join(data, 'PG_VERSION')
  return existsSync(file) ? readFileSync(file, 'utf8').trim() : undefined
}

/** Data of one major version are not understood by another. */
async function needSameVersion({ programs, made, folder }) {
  if (!made) return
  const { output } = await capture(join(programs, 'postgres'), ['--version'])
  const installed = /(\d+)[.\d]*/.exec(output)?.[1]
  if (installed && installed !== made) throw new Stop(postgresOther({ folder, made, installed }))
}

/** What PostgreSQL has written when it could not go on, as a sentence that says what to do. */
function whyNot(said, log) {
  if (/No space left on device/.test(said)) return postgresNoRoom({ log })
  if (/Cannot allocate memory|could not (map|create) .*shared memory/.test(said)) return postgresNoMemory({ log })
  return postgresFailed({ log, tail: said })
}

/** Beside its place, and then moved there: one that was killed while it was made is made anew. */
async function makeCluster({ programs, home, data, password, throwAway }) {
  say(making())
  const raw = `${data}.making`
  const passwordFile = join(home, 'first-password')
  rmSync(raw, { recursive: true, force: true })
  if (!throwAway) writeFileSync(passwordFile, password, { mode: 0o600 })
  if (!throwAway && isRoot) await run('chown', ['postgres', passwordFile], { quiet: true })
  const auth = throwAway ? ['--auth=trust'] : ['--auth=scram-sha-256', `--pwfile=${passwordFile}`]
  const init = asServer(join(programs, 'initdb'), ['-D', raw, '-U', USER, ...auth, '-E', 'UTF8', '--locale=C.UTF-8'])
  const made = await capture(...init)
  rmSync(passwordFile, { force: true })
  if (made.code !== 0) throw new Stop(whyNot(made.output.slice(-2000), home))
  // Single-user mode makes the database without a connection, so no password travels anywhere.
  const [single, singleArgs] = asServer('sh', [
    '-c', 'echo "create database needler" | "$0" --single -D "$1" postgres', join(programs, 'postgres'), raw,
  ])
  await run(single, singleArgs, { quiet: true })
  renameSync(raw, data)
}

/** A server that was killed leaves a pid file; one that still runs from an earlier start is stopped first. */
async function clearStale({ programs, data }) {
  const [status, args] = asServer(join(programs, 'pg_ctl'), ['-D', data, 'status'])
  if ((await capture(status, args)).code !== 0) return
  const [stop, stopArgs] = asServer(join(programs, 'pg_ctl'), ['-D', data, '-m', 'fast', '-w', 'stop'])
  await capture(stop, stopArgs)
}

/** The folder itself, or, where the server's account may not go (a clone in /root), one of the same name that it can reach. */
async function reachable(folder) {
  const home = join(folder, 'postgres')
  mkdirSync(home, { recursive: true })
  if (!isRoot) {
    chmodSync(home, 0o700)
    return home
  }
  await run('chown', ['postgres', home], { quiet: true })
  chmodSync(home, 0o700)
  if ((await capture('runuser', ['-u', 'postgres', '--', 'test', '-w', home])).code === 0) return home
  const other = `/var/lib/needler/${createHash('sha256').update(folder).digest('hex').slice(0, 12)}`
  await run('install', ['-d', '-o', 'postgres', '-m', '700', other], { quiet: true })
  say(databaseElsewhere({ other, folder }))
  return other
}

/** Paths of sockets have a limit of about 100 bytes, and no quotes in a list of settings: such a folder goes without, loopback does. */
const socketFolder = home => home.length < 80 && !/['"\\\s,]/.test(home) ? home : ''

/** A secret that is made once and kept readable to its owner only. */
export function keptSecret(file) {
  if (!existsSync(file)) {
    mkdirSync(join(file, '..'), { recursive: true })
    writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  }
  return readFileSync(file, 'utf8').trim()
}

/** A port on loopback that is free now; never PostgreSQL's usual 5432. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.on('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address()
      probe.close(() => resolve(port))
    })
  })
}

const tail = file => existsSync(file) ? readFileSync(file, 'utf8').split('\n').slice(-15).join('\n') : '(no log)'
