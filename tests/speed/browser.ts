import { chromium, type Page } from '@playwright/test'
import config from '../../playwright.config'
import { bluedFace } from '../support/blued-face'
import { spread, type Spread } from './spread'

/**
 * What a person at the bench waits for, measured in the browser on the production build: on this machine, and with its processor slowed
 * four times, which is a cheap tablet. Prints one JSON line.
 */
const [longJob, tallJob] = process.argv.slice(2)
const browser = await chromium.launch(config.use!.launchOptions)
const SLOWED = 4
/** Enough that the p95 is not the one worst. */
const ROUNDS = 40

async function signIn(): Promise<Page> {
  const context = await browser.newContext({
    baseURL: process.env.NEEDLER_URL,
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
  })
  // The runner names the functions it sends into the page through a helper that only it has.
  await context.addInitScript('globalThis.__name = work => work')
  const page = await context.newPage()
  await page.goto('/sign-in')
  await page.getByRole('textbox', { name: 'Name' }).fill('okafor')
  await page.getByLabel('Password').fill('merrow-sound')
  await page.getByRole('button', { name: 'Go to the yard' }).click()
  await page.getByRole('table').waitFor()
  return page
}

/** Clicks and waits, all inside the page, so that the remote control is not measured. */
const timeTap = (page: Page, button: string, seen: string) => page.evaluate(async ({ button, seen }) => {
  const target = [...document.querySelectorAll<HTMLElement>('button, a')].find(element =>
    (element.getAttribute('aria-label') ?? element.textContent ?? '').trim().startsWith(button),
  )!
  const started = performance.now()
  target.click()
  return new Promise<number>((resolve) => {
    const look = () =>
      document.querySelector(seen) ? requestAnimationFrame(() => resolve(performance.now() - started)) : requestAnimationFrame(look)
    look()
  })
}, { button, seen })

// The JavaScript of a first visit to the bench, as it travels.
const visitor = await signIn()
// The rows further down are made when they are scrolled to: the pump is looked up.
await visitor.getByRole('textbox', { name: /Search units/ }).fill('P-105')
const usual = visitor.getByRole('link', { name: /Job \d+ of P-105/ })
const link = await usual.getAttribute('href')
const cdp = await visitor.context().newCDPSession(visitor)
await cdp.send('Network.enable')
await cdp.send('Network.setCacheDisabled', { cacheDisabled: true })
const scripts = new Map<string, number>()
const isScript = new Set<string>()
cdp.on('Network.responseReceived', ({ requestId, type }) => { if (type === 'Script') isScript.add(requestId) })
cdp.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
  if (isScript.has(requestId)) scripts.set(requestId, encodedDataLength)
})
await visitor.goto(link!)
await visitor.getByRole('region', { name: 'This step' }).waitFor()
await visitor.waitForTimeout(500)
const scriptKb = [...scripts.values()].reduce((sum, bytes) => sum + bytes, 0) / 1000
// What follows is a browser that has been here before: with its cache.
await cdp.detach()

/** From the yard to the running job, warm; and the yard itself as a page that is opened anew, its files in the cache. */
async function timeOpening(): Promise<{ yard: Spread, job: Spread }> {
  const [yards, jobs]: [number[], number[]] = [[], []]
  for (let i = 0; i < ROUNDS; i++) {
    await visitor.goto('/', { waitUntil: 'commit' })
    yards.push(await visitor.evaluate(() => new Promise<number>((resolve) => {
      const look = () => document.querySelector('a[aria-label^="Job "]')
        ? requestAnimationFrame(() => resolve(performance.now()))
        : requestAnimationFrame(look)
      look()
    })))
    await visitor.waitForTimeout(150)
    jobs.push(await timeTap(visitor, 'Job ', 'section[aria-label="This step"] h2'))
  }
  return { yard: spread(yards), job: spread(jobs) }
}

/** First contentful paint of the bench for somebody who is signed in, nothing in the cache, on the link of a shop's far corner. */
async function timeFirstPaint(): Promise<Spread> {
  const state = await visitor.context().storageState()
  const paints: number[] = []
  for (let i = 0; i < ROUNDS; i++) {
    const context = await browser.newContext({
      baseURL: process.env.NEEDLER_URL, viewport: { width: 1280, height: 800 }, serviceWorkers: 'block', storageState: state,
    })
    const page = await context.newPage()
    const wire = await context.newCDPSession(page)
    await wire.send('Network.enable')
    await wire.send('Network.emulateNetworkConditions', {
      offline: false, latency: 40, downloadThroughput: 1_600_000 / 8, uploadThroughput: 768_000 / 8,
    })
    await page.goto(link!, { waitUntil: 'commit' })
    await page.getByRole('region', { name: 'This step' }).waitFor()
    paints.push(await page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0]!.startTime))
    await context.close()
  }
  return spread(paints)
}

/**
 * Ticks of a job: the tap until its effect is painted, and until the log has it. Tick and take back, so that any number can be had.
 */
async function timeTicks(address: string, rounds: number): Promise<{ shown: Spread, stored: Spread }> {
  const shown: number[] = []
  const stored: number[] = []
  await visitor.goto(address)
  await visitor.getByRole('region', { name: 'This step' }).waitFor()
  // At rest: what may be wanted later has been fetched.
  await visitor.waitForTimeout(4000)
  for (let i = 0; i < rounds; i++) {
    const times = await visitor.evaluate(async () => {
      const footer = document.querySelector('section[aria-label="This step"] footer')!
      const button
        = footer.querySelector<HTMLButtonElement>('button.big')
          ?? [...footer.querySelectorAll('button')].find(element => element.textContent!.includes('Undo'))!
      const count = document.querySelector('section[aria-label="The V of this job"] header .count')!
      const before = count.textContent
      const answered = new Promise<number>((resolve) => {
        const watcher = new PerformanceObserver((list) => {
          const entry = list.getEntries().find(candidate => candidate.name.endsWith('/events') && candidate.startTime >= started)
          if (entry) {
            watcher.disconnect()
            resolve((entry as PerformanceResourceTiming).responseEnd - started)
          }
        })
        watcher.observe({ type: 'resource' })
      })
      const started = performance.now()
      button.click()
      const effect = await new Promise<number>((resolve) => {
        const look = () =>
          count.textContent !== before ? requestAnimationFrame(() => resolve(performance.now() - started)) : requestAnimationFrame(look)
        look()
      })
      return { effect, stored: await answered }
    })
    shown.push(times.effect)
    stored.push(times.stored)
    await visitor.waitForTimeout(60)
    // Back to where the tick was taken, so that the next round finds its button.
    await visitor.evaluate(() =>
      [...document.querySelectorAll<HTMLButtonElement>('section[aria-label="This step"] footer button')]
        .find(element => element.textContent!.includes('Undo'))
        ?.click(),
    )
    await visitor.waitForTimeout(120)
  }
  return { shown: spread(shown), stored: spread(stored) }
}

/** From a tap at one bench until another bench shows it; ticks and taking back in turn. */
async function timeSeen(address: string, rounds: number): Promise<Spread> {
  const other = await signIn()
  for (const page of [visitor, other]) {
    await page.goto(address)
    await page.getByRole('region', { name: 'This step' }).waitFor()
  }
  await other.waitForTimeout(1000)
  const times: number[] = []
  for (let i = 0; i < rounds; i++) {
    const seen = other.evaluate(async () => {
      const count = document.querySelector('section[aria-label="The V of this job"] header .count')!
      await new Promise<void>(resolve =>
        new MutationObserver(() => resolve()).observe(count, { childList: true, characterData: true, subtree: true }),
      )
      return performance.timeOrigin + performance.now()
    })
    const tapped = await visitor.evaluate((isTick) => {
      const buttons = [...document.querySelectorAll<HTMLButtonElement>('section[aria-label="This step"] footer button')]
      const at = performance.timeOrigin + performance.now()
      buttons.find(element => isTick ? element.matches('.big') : element.textContent!.includes('Undo'))!.click()
      return at
    }, i % 2 === 0)
    times.push(await seen - tapped)
    await visitor.waitForTimeout(150)
  }
  await other.context().close()
  return spread(times)
}

/** Work of the main thread for one frame while the V is scrolled from end to end and back: scripts, style, layout and paint. */
async function timeScrolling(address: string): Promise<Spread> {
  await visitor.goto(address)
  await visitor.getByRole('region', { name: 'This step' }).waitFor()
  await visitor.waitForTimeout(1000)
  const frames = await visitor.evaluate(async () => {
    const rows = document.querySelector('section[aria-label="The V of this job"] .rows')!
    const frames: number[] = []
    const channel = new MessageChannel()
    for (let i = 0, by = 60; i < 240; i++) {
      await new Promise(requestAnimationFrame)
      const started = performance.now()
      const before = rows.scrollTop
      rows.scrollTop += by
      if (rows.scrollTop === before) by = -by
      // The message comes after the frame has been painted.
      await new Promise((resolve) => {
        channel.port1.onmessage = resolve
        channel.port2.postMessage(null)
      })
      frames.push(performance.now() - started)
    }
    return frames
  })
  return spread(frames)
}

/** A 12-megapixel photo of a blued face: from the choice of the file to the share, and the longest frame meanwhile. */
async function timeContact(): Promise<{ ms: number, longestFrame: number }> {
  const buffer = await bluedFace(4000, 3000, 0.6)
  await visitor.goto('/workings/contact')
  await visitor.waitForTimeout(800)
  await visitor.evaluate(() => {
    const frames: number[] = []
    let last = performance.now()
    const next = () => {
      const now = performance.now()
      frames.push(now - last)
      last = now
      requestAnimationFrame(next)
    }
    requestAnimationFrame(next)
    const started = { at: 0 }
    document.querySelector('input[type=file]')!.addEventListener('change', () => {
      // What the remote control does to hand the file over is not ours.
      frames.length = 0
      last = started.at = performance.now()
    })
    new MutationObserver(() => {
      if (document.querySelector('[aria-label="Result"]')) Object.assign(window, { took: performance.now() - started.at })
    }).observe(document.body, { childList: true, subtree: true })
    Object.assign(window, { frames })
  })
  await visitor.locator('input[type=file]').setInputFiles({ name: 'face.jpg', mimeType: 'image/jpeg', buffer })
  await visitor.locator('[aria-label="Result"]').waitFor()
  await visitor.waitForTimeout(300)
  const { took, frames } = await visitor.evaluate(() => {
    const { took, frames } = window as unknown as { took: number, frames: number[] }
    return { took, frames }
  })
  return { ms: took, longestFrame: Math.max(...frames.slice(1)) }
}

/** Work that is always the same, in the page: how fast this machine is just now, which the rows of two runs are to be read by. */
const timePace = async (): Promise<Spread> => spread((await visitor.evaluate((rounds) => {
  const took: number[] = []
  // Given back, so that nobody finds the work needless.
  let x = 0
  for (let round = 0; round < rounds; round++) {
    const started = performance.now()
    for (let i = 0; i < 2e7; i++) x = (x * 31 + i) | 0
    took.push(performance.now() - started)
  }
  return { took, x }
}, ROUNDS)).took)

const throttle = await visitor.context().newCDPSession(visitor)
const slowed = (rate: number) => throttle.send('Emulation.setCPUThrottlingRate', { rate })

const pace = await timePace()
const open = await timeOpening()
const tick = await timeTicks(link!, ROUNDS)
const long = await timeTicks(`/jobs/${longJob}`, ROUNDS)
const seen = await timeSeen(link!, ROUNDS)
const frame = await timeScrolling(`/jobs/${tallJob}`)
const contact = await timeContact()
const firstPaint = await timeFirstPaint()
await slowed(SLOWED)
const slow = {
  pace: await timePace(),
  open: await timeOpening(),
  tick: await timeTicks(link!, ROUNDS),
  frame: await timeScrolling(`/jobs/${tallJob}`),
}
console.log(JSON.stringify({ scriptKb, pace, open, tick, long, seen, frame, contact, firstPaint, slow }))
await browser.close()
