import { spawn } from 'node:child_process'
import { asked, Interrupted, isInterrupted } from './interrupt.mjs'
import { Stop } from './say.mjs'
import { commandFailed } from './words.mjs'

/** Runs a command to its end with its output shown; anything but success stops with a sentence. */
export async function run(command, args, { env = {}, cwd, quiet = false } = {}) {
  const { code, output } = await capture(command, args, { env, cwd, show: !quiet })
  if (code !== 0)
    throw new Stop(commandFailed({ command: [command, ...args].join(' '), code, output: quiet ? output.slice(-4000) : '' }))
  return output
}

/**
 * Ctrl-C reaches a whole group of processes at once, also the one that just writes something. So commands have groups of their own, and
 * are ended from here.
 */
const running = new Set()
void asked.then(() => {
  for (const child of running) {
    try {
      process.kill(-child.pid, 'SIGTERM')
    } catch {
      // It is over already.
    }
  }
})

/** Runs a command to its end and gives its code and all it printed. `anyway`: of what tidies up; an interruption does not end it. */
export function capture(command, args, { env = {}, cwd, show = false, anyway = false } = {}) {
  if (isInterrupted() && !anyway) return Promise.reject(new Interrupted())
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { env: { ...process.env, ...env }, cwd, stdio: ['ignore', 'pipe', 'pipe'], detached: true })
    if (!anyway) running.add(child)
    let output = ''
    for (const stream of ['stdout', 'stderr']) {
      child[stream].on('data', (chunk) => {
        output += chunk
        if (show) process[stream].write(chunk)
      })
    }
    child.on('error', error => error.code === 'ENOENT' ? resolve({ code: 127, output: `${command}: not found` }) : reject(error))
    child.on('close', (code) => {
      running.delete(child)
      if (isInterrupted() && !anyway) reject(new Interrupted())
      else resolve({ code: code ?? 1, output })
    })
  })
}
