import sharp from 'sharp'
import { chromium, type Page } from '@playwright/test'
import type { UnitAnswer, YardAnswer } from '#shared/wire/types'
import config from '../playwright.config'
import { bluedShell } from '../tests/support/blued-shell'

/** One picture of every main view at 1280x800, from the demonstration, into docs/screenshots. */
const browser = await chromium.launch(config.use!.launchOptions)

async function bench(
  options: { login?: string; colorScheme?: 'light' | 'dark'; viewport?: { width: number; height: number }; hasTouch?: boolean } = {},
): Promise<Page> {
  const { login = 'okafor', ...rest } = options
  const context = await browser.newContext({
    baseURL: process.env.NEEDLER_URL,
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    ...rest,
  })
  const page = await context.newPage()
  await page.goto('/sign-in')
  await page.getByRole('textbox', { name: 'Name' }).waitFor()
  await page.getByRole('textbox', { name: 'Name' }).fill(login)
  await page.getByLabel('Password').fill('merrow-sound')
  await page.getByRole('button', { name: 'Go to the yard' }).click()
  await page.getByRole('table').waitFor()
  return page
}

const taken: string[] = []
async function take(page: Page, name: string): Promise<void> {
  await page.evaluate(() => document.fonts.ready)
  await page.waitForTimeout(300)
  await page.screenshot({ path: `docs/screenshots/${name}.png` })
  taken.push(name)
}

async function openJob(page: Page, tag: string, step?: RegExp): Promise<void> {
  await page.goto('/')
  await page.getByLabel(/Search units/).fill(tag)
  await page.getByRole('link', { name: new RegExp(`Job \\d+ of ${tag}`) }).click()
  await page.getByRole('region', { name: 'This step' }).waitFor()
  if (step) await page.getByRole('region', { name: 'The V of this job' }).getByRole('button', { name: step }).first().click()
}

/** A machine without a sheet, made safe, with some of it off. */
async function growOne(page: Page): Promise<void> {
  await page.goto('/units/B-552')
  await page.getByRole('button', { name: 'Start an overhaul' }).click()
  const start = page.getByRole('dialog')
  await start.getByLabel('Why does it come to the bench?').fill('Vibration at the drive end rises')
  await start.getByText('Electric: motor, heater, control').click()
  await start.getByRole('button', { name: 'Start at the first lock' }).click()
  const step = page.getByRole('region', { name: 'This step' })
  const [duty, off] = [step.locator('.duty:not(.met)').first(), step.getByRole('button', { name: 'Off', exact: true })]
  await step.getByRole('heading', { level: 2 }).waitFor()
  while (!await off.count()) {
    while (await duty.count()) {
      if (await duty.getByLabel('PIN of the second person').count()) {
        await duty.getByLabel('Name of the second person').fill('brandt')
        await duty.getByLabel('PIN of the second person').fill('481216')
        await duty.getByRole('button', { name: 'Release' }).click()
      } else {
        for (const cell of await duty.getByRole('textbox').all()) await cell.fill('0.8')
        await duty.getByRole('button', { name: 'Write it down' }).click()
      }
      await page.waitForTimeout(600)
    }
    await step.locator('button.big').click()
    await page.waitForTimeout(600)
  }
  for (const name of ['Belt', 'Casing screws', 'Dowel pins', 'Lock washer', 'Impeller nut', 'Inlet cone']) {
    await off.click()
    const dialog = page.getByRole('dialog', { name: 'What comes off?' })
    await dialog.getByLabel('What comes off').fill(name)
    await dialog.getByRole('button', { name: 'It is off' }).click()
    await dialog.waitFor({ state: 'hidden' })
  }
}

const page = await bench()
await take(page, 'yard')
await page.goto('/units/P-103')
await page.getByRole('heading', { name: /readings across overhauls/ }).waitFor()
await take(page, 'unit')
const planner = await bench({ login: 'osei' })
await planner.goto('/stores?tab=planned')
await planner.getByRole('button', { name: /What P-101 needs/ }).click()
await planner.getByRole('dialog').getByText(/The kit never has in it/).waitFor()
await take(planner, 'stores')
await page.goto('/sheets/turbocharger')
await page.getByRole('status', { name: 'What the checker says' }).getByText('nothing to say').waitFor()
await take(page, 'sheet')
const desk = await bench({ login: 'varga' })
await desk.goto('/sheets/split-casing-lift-pump')
await desk.getByRole('button', { name: 'Write the next revision' }).click()
await desk.getByRole('button', { name: /^\d+ Lift the upper casing/ }).click()
await desk.locator('[inert]').getByText('hoist 1 t, four-leg sling').click({ force: true })
await desk.getByRole('group', { name: /, in the step$/ }).waitFor()
await take(desk, 'desk')
await openJob(page, 'P-104', /^Lift the rotor out/)
await take(page, 'bench-off')
await openJob(page, 'P-102', /^Measure the bearing seats/)
await take(page, 'bench-floor')
await openJob(page, 'DM-531')
await page.getByRole('region', { name: 'Seal of the agitator' }).evaluate(panel => panel.scrollIntoView())
await take(page, 'bench-on')
await openJob(page, 'P-103')
const joint = page.locator('[data-duty="tightening"]')
for (const shows of ['84', '82', '95']) {
  await joint.locator('[data-torque]').fill(`${shows} N·m`)
  await joint.getByRole('button', { name: /^Bolt \d+ is pulled$/ }).click()
}
// A wrench that speaks, in the middle of a pull.
const dock = page.getByRole('region', { name: 'Instrument', exact: true })
await dock.getByLabel('Instrument in hand').click()
await page.getByRole('option', { name: /^TW-04/ }).click()
await page.getByRole('listbox').filter({ hasText: 'TW-04' }).waitFor({ state: 'hidden' })
await joint.locator('.ring').evaluate(element => element.scrollIntoView({ block: 'start' }))
await dock.getByRole('button', { name: /^Pull just right/ }).click()
await joint.getByText('● IN').first().waitFor()
await take(page, 'ring')
await growOne(page)
await take(page, 'growing')
await page.goto('/units/P-101')
await page.getByRole('link', { name: /Planned overhaul at 28/ }).click()
await page.getByRole('heading', { name: /Dossier of job/ }).waitFor()
await take(page, 'dossier')

await openJob(page, 'P-102')
await page.getByRole('link', { name: 'Readings' }).click()
await page.getByRole('button', { name: 'Bearing seat on the shaft, drive end' }).click()
await take(page, 'readings')
await page.goto('/workings/fit?bore=70.018&shaft=70.012')
await page.getByRole('region', { name: 'What follows' }).locator('dl').waitFor()
await take(page, 'workings')

await openJob(page, 'P-102')
await page.getByRole('link', { name: 'Clock', exact: true }).click()
await page.getByRole('list', { name: /^Causes/ }).getByRole('button').first().click()
await take(page, 'clock')
await page.goto('/workings/contact')
await page.locator('input[type=file]').setInputFiles({ name: 'face.jpg', mimeType: 'image/jpeg', buffer: await bluedShell(1600, 1200) })
await page.getByRole('region', { name: 'What follows' }).locator('dl').waitFor()
await take(page, 'contact')

const office = await bench({ login: 'admin' })
await office.goto('/office')
await office.getByRole('row', { name: /R\. Okafor/ }).waitFor()
await take(office, 'office')

const dark = await bench({ colorScheme: 'dark' })
await openJob(dark, 'P-103')
await take(dark, 'bench-dark')
const tablet = await bench({ viewport: { width: 768, height: 1024 }, hasTouch: true })
await openJob(tablet, 'P-104')
await take(tablet, 'bench-tablet')

/** One unit of each sheet, by the title of the sheet. */
async function unitOfEachSheet(): Promise<Map<string, string>> {
  const { units } = await (await page.request.get('/api/yard?limit=200')).json() as YardAnswer
  const tags = new Map<string, string>()
  for (const { tag, hasSheet } of units) {
    if (!hasSheet) continue
    const { unit } = await (await page.request.get(`/api/units/${tag}`)).json() as UnitAnswer
    if (unit.sheet && !tags.has(unit.sheet.title)) tags.set(unit.sheet.title, tag)
  }
  return new Map([...tags].sort(([a], [b]) => a.localeCompare(b)))
}

/** The sections of all machines on one sheet. */
async function takeMachines(): Promise<void> {
  const [across, wide, high] = [3, 640, 400]
  const tiles: Buffer[] = []
  await page.setViewportSize({ width: wide + 130, height: 1200 })
  for (const [title, tag] of await unitOfEachSheet()) {
    await page.goto(`/units/${tag}`)
    const drawing = page.getByRole('img', { name: `Section of ${title}` })
    await drawing.waitFor()
    await page.evaluate(() => document.fonts.ready)
    const words = `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}" height="36"><text x="12" y="25" font-family="sans-serif" font-size="19">${title}</text></svg>`
    const picture = await sharp(await drawing.screenshot({ style: '.zoom { display: none !important; }' })).resize(wide, high - 36, { fit: 'contain', background: '#FFFDF7' }).png().toBuffer()
    tiles.push(await sharp({ create: { width: wide, height: high, channels: 3, background: '#FFFDF7' } })
      .composite([{ input: Buffer.from(words), left: 0, top: 0 }, { input: picture, left: 0, top: 36 }])
      .png()
      .toBuffer())
  }
  const gap = 10
  await sharp({
    create: {
      width: across * (wide + gap) + gap, height: Math.ceil(tiles.length / across) * (high + gap) + gap, channels: 3, background: '#CFC8B8',
    },
  })
    .composite(tiles.map((input, i) => ({
      input, left: gap + (i % across) * (wide + gap), top: gap + Math.floor(i / across) * (high + gap),
    })))
    .png({ palette: true })
    .toFile('docs/screenshots/machines.png')
  taken.push('machines')
}
await takeMachines()

await browser.close()
console.log(`docs/screenshots: ${taken.join(', ')}`)
