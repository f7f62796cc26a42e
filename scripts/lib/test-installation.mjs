import { mkdtempSync, chmodSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { randomBytes } from 'node:crypto'
import { freePort, startCluster } from './cluster.mjs'
import { startInstruments } from './instruments.mjs'
import { migrate, seed } from './prepare.mjs'
import { startServer } from './server.mjs'

/** What a server must never print: an error that nobody waited for, or one that nobody has thought of. */
const FAULT = /unhandledRejection|uncaughtException|UnhandledPromise|"request failed"/

/**
 * A whole Needler of its own on a throw-away database with the demonstration in it.
 * @param {object} [options]
 * @param {boolean} [options.durable] keep fsync on, as the product does; for measurements
 * Signal USR2 to this process restarts the server, as an update of the product does; journeys find it in NEEDLER_INSTALLATION_PID.
 * @returns {Promise<{ env: Record<string, string>, server: { address: string }, cluster: object, faults: string[], restart: () =>
 *   Promise<void>, kill: () => Promise<void>, stop: () => Promise<void> }>}
 */
export async function startTestInstallation({ output = 'ignore', durable = false } = {}) {
  const folder = mkdtempSync(join(tmpdir(), 'needler-'))
  chmodSync(folder, 0o755)
  const cluster = await startCluster({ folder, throwAway: true, durable })
  const instruments = await startInstruments()
  try {
    await migrate(cluster.url)
    const photos = join(folder, 'photos')
    await seed(cluster.url, photos)
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
    process.on('SIGUSR2', restart)
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
        NEEDLER_INSTALLATION_PID: String(process.pid),
      },
      stop: async () => {
        process.off('SIGUSR2', restart)
        await server.stop()
        instruments.stop()
        await cluster.stop()
      },
    }
  } catch (error) {
    instruments.stop()
    await cluster.stop()
    throw error
  }
}
