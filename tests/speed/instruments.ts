import { readFileSync } from 'node:fs'
import { createServer, type Server, type Socket } from 'node:net'
import { performance } from 'node:perf_hooks'
import { chromium } from '@playwright/test'
import { encodeLine } from '#shared/instruments/line'
import { instrumentTopic } from '#shared/wire/topics'
import config from '../../playwright.config'
import { freePort } from '../../scripts/lib/cluster.mjs'
import { startServer } from '../../scripts/lib/server.mjs'
import type { InstrumentRow } from '#shared/wire/types'
import { Client } from '../api/client'
import { askLive, sendText } from '../api/live-channel'
import { spread } from './spread'

/*
 * What instruments cost and how soon they are seen: twenty of them, ten values a second each, on a server of their own; and one whose value
 * is waited for on a screen. Prints one JSON line: the share of a core, and milliseconds.
 */

const INSTRUMENTS = 20
const EVERY_MS = 100
const SECONDS = Number(process.argv[2] ?? 10)
const ROUNDS = 40
const A_BENCH = 4
const sleep = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))

/** Says a value again and again to whoever has connected. */
function speaker(tag: string, unit: string, valueOf: () => number): Promise<{ server: Server, port: number, say: () => void }> {
  const sockets = new Set<Socket>()
  let n = 0
  const say = () => { for (const socket of sockets) socket.write(`${encodeLine({ word: 'value', tag, n: n++, value: valueOf(), unit, status: 'stable' })}\n`) }
  const server = createServer((socket) => {
    sockets.add(socket)
    socket.setNoDelay(true)
    socket.on('error', () => undefined)
    socket.on('close', () => sockets.delete(socket))
  })
  return freePort().then(port => new Promise(resolve => server.listen(port, '127.0.0.1', () => resolve({ server, port, say }))))
}

const client = await Client.as('okafor')
const { body: register } = await client.get<InstrumentRow[]>('/instruments')
const rows = register.filter(({ quantity }) => quantity === 'length' || quantity === 'torque').slice(0, INSTRUMENTS)
if (rows.length < INSTRUMENTS) throw new Error('the register has too few instruments')
const speakers = await Promise.all(rows.map(({ tag, quantity, rangeFrom }) => speaker(tag, quantity === 'torque' ? 'N·m' : 'mm',
  () => rangeFrom + Math.random())))
const server = await startServer({
  url: process.env.DATABASE_URL!, secret: process.env.TEST_SESSION_SECRET!, host: '127.0.0.1', port: await freePort(),
  onLine: () => undefined,
  env: {
    LOG_LEVEL: 'warn', NEEDLER_PHOTOS: process.env.NEEDLER_PHOTOS!, NEEDLER_SEAL_SECRET: process.env.TEST_SEAL_SECRET!,
    NEEDLER_INSTRUMENTS: rows.map(({ tag }, i) => `${tag}=127.0.0.1:${speakers[i]!.port}`).join(','),
  },
})
/** A bench has four instruments at most: five benches. */
const benches = await Promise.all(Array.from({ length: Math.ceil(INSTRUMENTS / A_BENCH) }, () => Client.as('okafor')))
const channels = await Promise.all(benches.map(async (bench, i) => {
  const tags = rows.slice(i * A_BENCH, (i + 1) * A_BENCH).map(({ tag }) => tag)
  for (const tag of tags) {
    const { status } = await fetch(`${server.address}/api/instruments/${tag}/lease`, {
      method: 'POST', headers: { 'cookie': bench.cookies, 'content-type': 'application/json' }, body: '{}',
    })
    if (status !== 200) throw new Error(`${tag} was not given: ${status}`)
  }
  const { socket } = await askLive(`${server.address}/api/live`, { cookie: bench.cookies })
  let bytes = 0
  socket!.on('data', (chunk: Buffer) => { bytes += chunk.length })
  sendText(socket!, JSON.stringify({ watch: tags.map(instrumentTopic) }))
  return { socket: socket!, bytes: () => bytes }
}))
await sleep(1500)

/** Processor time of the server so far, s. */
const cpuS = () => {
  const words = readFileSync(`/proc/${server.pid}/stat`, 'utf8').split(') ')[1]!.split(' ')
  return (Number(words[11]) + Number(words[12])) / 100
}
const timer = setInterval(() => { for (const { say } of speakers) say() }, EVERY_MS)
await sleep(1000)
const [heardBefore, cpuBefore, startedAt] = [channels.reduce((sum, { bytes }) => sum + bytes(), 0), cpuS(), performance.now()]
await sleep(SECONDS * 1000)
const share = (cpuS() - cpuBefore) / ((performance.now() - startedAt) / 1000)
const heard = channels.reduce((sum, { bytes }) => sum + bytes(), 0) - heardBefore
// A server that sends nothing costs nothing.
if (heard < INSTRUMENTS * SECONDS * 1000 / EVERY_MS * 60 * 0.9) throw new Error(`the benches heard only ${heard} bytes`)
clearInterval(timer)
for (const { socket } of channels) socket.destroy()
for (const { server: one } of speakers) one.close()
await server.stop()

/** From the sending of a value until a screen shows it. */
const browser = await chromium.launch(config.use!.launchOptions)
const page = await (await browser.newContext({ baseURL: process.env.NEEDLER_URL, viewport: { width: 1280, height: 800 },
  serviceWorkers: 'block' })).newPage()
await page.addInitScript('globalThis.__name = work => work')
await page.goto('/sign-in')
await page.getByRole('textbox', { name: 'Name' }).fill('marsh')
await page.getByLabel('Password').fill('merrow-sound')
await page.getByRole('button', { name: 'Go to the yard' }).click()
await page.getByRole('textbox', { name: /Search units/ }).fill('P-103')
await page.getByRole('link', { name: /Job \d+ of P-103/ }).click()
const dock = page.getByRole('region', { name: 'Instrument', exact: true })
let shownNm = 300
let strange: Socket | undefined
const stranger = createServer((socket) => {
  strange = socket
  socket.setNoDelay(true)
  socket.on('error', () => undefined)
}).listen(Number(process.env.TEST_INSTRUMENT_PORT), '127.0.0.1')
const sayNm = () => strange!.write(`${encodeLine({ word: 'value', tag: 'TW-06', n: shownNm, value: shownNm, unit: 'N·m', status: 'moving' })}\n`)
await dock.getByLabel('Instrument in hand').click()
await page.getByRole('option', { name: /^TW-06/ }).click()
while (!strange) await sleep(50)
async function timeShown(): Promise<number[]> {
  const times: number[] = []
  for (let i = 0; i < ROUNDS; i++) {
    await sleep(120)
    shownNm += 5
    const seen = page.evaluate(wanted => new Promise<number>((resolve) => {
      const look = () => document.querySelector('output.figure')?.textContent?.startsWith(wanted) ? resolve(Date.now()) : requestAnimationFrame(look)
      look()
    }), `${shownNm}`)
    await sleep(20)
    const sent = Date.now()
    sayNm()
    times.push(await seen - sent)
  }
  return times
}
const shown = spread(await timeShown())
const wire = await page.context().newCDPSession(page)
await wire.send('Emulation.setCPUThrottlingRate', { rate: 4 })
const slow = spread(await timeShown())
await browser.close()
stranger.close()
strange.destroy()
console.log(JSON.stringify({ share, shown, slow }))
