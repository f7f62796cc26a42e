import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Stop, say } from './say.mjs'
import { folderHeldUp, folderTaken, leftBehind } from './words.mjs'

/**
 * Takes a data folder for one start alone. One whose holder was killed is free after a few seconds.
 * @returns {Promise<() => Promise<void>>} gives it back
 */
export async function takeFolder(folder) {
  // Only now: a fresh clone has installed its packages meanwhile.
  const { default: lockfile } = await import('proper-lockfile')
  try {
    return await lockfile.lock(folder, {
      lockfilePath: join(folder, 'start.lock'),
      stale: 5000,
      update: 1000,
      retries: { retries: 8, factor: 1, minTimeout: 800 },
      onCompromised: () => say(folderHeldUp()),
    })
  } catch (error) {
    if (error.code !== 'ELOCKED') throw error
    throw new Stop(folderTaken({ folder }))
  }
}

const pidFile = folder => join(folder, 'server.pid')

/** Remembers which process serves from a folder, so that a later start finds it should this one be killed. */
export const rememberServer = (folder, pid) => writeFileSync(pidFile(folder), String(pid))

export const forgetServer = folder => rmSync(pidFile(folder), { force: true })

/** Ends the server that a killed start has left behind. */
export async function endLeftBehind(folder) {
  if (!existsSync(pidFile(folder))) return
  const pid = Number(readFileSync(pidFile(folder), 'utf8'))
  if (isServer(pid)) {
    say(leftBehind())
    process.kill(pid, 'SIGTERM')
    for (let i = 0; i < 100 && isServer(pid); i++) await new Promise(resolve => setTimeout(resolve, 100))
    if (isServer(pid)) process.kill(pid, 'SIGKILL')
  }
  forgetServer(folder)
}

/** Numbers of processes are given anew: only what is a server of ours is stopped. */
function isServer(pid) {
  try {
    return pid > 0 && /index\.mjs|nuxt\.mjs/.test(readFileSync(`/proc/${pid}/cmdline`, 'utf8'))
  } catch {
    return false
  }
}
