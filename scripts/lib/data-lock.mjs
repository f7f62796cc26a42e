import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Stop, say } from './say.mjs'

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
      onCompromised: () =>
        say('This program was held up for so long that its data folder counts as free. Stop it before another one is started on it.'),
    })
  } catch (error) {
    if (error.code !== 'ELOCKED') throw error
    throw new Stop(
      `Another Needler runs on the data folder ${folder}. Stop that one first, or give this one a folder of its own: NEEDLER_DATA=… npm start`,
    )
  }
}

const leftBehind = folder => join(folder, 'server.pid')

/** Remembers which process serves from a folder, so that a later start finds it should this one be killed. */
export const rememberServer = (folder, pid) => writeFileSync(leftBehind(folder), String(pid))

export const forgetServer = folder => rmSync(leftBehind(folder), { force: true })

/** Ends the server that a killed start has left behind. */
export async function endLeftBehind(folder) {
  if (!existsSync(leftBehind(folder))) return
  const pid = Number(readFileSync(leftBehind(folder), 'utf8'))
  if (isServer(pid)) {
    say('An earlier start was killed and has left its server behind; it is stopped first.')
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
