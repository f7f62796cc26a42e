import { chromium, type Page } from '@playwright/test'
import { EVIDENCE_ROLES, evidenceItems, sheetForJob } from '#core'
import config from '../../playwright.config'
import { Client, draft } from '../api/client'
import { demoDocuments } from '../support/demo-sheet'
import { spread, type Spread } from './spread'

/*
 * The clock of a failure that was looked at thoroughly: forty rings and four hundred arcs, drawn when all things are shown, and turned
 * frame by frame; on this machine, and with its processor slowed four times. Prints one JSON line.
 */
const [ARCS, SLOWED, ROUNDS, FRAMES] = [400, 4, 12, 120]
const client = await Client.as('lindqvist')
const { status, body } = await client.post<{ id: string }>('/units/P-106/jobs', {
  reason: 'speed of the clock', device: client.device, depth: 'failure-analysis',
})
if (status !== 200) throw new Error(`the job did not open: ${status}`)
const sheet = sheetForJob(demoDocuments.find(document => document.key === 'split-casing-lift-pump')!, { depth: 'failure-analysis' })
const items = evidenceItems(sheet)
const events = Array.from({ length: ARCS }, (_, i) => {
  const { part, role, place } = items[i % items.length]!
  const { kinds } = EVIDENCE_ROLES[role]
  return draft('finding-noted', {
    part: part.key, role, ...place ? { place } : {}, kind: kinds[i % kinds.length]!, severity: ([1, 2, 3] as const)[i % 3]!,
    fromDeg: i * 37 % 360, toDeg: (i * 37 + 25) % 360,
  })
})
for (let i = 0; i < events.length; i += 100) await client.append(body.id, events.slice(i, i + 100))

const browser = await chromium.launch(config.use!.launchOptions)
const context = await browser.newContext({ baseURL: process.env.NEEDLER_URL, viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
// The runner names the functions it sends into the page through a helper that only it has.
await context.addInitScript('globalThis.__name = work => work')
const page = await context.newPage()
await page.goto('/sign-in')
await page.getByRole('textbox', { name: 'Name' }).fill('lindqvist')
await page.getByLabel('Password').fill('merrow-sound')
await page.getByRole('button', { name: 'Go to the yard' }).click()
await page.getByRole('table').waitFor()
await page.goto(`/jobs/${body.id}/clock`)
await page.locator('svg.clock .finding').first().waitFor()
const wire = await context.newCDPSession(page)

/** From the tap that shows all rings to the frame in which they are. */
async function timeDrawing(on: Page): Promise<Spread> {
  const times: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    times.push(await on.evaluate(() => new Promise<number>((resolve) => {
      const button = [...document.querySelectorAll<HTMLElement>('section.rings .el-button')].at(-1)!
      const started = performance.now()
      button.click()
      requestAnimationFrame(() => {
        const channel = new MessageChannel()
        channel.port1.onmessage = () => { resolve(performance.now() - started) }
        channel.port2.postMessage(null)
      })
    })))
    await on.waitForTimeout(60)
  }
  return spread(times)
}

/** Work of the main thread for a frame while a ring is turned by a finger. */
async function timeTurning(on: Page): Promise<Spread> {
  await on.locator('section.rings li button').first().click()
  await on.getByRole('button', { name: 'Turn its frame …' }).click()
  const box = (await on.locator('svg.clock').boundingBox())!
  const number = (await on.locator('svg.clock .number').first().boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  const frames = await on.evaluate(async ({ x, y, radius, frames: count }) => {
    const svg = document.querySelector('svg.clock')!
    const send = (type: string, deg: number) => svg.dispatchEvent(new PointerEvent(type, {
      bubbles: true, pointerId: 1, clientX: x + Math.sin(deg * Math.PI / 180) * radius, clientY: y - Math.cos(deg * Math.PI / 180) * radius,
    }))
    svg.setPointerCapture = () => undefined
    send('pointerdown', 90)
    const took: number[] = []
    const channel = new MessageChannel()
    for (let i = 1; i <= count; i++) {
      await new Promise(requestAnimationFrame)
      const started = performance.now()
      send('pointermove', 90 + i * 2)
      await Promise.resolve()
      await new Promise((resolve) => {
        channel.port1.onmessage = resolve
        channel.port2.postMessage(null)
      })
      took.push(performance.now() - started)
    }
    send('pointerup', 90 + count * 2)
    return took
  }, { x, y, radius: y - (number.y + number.height / 2), frames: FRAMES })
  await on.getByRole('button', { name: 'Leave its frame' }).click()
  return spread(frames)
}

const drawn = await timeDrawing(page)
const turned = await timeTurning(page)
await wire.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })
const slow = { drawn: await timeDrawing(page), turned: await timeTurning(page) }
const [arcs, rings] = [await page.locator('svg.clock .finding').count(), await page.locator('svg.clock .ring').count()]
console.log(JSON.stringify({ drawn, turned, slow, arcs, rings }))
await browser.close()
