import { spawn } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import { Client, draft } from '../api/client'

/*
 * Ten people with a valid sign-in do what they can to slow the shop, each with many requests at once; an eleventh works and a monitor
 * asks for health. Prints how long those two wait (p95) and the greatest memory of the server with all it has started.
 */

const SECONDS = Number(process.argv[2] ?? 15)
const pid = Number(process.env.NEEDLER_SERVER_PID)

const until = Date.now() + SECONDS * 1000
const going = () => Date.now() < until
const sleep = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))
const p95 = (times: number[]) => times.toSorted((a, b) => a - b)[Math.floor(times.length * 0.95)]!

const worker = await Client.as('marsh')
const job = await worker.openJobOf('H-302')
async function timed(work: () => Promise<{ status: number }>, everyMs: number): Promise<number[]> {
  const times: number[] = []
  while (going()) {
    const started = performance.now()
    const { status } = await work()
    if (status !== 200) throw new Error(`an honest request was answered with ${status}`)
    times.push(performance.now() - started)
    await sleep(everyMs)
  }
  return times
}

/** Resident memory of a process and all that it has started, in MB. */
function memoryMb(root: number): number {
  const parents = new Map<number, { parent: number, kb: number }>()
  for (const name of readdirSync('/proc').filter(entry => /^\d+$/.test(entry))) {
    try {
      const status = readFileSync(`/proc/${name}/status`, 'utf8')
      parents.set(Number(name), { parent: Number(/PPid:\s+(\d+)/.exec(status)![1]), kb: Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) })
    } catch {
      // It has ended meanwhile.
    }
  }
  const isOurs = (one: number): boolean => one === root || (parents.has(one) && isOurs(parents.get(one)!.parent))
  return [...parents].filter(([one]) => isOurs(one)).reduce((sum, [, { kb }]) => sum + kb, 0) / 1024
}
async function watchMemory(): Promise<number> {
  let most = 0
  while (going()) {
    most = Math.max(most, memoryMb(pid))
    await sleep(200)
  }
  return most
}

/** They sit at other machines: here they get the time that the server leaves. */
function abusers(): Promise<number> {
  const child = spawn('nice', ['-n', '10', process.execPath, '--import', 'tsx', 'tests/speed/abusers.ts', String(SECONDS)], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  let said = ''
  child.stdout.on('data', (chunk: Buffer) => { said += chunk.toString() })
  return new Promise(resolve => child.on('close', () => resolve(Number(said.trim()))))
}

const [health, tick, memory, requests] = await Promise.all([
  timed(() => new Client().get('/health'), 50),
  timed(() => worker.append(job, [draft('note-added', { text: 'honest work' })]), 100),
  watchMemory(),
  abusers(),
])
console.log(JSON.stringify({ health: p95(health), tick: p95(tick), memory, requests }))
