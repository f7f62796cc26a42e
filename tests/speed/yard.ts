import { chromium } from '@playwright/test'
import config from '../../playwright.config'
import { Client } from '../api/client'
import { database, closeConnection } from '../../server/db/client'
import { spread } from './spread'

/*
 * A yard of ten thousand units, each with its outlook: how long the server takes to answer, and a browser with its processor slowed four
 * times to show the first row, from a tap in the app and from the start of the app. Prints one JSON line.
 */
const [UNITS, ASKED, ROUNDS, SLOWED] = [10_000, 60, 12, 4]
const db = database()
await db.execute(`insert into unit (tag, site_key, name, family, make, running_hours, next_due)
  select 'Y-' || lpad(i::text, 5, '0'), (array['intake', 'desalting', 'sludge'])[1 + i % 3], 'Made-up unit ' || i, 'pump', 'Tidewright', i * 3 % 60000, current_date + i % 900
  from generate_series(1, ${UNITS}) as i on conflict do nothing`)
await db.execute(`insert into unit_outlook (unit_id, day, position, position_name, share, low_day, median_day, high_day, due_day, due_reason, due_what)
  select id, current_date, 'ring', 'Wear ring clearance', (running_hours::int % 100) / 100.0, current_date + (running_hours::int % 2000), current_date + (running_hours::int % 2000) + 300,
    current_date + (running_hours::int % 2000) + 900, next_due, 'calendar', 'overhaul by the calendar' from unit where tag like 'Y-%' on conflict do nothing`)
await db.execute('analyze')
await closeConnection()

const client = await Client.as('osei')
const QUERIES = ['sort=limit', 'sort=due', 'search=unit%201', 'show=due', 'sort=hours&desc=true', 'show=limit&site=sludge', '']
const answered: number[] = []
for (let i = 0; i < ASKED; i++) {
  const started = performance.now()
  await client.get(`/yard?limit=100&${QUERIES[i % QUERIES.length]}`)
  answered.push(performance.now() - started)
}

const browser = await chromium.launch(config.use!.launchOptions)
const context = await browser.newContext({ baseURL: process.env.NEEDLER_URL, viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
await context.addInitScript('globalThis.__name = work => work')
const page = await context.newPage()
await page.goto('/sign-in')
await page.getByRole('textbox', { name: 'Name' }).fill('osei')
await page.getByLabel('Password').fill('merrow-sound')
await page.getByRole('button', { name: 'Go to the yard' }).click()
await page.getByRole('table').waitFor()
const cdp = await context.newCDPSession(page)
await cdp.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })
const firstRow = (tap: boolean) => page.evaluate(tap => new Promise<number>((resolve) => {
  const started = tap ? performance.now() : 0
  if (tap) document.querySelector<HTMLElement>('a.home')!.click()
  const look = () => document.querySelector('.units .tag') ? requestAnimationFrame(() => resolve(performance.now() - started)) : requestAnimationFrame(look)
  look()
}), tap)
const [started, shown]: [number[], number[]] = [[], []]
for (let round = 0; round < ROUNDS; round++) {
  await page.goto('/?sort=limit', { waitUntil: 'commit' })
  started.push(await firstRow(false))
  await page.getByRole('link', { name: 'Workings' }).click()
  await page.locator('.yard').waitFor({ state: 'detached' })
  await page.waitForTimeout(500)
  shown.push(await firstRow(true))
}
await browser.close()
console.log(JSON.stringify({ units: UNITS, answered: spread(answered), shown: spread(shown), started: spread(started) }))
