import { expect, type Browser, type BrowserContext, type Page } from '@playwright/test'

export interface Bench { page: Page, context: BrowserContext, faults: string[] }

/** A signed-in person at a browser of their own; whatever the browser complains about is collected. */
export async function signedIn(browser: Browser, login: string, options: Parameters<Browser['newContext']>[0] = {}): Promise<Bench> {
  const context = await browser.newContext(options)
  const page = await context.newPage()
  const faults: string[] = []
  page.on('console', (message) => {
    // Playwright itself blocks the service worker in most journeys and the network in some; that is no fault of ours.
    if (['error', 'warning'].includes(message.type()) && !/blocked by Playwright|ERR_INTERNET_DISCONNECTED/.test(message.text())) faults.push(message.text())
  })
  page.on('pageerror', error => faults.push(error.message))
  page.on('request', (request) => {
    if (!request.url().startsWith(process.env.NEEDLER_URL!) && !request.url().startsWith('data:') && !request.url().startsWith('blob:')) faults.push(`asked elsewhere: ${request.url()}`)
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
  await page.getByRole('link', { name: new RegExp(`Job \\d+ of ${tag}`) }).click()
  await expect(stepOf(page)).toBeVisible()
}

/** Brings the shown step to its tick: fills readings, makes and checks marks, decides, and ticks. */
export async function workStep(page: Page, lead: Page, values: (position: string, cell: number) => string): Promise<string> {
  const step = stepOf(page)
  const title = await step.getByRole('heading', { level: 2 }).innerText()
  for (const duty of await step.getByRole('list', { name: 'What this step asks for' }).getByRole('listitem').all()) {
    const inputs = duty.getByRole('textbox')
    for (let i = 0; i < await inputs.count(); i++) {
      const label = await inputs.nth(i).getAttribute('aria-label')
      await inputs.nth(i).fill(values(label ?? '', i))
    }
    const button = duty.getByRole('button', { name: /^Write it down$|is made$|^Matches$|: replace$/ })
    if (await button.count() && await button.first().isEnabled()) await button.first().click()
  }
  if (await step.getByText('releases it at their own sign-in').count()) {
    // The lead's browser learns by itself that the step is ready for release.
    const release = stepOf(lead).getByRole('button', { name: 'Release the hold point' })
    await lead.getByRole('button', { name: new RegExp(`^${escape(title)}, can be done now`) }).click()
    await expect(release).toBeEnabled()
    await release.click()
    await expect(step.getByText('Released by')).toBeVisible()
  }
  await step.locator('footer').getByRole('button').first().click()
  await expect(veeOf(page).getByRole('button', { name: new RegExp(`^${escape(title)}, done`) }).first()).toBeVisible()
  return title
}

const escape = (text: string) => text.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')
