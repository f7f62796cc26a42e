import { spawn } from 'node:child_process'
import { Stop } from './say.mjs'

/** Runs a command to its end with its output shown; anything but success stops with a sentence. */
export async function run(command, args, { env = {}, cwd, quiet = false } = {}) {
  const { code, output } = await capture(command, args, { env, cwd, show: !quiet })
  if (code !== 0) throw new Stop(`"${[command, ...args].join(' ')}" ended with code ${code}.${quiet ? `\n${output.slice(-4000)}` : ''}`)
  return output
}

/** Runs a command to its end and gives its code and all it printed. */
export function capture(command, args, { env = {}, cwd, show = false } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { env: { ...process.env, ...env }, cwd, stdio: ['ignore', 'pipe', 'pipe'] })
    let output = ''
    for (const stream of ['stdout', 'stderr']) {
      child[stream].on('data', (chunk) => {
        output += chunk
        if (show) process[stream].write(chunk)
      })
    }
    child.on('error', error => error.code === 'ENOENT' ? resolve({ code: 127, output: `${command}: not found` }) : reject(error))
    child.on('close', code => resolve({ code: code ?? 1, output }))
  })
}
