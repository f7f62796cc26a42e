import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { ROOT } from './prepare.mjs'
import { Stop } from './say.mjs'
import { hostUnknown, portBad, portForbidden, portTaken, serverEnded, serverSlow } from './words.mjs'

const UP_WITHIN_MS = 30_000
/** The built server; and the one for work on the code, which builds while it runs and takes changes at once. */
const BUILT = [join(ROOT, '.output', 'server', 'index.mjs')]
const DEVELOPING = [join(ROOT, 'node_modules', 'nuxt', 'bin', 'nuxt.mjs'), 'dev', '--no-fork']

/** What `PORT` says. */
export function portOf(text = '3000') {
  const port = Number(text)
  if (!/^\d+$/.test(text) || port < 1 || port > 65_535) throw new Stop(portBad({ text }))
  return port
}

/** Says in a sentence why nobody can serve at a port of an address: somebody else has it already, or it is not ours to take. */
export function needFreePort(host, port) {
  const why = {
    EADDRINUSE: () => portTaken({ host, port, free: port < 65_535 ? port + 1 : port - 1 }),
    EACCES: () => portForbidden({ port }),
    EADDRNOTAVAIL: () => hostUnknown({ host }),
    ENOTFOUND: () => hostUnknown({ host }),
    EAI_AGAIN: () => hostUnknown({ host }),
  }
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.on('error', error => reject(why[error.code] ? new Stop(why[error.code]()) : error))
    probe.listen(port, host, () => probe.close(() => resolve()))
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
    if (over) throw new Stop(serverEnded())
    if (await isWell(address)) break
    if (Date.now() > until) {
      const word = await lastWord(address)
      child.kill('SIGKILL')
      throw new Stop(serverSlow({ seconds: withinMs / 1000, word }))
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
