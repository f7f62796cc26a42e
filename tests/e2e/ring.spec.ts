import { expect, test } from '@playwright/test'
import { choose, openBench, signedIn, stepOf, tickOf } from './bench'

test('a casing joint is pulled by its pattern: one over and corrected, one out of turn, one that settles; the record tells all of it',
  async ({ browser }) => {
    const { page, faults } = await signedIn(browser, 'okafor')
    await openBench(page, 'P-103')
    const joint = stepOf(page).locator('[data-duty="tightening"]')
    const bolt = (name: RegExp) => joint.getByRole('option', { name })
    const press = (name: string | RegExp) => joint.getByRole('button', { name }).click()
    const passNow = () => joint.getByRole('list', { name: 'Passes' }).locator('[aria-current="step"]')
    await expect(tickOf(page)).toBeDisabled()
    await expect(joint.getByRole('option')).toHaveCount(22)
    await expect(passNow()).toHaveText(/^1\s*84/)

    await test.step('a wrench past its calibration is told, and does not stop the work', async () => {
      await choose(joint.getByLabel('Which torque wrench'), /TW-07/)
      await expect(joint.getByText(/The calibration of TW-07 ended on/)).toBeVisible()
      await press('Bolt 1 is pulled')
      await expect(bolt(/^Bolt 1, in$/)).toBeVisible()
    })

    await test.step('a pull that is over stays in hand until it is right', async () => {
      const shown = joint.getByLabel(/^What the wrench shows at bolt 2$/)
      await shown.fill('9x')
      await expect(joint.getByRole('alert')).toContainText('a torque is wanted here')
      await shown.fill('70 ft-lb')
      await expect(joint.getByText('◆ OVER')).toBeVisible()
      await shown.press('Enter')
      await expect(bolt(/^Bolt 2, in hand, over$/)).toBeVisible()
      await press('All 22 pulled to 84 N·m')
      await expect(stepOf(page).getByRole('alert').getByText('Bolt 2 was over: put it right first.')).toBeVisible()
      await shown.fill('84')
      await shown.press('Enter')
      await expect(bolt(/^Bolt 2, in, pulled 2 times$/)).toBeVisible()
    })

    await test.step('by keys to another bolt, which asks why; what was left out stands out', async () => {
      await joint.getByRole('listbox').focus()
      await page.keyboard.press('ArrowRight')
      await expect(bolt(/^Bolt 4, in hand/)).toBeVisible()
      // A foot switch does what is next.
      await page.keyboard.press('PageDown')
      await joint.getByLabel(/Number 4 is out of turn/).fill('The hoist hangs over number 3')
      await press('Pulled all the same')
      await expect(bolt(/^Bolt 3, in hand, skipped$/)).toBeVisible()
      await press('All 22 pulled to 84 N·m')
      await expect(passNow()).toHaveText(/^2\s*168/)
    })

    await test.step('impact runs down and says how it scatters, but does not make the last torque', async () => {
      await choose(joint.getByLabel('Tightened with'), 'impact')
      await expect(joint.getByText(/2.5 to 4 times what the loosest holds/)).toBeVisible()
      await press('All 22 pulled to 168 N·m')
      await press('All 22 pulled to 280 N·m')
      await expect(stepOf(page).getByRole('alert').getByText(/asks for a torque wrench at the full torque/)).toBeVisible()
      await choose(joint.getByLabel('Tightened with'), 'torque wrench')
      await choose(joint.getByLabel('Which torque wrench'), /TW-05/)
      await press('All 22 pulled to 280 N·m')
      await expect(passNow()).toHaveText(/^round\s*280/)
    })

    await test.step('an extension changes what the wrench is set to, not what is written down', async () => {
      await press('With an extension …')
      await joint.getByLabel('Drive to grip mark').fill('400')
      await joint.getByLabel('Drive to bolt').fill('100 mm')
      await expect(joint.getByText('Set it to 224.0 N·m')).toBeVisible()
    })

    await test.step('what still moves in the round asks for another', async () => {
      await press('Bolt 1 still moved')
      await press('All 22 pulled to 280 N·m')
      await expect(joint.getByRole('list', { name: 'Passes' }).getByRole('listitem')).toHaveCount(5)
      await press('All 22 pulled to 280 N·m')
      await expect(joint.getByText('Tight: 280 N·m, 5 passes')).toBeVisible()
    })

    await test.step('the schools are compared on this very joint', async () => {
      await press('Compare the schools')
      const schools = joint.getByRole('region', { name: 'Schools compared on this joint' })
      await expect(schools.getByRole('article')).toHaveCount(6)
      await expect(schools.getByRole('article').filter({ hasText: 'the sheet’s' })).toContainText('from the middle outwards')
      await expect(schools.locator('canvas')).toHaveCount(6)
      await press('Put the schools away')
    })

    await tickOf(page).click()
    await page.goto(page.url().replace(/\/?$/, '/dossier'))
    const record = page.getByRole('region', { name: 'Joints' }).getByRole('listitem').filter({ hasText: 'Casing joint' }).first()
    for (const text of [/Bolt 2 came over: 94.91 N·m/, /Bolt 4 out of turn: The hoist hangs over number 3/, /The calibration of TW-07 ended/,
      /Impact: the tightest bolt/, /Bolt 1 still moved/, /TW-05/])
      await expect(record.getByText(text).first()).toBeVisible()
    expect(faults).toEqual([])
  })

test('another lubricant changes the target, and a lead stands for it', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'okafor')
  await openBench(page, 'P-103')
  const joint = stepOf(page).locator('[data-duty="tightening"]')
  // Paste is brushed on by hand: the thread is made ready before anything is pulled.
  await expect(stepOf(page).getByRole('heading', { name: 'Draw the glands up' })).toBeVisible()
  await choose(joint.getByLabel('Lubricant in the thread'), 'grease')
  await expect(joint.getByRole('button', { name: 'Made ready so' })).toBeDisabled()
  await expect(joint.getByRole('button', { name: /^All 8 pulled to/ })).toHaveCount(0)
  await joint.getByLabel('Why otherwise than the sheet').fill('No paste left in the store')
  await joint.getByRole('button', { name: 'Made ready so' }).click()
  await expect(joint.getByText(/with grease; the sheet says/)).toBeVisible()
  await joint.getByLabel('Name of the second person').fill('brandt')
  await joint.getByLabel('PIN of the second person').fill('481216')
  await joint.getByRole('button', { name: /^Sign / }).click()
  await expect(joint.getByRole('button', { name: /^All 8 pulled to/ })).toBeVisible()
  expect(faults).toEqual([])
})
