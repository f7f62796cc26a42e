import { spawn } from 'node:child_process'
import { existsSync, writeFileSync } from 'node:fs'
import { setPriority } from 'node:os'
import { Client, draft } from '../api/client'
import { mostMemoryMb } from './memory'
import { spread } from './spread'

/*
 * Ten people with a valid sign-in do what they can to slow the shop, each with many requests at once; an eleventh works and a monitor
 * asks for health. Prints how long those two wait (p95) without the ten and beside them, and the greatest memory of the server with all it
 * has started.
 */

const SECONDS = Number(process.argv[2] ?? 15)

let until = 0
const going = () => Date.now() < until
const sleep = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))

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

/** They sit at other machines: here they get the time that everything else leaves, as a session of their own that gives way. */
function abusers(): Promise<number> {
  const child = spawn(process.execPath, ['--import', 'tsx', 'tests/speed/abusers.ts', String(SECONDS)], {
    stdio: ['ignore', 'pipe', 'inherit'], detached: true,
  })
  setPriority(child.pid!, GIVES_WAY)
  if (existsSync(`/proc/${child.pid}/autogroup`)) writeFileSync(`/proc/${child.pid}/autogroup`, String(GIVES_WAY))
  let said = ''
  child.stdout.on('data', (chunk: Buffer) => { said += chunk.toString() })
  return new Promise(resolve => child.on('close', () => resolve(Number(said.trim()))))
}
const GIVES_WAY = 19

const honest = () =>
  Promise.all([
    timed(() => new Client().get('/health'), 50),
    timed(() => worker.append(job, [draft('note-added', { text: 'honest work' })]), 100),
  ])
async function within<T>(work: () => Promise<T>, seconds = SECONDS): Promise<T> {
  until = Date.now() + seconds * 1000
  return work()
}

// A server that has just started is slower by itself.
await within(honest, 5)
const [quietHealth, quietTick] = await within(honest)
const [[health, tick], memory, requests] = await within(() => Promise.all([honest(), mostMemoryMb(going), abusers()]))
const beside = (quiet: number[], busy: number[]) => ({ quiet: spread(quiet).p95, busy: spread(busy).p95 })
console.log(JSON.stringify({ health: beside(quietHealth, health), tick: beside(quietTick, tick), memory, requests }))
