import { fork } from 'node:child_process'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { instrumentFailed } from './words.mjs'

const ROOT = new URL('../..', import.meta.url).pathname
const BUILT = join(ROOT, '.output', 'instruments')

/** Which instrument of the demonstration each of them is. */
const SIMULATED = {
  'MIC-13': 'outside-micrometer', 'BG-03': 'bore-gauge', 'DI-09': 'dial-indicator', 'DG-01': 'depth-gauge', 'CAL-02': 'caliper',
  'TW-04': 'torque-wrench', 'IR-01': 'infrared-thermometer', 'IT-01': 'insulation-tester', 'VM-01': 'vibration-pen',
  'ST-01': 'spring-tester', 'SC-01': 'scale',
}

/** Builds the simulated instruments, each to one small program. */
export async function buildInstruments(folder = BUILT) {
  // On a fresh machine the packages are installed after this file is read.
  const { build } = await import('esbuild')
  const names = readdirSync(join(ROOT, 'instruments')).filter(name => name !== 'lib')
  await build({
    entryPoints: Object.fromEntries(names.map(name => [name, join(ROOT, 'instruments', name, 'index.ts')])), outdir: folder,
    outExtension: { '.js': '.mjs' }, bundle: true, platform: 'node', format: 'esm', target: 'node20', logLevel: 'warning', treeShaking: true,
  })
}

/** Starts one and hears at which port it serves; one that does not start is told and left out. */
function startOne(tag, program) {
  const child = fork(program, [tag], { execArgv: ['--max-old-space-size=48'], stdio: ['ignore', 'ignore', 'inherit', 'ipc'] })
  return new Promise((resolve) => {
    child.once('message', ({ port }) => resolve({ tag, port, child }))
    child.once('error', (error) => {
      process.stderr.write(`${instrumentFailed({ tag, message: error.message })}\n`)
      resolve(undefined)
    })
    child.once('exit', () => resolve(undefined))
  })
}

/**
 * Starts the simulated instruments, each a process on a port of loopback.
 * @returns {Promise<{ env: Record<string, string>, stop: () => void }>} what the server needs to find them
 */
export async function startInstruments(folder = BUILT) {
  const all = await Promise.all(Object.entries(SIMULATED).map(([tag, name]) => startOne(tag, join(folder, `${name}.mjs`))))
  const started = all.filter(one => one !== undefined)
  return {
    env: {
      NEEDLER_INSTRUMENTS: started.map(({ tag, port }) => `${tag}=127.0.0.1:${port}`).join(','),
      NEEDLER_INSTRUMENTS_SIMULATED: 'on',
    },
    stop: () => { for (const { child } of started) child.kill('SIGTERM') },
  }
}
