import { expect, test, type Page } from '@playwright/test'
import { openBench, signedIn, stepOf, tickOf, veeOf, workStep } from './bench'

/** Departs from the shown step. */
async function depart(page: Page, how: string, reason: string): Promise<void> {
  await stepOf(page).getByRole('button', { name: 'Not as the sheet says' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByText(how, { exact: true }).click()
  await dialog.getByLabel('Why? It stays in the record.').fill(reason)
  await dialog.getByRole('button', { name: 'Write it down' }).click()
  await expect(dialog).toBeHidden()
}

/** Works on until a step comes that needs a lead to depart from, or one that does not. */
async function workToStep(page: Page, needsLead: boolean): Promise<string> {
  for (let steps = 0; steps < 20; steps++) {
    await stepOf(page).getByRole('button', { name: 'Not as the sheet says' }).click()
    const dialog = page.getByRole('dialog')
    await expect(dialog.getByText('It does not apply')).toBeVisible()
    const isSo = await dialog.getByText('A lead signs this departure').count() > 0
    await dialog.getByRole('button', { name: 'Leave it' }).click()
    await expect(dialog).toBeHidden()
    if (isSo === needsLead) return stepOf(page).getByRole('heading', { level: 2 }).innerText()
    await workStep(page, () => '0.1')
  }
  throw new Error('no such step came')
}

test('a machine that is not as its sheet says: a lead signs, the work goes on, and the record tells all of it', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'okafor')
  const step = stepOf(page)
  const note = step.getByRole('region', { name: 'Departure' })
  const chip = (name: string) => veeOf(page).getByRole('button', { name: new RegExp(`^${name},`) }).first()
  await openBench(page, 'R-201')

  await test.step('a step with a danger, a debt or a mark needs a lead', async () => {
    const title = await workToStep(page, true)
    await depart(page, 'It does not apply', 'Another seal is fitted here')
    await expect(note).toContainText('Does not apply. Another seal is fitted here')
    await expect(tickOf(page)).toHaveText('Go on without it')
    await expect(tickOf(page)).toBeDisabled()
    await step.getByLabel('Name of the second person').first().fill('brandt')
    await step.getByLabel('PIN of the second person').first().fill('481216')
    await step.getByRole('button', { name: 'Sign it' }).click()
    await expect(step.getByText('Signed by H. Brandt', { exact: true })).toBeVisible()
    if (await tickOf(page).isDisabled()) {
      await step.getByLabel('Name of the second person').fill('brandt')
      await step.getByLabel('PIN of the second person').fill('481216')
      await step.getByRole('button', { name: 'Release' }).click()
    }
    await tickOf(page).click()
    await expect(chip(title)).toHaveAccessibleName(/done, departure: does not apply$/)
  })

  await test.step('one that none of them hangs on is one person’s to put off, and the work goes on', async () => {
    const title = await workToStep(page, false)
    await depart(page, 'Not possible now', 'The crane is at the other station')
    await expect(chip(title)).toHaveAccessibleName(/done, departure: not possible now$/)
    await chip(title).click()
    await expect(note).toContainText('It is still to be done')
  })

  await test.step('the closing asks for what was put off, and the record lists both', async () => {
    const { pathname } = new URL(page.url())
    await page.getByRole('button', { name: 'Close the job …' }).click()
    await expect(page.getByRole('dialog')).toContainText('was left for later')
    await page.getByRole('dialog').getByRole('button', { name: 'Back to the bench' }).click()
    await page.goto(`${pathname}/dossier`)
    const list = page.getByRole('region', { name: 'Departures from the sheet' })
    await expect(list.getByRole('listitem')).toHaveCount(2)
    await expect(list).toContainText('signed by H. Brandt')
    await expect(list).toContainText('still to be done')
  })
  expect(faults).toEqual([])
})
