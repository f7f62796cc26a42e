import { expect, type Locator, type Page } from '@playwright/test'
import { byTouch, stepOf, workStep } from './bench'

/* What is said at the bench of a machine without a sheet, while it comes apart and goes back. */

/** Every tap in here is counted: what is said at the bench may cost three, and one word. */
let taps = 0
export const tapsSoFar = () => taps
const tap = async (target: Locator) => {
  taps += 1
  await byTouch(target)
}
/** What one deed has cost. */
async function costs(most: number, deed: () => Promise<void>): Promise<void> {
  const before = taps
  await deed()
  expect(taps - before).toBeLessThanOrEqual(most)
}

export const deed = (page: Page, name: string) => stepOf(page).getByRole('button', { name, exact: true })

export async function off(page: Page, name: string, { count = 1, typed = false, hold = false } = {}): Promise<void> {
  await costs(hold || count > 1 ? 4 : 3, async () => {
    await tap(deed(page, 'Off'))
    const dialog = page.getByRole('dialog', { name: 'What comes off?' })
    const usual = dialog.getByRole('button', { name, exact: true })
    if (!typed && await usual.count()) await tap(usual)
    else await dialog.getByLabel('What comes off').fill(name)
    // A number is typed over the 1 that stands there.
    if (count > 1) await dialog.getByRole('spinbutton', { name: 'How many' }).fill(String(count))
    await tap(dialog.getByRole('button', { name: 'It is off' }))
    await expect(dialog).toBeHidden()
  })
}

export async function release(page: Page): Promise<void> {
  await workStep(page, () => '0.1', byTouch)
}

export async function mark(page: Page, name: string): Promise<string> {
  let number = ''
  await costs(3, async () => {
    await tap(deed(page, 'Mark'))
    const dialog = page.getByRole('dialog', { name: 'Mark what belongs together' })
    await dialog.getByLabel('What is marked').fill(name)
    number = (await dialog.locator('.number .mono').innerText()).trim()
    await tap(dialog.getByRole('button', { name: `${number} is on both` }))
    await expect(dialog).toBeHidden()
  })
  return number
}

export async function measure(page: Page, name: string, value: string): Promise<void> {
  await costs(3, async () => {
    await tap(deed(page, 'Measure'))
    const dialog = page.getByRole('dialog', { name: 'What is measured?' })
    await dialog.getByLabel('What is measured').fill(name)
    await tap(dialog.getByRole('button', { name: 'Measure it' }))
    await expect(dialog).toBeHidden()
  })
  await expect(stepOf(page).getByRole('heading', { level: 2 })).toHaveText(`${name}, as found`)
  await workStep(page, () => value, byTouch)
}

/** Whatever is next, until this step is at hand. */
export async function workUntil(page: Page, title: RegExp, values: (position: string) => string): Promise<void> {
  for (let steps = 0; steps < 220; steps++) {
    const heading = stepOf(page).getByRole('heading', { level: 2 })
    if (title.test(await heading.innerText())) return
    const feel = stepOf(page).getByRole('button', { name: 'By feel: a lead signs' })
    if (await feel.count()) {
      await feel.tap()
      await stepOf(page).getByLabel('Name of the second person').fill('brandt')
      await stepOf(page).getByLabel('PIN of the second person').fill('481216')
      await stepOf(page).getByRole('button', { name: 'Sign: by feel' }).tap()
      await expect(feel).toBeHidden()
    }
    await workStep(page, values, byTouch)
  }
  throw new Error(`never came to ${title}`)
}
