import sharp from 'sharp'
import { expect, type Browser, type BrowserContext, type Locator, type Page } from '@playwright/test'
import { giveHand, handOptions } from './hand'

export interface Bench { page: Page, context: BrowserContext, faults: string[] }

/** A signed-in person at a browser of their own; whatever the browser complains about is collected. */
export async function signedIn(browser: Browser, login: string, options: Parameters<Browser['newContext']>[0] = {}): Promise<Bench> {
  const context = await browser.newContext({ ...options, ...handOptions })
  const page = await context.newPage()
  giveHand(page)
  const faults: string[] = []
  page.on('console', (message) => {
    // Playwright itself blocks the service worker in most journeys and the network in some; that is no fault of ours.
    if (['error', 'warning'].includes(message.type()) && !/blocked by Playwright|ERR_INTERNET_DISCONNECTED/.test(message.text()))
      faults.push(message.text())
  })
  page.on('pageerror', error => faults.push(error.message))
  page.on('request', (request) => {
    if (!request.url().startsWith(process.env.NEEDLER_URL!) && !request.url().startsWith('data:') && !request.url().startsWith('blob:'))
      faults.push(`asked elsewhere: ${request.url()}`)
  })
  await page.goto('/sign-in')
  await page.getByRole('textbox', { name: 'Name' }).fill(login)
  await page.getByLabel('Password').fill('merrow-sound')
  await page.getByRole('button', { name: 'Go to the yard' }).click()
  await expect(page.getByRole('table')).toBeVisible()
  return { page, context, faults }
}

export const stepOf = (page: Page) => page.getByRole('region', { name: 'This step' })
export const veeOf = (page: Page) => page.getByRole('region', { name: 'The V of this job' })

export async function openBench(page: Page, tag: string): Promise<void> {
  await page.goto('/')
  // The rows further down are made when they are scrolled to.
  await page.getByLabel(/Search units/).fill(tag)
  await expect(page.getByRole('row').first().getByRole('link', { name: tag, exact: true })).toBeVisible()
  await page.getByRole('link', { name: new RegExp(`Job \\d+ of ${tag}`) }).click()
  await expect(stepOf(page)).toBeVisible()
}

/** Stops the server and starts it again, as an update does. */
export async function restartServer(): Promise<void> {
  expect((await fetch(process.env.NEEDLER_RESTART!)).ok).toBe(true)
}

/** A small picture, as a file from a camera. */
export const PICTURE = {
  name: 'photo.png',
  mimeType: 'image/png',
  buffer: await sharp({ create: { width: 64, height: 48, channels: 3, background: '#667' } })
    .png()
    .toBuffer(),
}

type Press = (target: Locator) => Promise<void>
export const byMouse: Press = target => target.click()
export const byTouch: Press = target => target.tap()

/** Chooses one of a list that unfolds. */
export async function choose(list: Locator, option: string | RegExp, press: Press = byMouse): Promise<void> {
  await list.press('Enter')
  const wanted = list.page().getByRole('option', { name: option })
  // A press while a list still scrolls or unfolds is lost.
  await wanted.scrollIntoViewIfNeeded()
  await press(wanted)
}

/** Looks a part up among all of the machine, and opens its card. */
export async function openPart(page: Page, name: string, press: Press = byMouse): Promise<Locator> {
  await press(page.getByRole('button', { name: 'Parts', exact: true }))
  const machine = page.getByRole('dialog', { name: /the machine and its parts$/ })
  await machine.getByLabel('Find a part').fill(name)
  await press(machine.getByRole('button', { name }))
  return page.getByRole('dialog', { name })
}

/** The button that ticks the shown step. */
export const tickOf = (page: Page) => stepOf(page).locator('button.big')

/** Brings the shown step to its tick: whatever it asks for, one after the other, then the tick. */
export async function workStep(page: Page, values: (position: string) => string, press: Press = byMouse): Promise<string> {
  const step = stepOf(page)
  const title = await step.getByRole('heading', { level: 2 }).innerText()
  const early = step.getByRole('button', { name: 'Start early …' })
  if (await early.count()) {
    await press(early)
    await step.getByLabel(/What makes it safe/).fill('Felt with the back of the hand: cold')
    await press(step.getByRole('button', { name: 'Sign and start early' }))
  }
  const open = step.locator('.duty:not(.met)')
  for (let left = await open.count(); left > 0; left = await open.count()) {
    await meet(open.first(), values, press)
    await expect.poll(() => open.count()).toBeLessThan(left)
  }
  await press(tickOf(page))
  await expect(veeOf(page).getByRole('button', { name: new RegExp(`^${escape(title)}, done`) }).first()).toBeAttached()
  return title
}

async function meet(duty: Locator, values: (position: string) => string, press: Press): Promise<void> {
  const button = (name: RegExp) => duty.getByRole('button', { name }).first()
  switch (await duty.getAttribute('data-duty')) {
    case 'reading':
      await duty.getByRole('textbox').first().waitFor()
      for (const cell of await duty.getByRole('textbox').all()) await cell.fill(values(await cell.getAttribute('aria-label') ?? ''))
      return press(button(/^Write it down$/))
    case 'make mark': return press(button(/is made$/))
    case 'secure mark': return press(button(/^Marked again by/))
    case 'check mark': return press(button(/^Matches$/))
    case 'decision': {
      // The pawls of a hoist go back, each to its side; all else is new.
      const reuse = button(/^Brake pawls: reuse$/)
      return press(await reuse.count() ? reuse : button(/: replace$/))
    }
    case 'way': return press(button(/proposed by the readings|./))
    case 'photo': return duty.locator('input[type=file]').setInputFiles(PICTURE)
    case 'look': return press(button(/^Nothing found$/))
    case 'index': return press(button(/^The index is on it$/))
    case 'tag': return press(button(/ into /))
    case 'place':
      for (let left = await duty.getByRole('button', { name: 'Is in' }).count(); left > 0; left--) await press(button(/^Is in$/))
      return
    case 'hand check': return press(button(/^As it should$/))
    case 'outside':
      await press(button(/^Sent to/))
      return press(button(/^It is back/))
    case 'wetting': return press(duty.locator('.choices .el-button--primary'))
    case 'setting':
    case 'setting again': {
      const length = duty.locator('.fields').getByRole('textbox').first()
      await length.fill(await length.getAttribute('placeholder') ?? '')
      return press(button(/^Measured so$/))
    }
    case 'easing': return press(button(/eased, joint seen open$/))
    case 'tightening': return tighten(duty.page().locator('[data-duty="tightening"]'), press)
    case 'service':
      await duty.getByRole('textbox').first().fill('8 kN·m')
      return press(button(/^State it$/))
    case 'hold':
      await duty.getByLabel('Name of the second person').fill('brandt')
      await duty.getByLabel('PIN of the second person').fill('481216')
      return press(button(/^Release$/))
  }
}

/** Brings a joint from its first thread to its last lock, each pass with one tap. */
async function tighten(joint: Locator, press: Press): Promise<void> {
  const isMet = async () => /\bmet\b/.test(await joint.getAttribute('class') ?? '')
  for (let deeds = 0; deeds < 20 && !await isMet(); deeds++) {
    const before = await joint.innerHTML()
    await press(joint.getByRole('button', { name: /^Made ready so$|^All \d+ pulled to|^All \d+ locked by/ }).first())
    await expect.poll(() => joint.innerHTML()).not.toBe(before)
  }
}

const escape = (text: string) => text.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** What a hoist of that size reads like when all is well, by the label of the field. */
export function hoistReading(size: 'small' | 'medium'): (label: string) => string {
  const [opening, saddle, links, wire, pull] = size === 'small' ? ['23.3', '14.7', '199', '5.8', '340 N'] : ['27', '19.6', '266', '7.7', '350 N']
  const said: readonly [RegExp, string][] = [
    [/opening/, opening!], [/saddle/, saddle!], [/links/, links!], [/wire/, wire!], [/^Pull/, pull!],
    [/twist/, '2°'], [/thickness/, '3'], [/pockets/, '0.2'], [/free turn/, '8°'],
  ]
  return label => said.find(([name]) => name.test(label))?.[1] ?? '0.3'
}
