import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { randomBytes } from 'node:crypto'
import { freePort, startCluster } from './cluster.mjs'
import { startInstruments } from './instruments.mjs'
import { migrate, seed } from './prepare.mjs'
import { run } from './run.mjs'
import { startServer } from './server.mjs'

/** What a server must never print: an error that nobody waited for, or one that nobody has thought of. */
const FAULT = /unhandledRejection|uncaughtException|UnhandledPromise|"request failed"/

const photosOf = folder => join(folder, 'photos')

function newFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'needler-'))
  chmodSync(folder, 0o755)
  return folder
}

const fill = async (folder, { url }) => {
  await migrate(url)
  await seed(url, photosOf(folder))
}

/** A folder with the demonstration in it, to be copied for more than one installation: making it takes half a minute. */
export async function seededFolder() {
  const folder = newFolder()
  const cluster = await startCluster({ folder, throwAway: true })
  await fill(folder, cluster).finally(cluster.stop)
  return folder
}

/**
 * A whole Needler of its own on a throw-away database with the demonstration in it.
 * @param {object} [options]
 * @param {boolean} [options.durable] keep fsync on, as the product does; for measurements
 * @param {string} [options.seeded] what `seededFolder` made, to be copied
 * Whoever asks at NEEDLER_RESTART has the server stopped and started again, as an update of the product does.
 * @returns {Promise<{ env: Record<string, string>, server: { address: string }, cluster: object, faults: string[], restart: () =>
 *   Promise<void>, kill: () => Promise<void>, stop: () => Promise<void> }>}
 */
export async function startTestInstallation({ output = 'ignore', durable = false, seeded } = {}) {
  const folder = newFolder()
  if (seeded) await run('cp', ['-a', `${seeded}/.`, folder], { quiet: true })
  const cluster = await startCluster({ folder, throwAway: true, durable })
  const instruments = await startInstruments()
  const end = async () => {
    instruments.stop()
    await cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  try {
    if (!seeded) await fill(folder, cluster)
    const photos = photosOf(folder)
    const port = await freePort()
    const secret = randomBytes(24).toString('hex')
    // What a second instance on the same database needs too; under names that nothing else listens to.
    const shared = { TEST_SESSION_SECRET: secret, TEST_SEAL_SECRET: randomBytes(24).toString('hex') }
    // Behind this tag a test puts whatever it likes to listen at the port.
    const strange = await freePort()
    const env = {
      ...instruments.env, NEEDLER_INSTRUMENTS: `${instruments.env.NEEDLER_INSTRUMENTS},TW-06=127.0.0.1:${strange}`,
      LOG_LEVEL: 'warn', NEEDLER_PHOTOS: photos, NEEDLER_SEAL_SECRET: shared.TEST_SEAL_SECRET, TRUST_PROXY: 'loopback',
    }
    const faults = []
    const onLine = (line) => {
      if (FAULT.test(line)) faults.push(line)
      if (output === 'inherit') process.stdout.write(`${line}\n`)
    }
    const start = () => startServer({ url: cluster.url, secret, host: '127.0.0.1', port, env, onLine })
    let server = await start()
    const restart = async () => {
      await server.stop()
      server = await start()
    }
    /** As when the power goes; a later `restart` brings it back. */
    const kill = async () => {
      server.kill()
      await server.ended
    }
    const bell = createServer((_asked, answer) => void restart().then(() => answer.end(), () => answer.destroy()))
    await new Promise(resolve => bell.listen(0, '127.0.0.1', resolve))
    return {
      server,
      cluster,
      faults,
      restart,
      kill,
      env: {
        ...shared,
        TEST_INSTRUMENT_PORT: String(strange),
        NEEDLER_SERVER_PID: String(server.pid),
        DATABASE_URL: cluster.url,
        NEEDLER_PHOTOS: photos,
        NEEDLER_URL: server.address,
        NEEDLER_RESTART: `http://127.0.0.1:${bell.address().port}`,
      },
      stop: async () => {
        bell.close()
        await server.stop()
        await end()
      },
    }
  } catch (error) {
    await end()
    throw error
  }
}
