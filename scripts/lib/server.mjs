import { spawn } from 'node:child_process'
import { createConnection } from 'node:net'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { ROOT } from './prepare.mjs'
import { Stop } from './say.mjs'

const UP_WITHIN_MS = 30_000
/** The built server; and the one for work on the code, which builds while it runs and takes changes at once. */
const BUILT = [join(ROOT, '.output', 'server', 'index.mjs')]
const DEVELOPING = [join(ROOT, 'node_modules', 'nuxt', 'bin', 'nuxt.mjs'), 'dev', '--no-fork']

/** Says in a sentence that somebody else has the port already. */
export function needFreePort(host, port) {
  return new Promise((resolve, reject) => {
    const probe = createConnection({ host: host === '0.0.0.0' ? '127.0.0.1' : host, port })
    probe.on('connect', () => {
      probe.destroy()
      reject(new Stop(`Port ${port} on ${host} is taken by another program. Choose another one: PORT=${port + 1} npm start`))
    })
    probe.on('error', () => resolve())
  })
}

/**
 * Starts the built server, or the one for work on the code, and waits until it is well.
 * @param {{ url: string, secret: string, host: string, port: number, env?: Record<string, string>, onLine?: (line: string) => void,
 *   develop?: boolean }} options
 *   `onLine` hears every line that it prints
 * @returns {Promise<{ address: string, pid: number, ended: Promise<number>, kill: () => void, stop: () => Promise<number> }>}
 */
export async function startServer({ url, secret, host, port, env = {}, onLine, develop = false }) {
  await needFreePort(host, port)
  const child = spawn(process.execPath, develop ? DEVELOPING : BUILT, {
    env: {
      NODE_ENV: develop ? 'development' : 'production',
      ...process.env,
      ...env,
      DATABASE_URL: url,
      NUXT_SESSION_PASSWORD: secret,
      HOST: host,
      PORT: String(port),
    },
    stdio: ['ignore', onLine ? 'pipe' : 'inherit', onLine ? 'pipe' : 'inherit'],
    // Ctrl-C reaches the whole group at once; the start script passes it on in the right order instead.
    detached: true,
  })
  if (onLine) for (const stream of [child.stdout, child.stderr]) createInterface({ input: stream }).on('line', onLine)
  const ended = new Promise(resolve => child.on('exit', code => resolve(code ?? 0)))
  let over = false
  void ended.then(() => { over = true })
  const address = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`
  const withinMs = develop ? 4 * UP_WITHIN_MS : UP_WITHIN_MS
  for (const until = Date.now() + withinMs; ;) {
    if (over) throw new Stop('The server ended before it was up. Its last lines stand above.')
    if (await isWell(address)) break
    if (Date.now() > until) {
      const word = await lastWord(address)
      child.kill('SIGKILL')
      throw new Stop(`The server did not come up within ${withinMs / 1000} s. It last said: ${word}`)
    }
    await new Promise(resolve => setTimeout(resolve, 100))
  }
  const stop = () => {
    if (!over) child.kill('SIGTERM')
    const patience = setTimeout(() => child.kill('SIGKILL'), 10_000)
    return ended.finally(() => clearTimeout(patience))
  }
  return { address, pid: child.pid, ended, kill: () => child.kill('SIGKILL'), stop }
}

const lastWord = address => fetch(`${address}/api/health`).then(answer => answer.text(), error => String(error.cause ?? error))

async function isWell(address) {
  try {
    return (await fetch(`${address}/api/health`)).ok
  } catch {
    return false
  }
}
