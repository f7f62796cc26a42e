import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { openBench, signedIn, stepOf, tickOf, veeOf, workStep } from './bench'

/** What a gauge would show on a good pump, by the label of the cell. */
function goodReading(label: string): string {
  if (label.startsWith('End float')) return '0.10'
  if (label.startsWith('Run-out')) return '20 µm'
  if (label.startsWith('Coupling alignment')) return '0,02'
  if (label.startsWith('Wear ring clearance')) return '0.50'
  if (label.startsWith('Seal setting')) return '41.5'
  if (label.startsWith('Bearing seat')) return '70.012'
  if (label.startsWith('Bearing housing bore')) return '150.015'
  if (label.startsWith('Impeller wear')) return '263.00'
  if (label.startsWith('Wear rings, bore')) return '263.50'
  if (label.startsWith('Restriction bushings')) return '100.32'
  if (label.startsWith('Shaft sleeves')) return '99.98'
  if (label.startsWith('Old O-rings')) return '3.9'
  if (label.startsWith('Suction pressure')) return '0.4 bar'
  if (label.startsWith('Vibration')) return '1.8 mm/s'
  if (label.startsWith('Motor current')) return '290 A'
  if (label.startsWith('Leakage')) return '1'
  if (label.startsWith('Bearing temperature')) return '60'
  return '7.1 bar'
}

test('a whole overhaul, from the yard to the signed record', async ({ browser }) => {
  test.setTimeout(300_000)
  const { page, faults } = await signedIn(browser, 'okafor')

  await page.getByLabel(/Search units/).fill('lift pump 6')
  await expect(page.getByRole('link', { name: 'P-106', exact: true })).toBeVisible()
  await expect(page.getByRole('row')).toHaveCount(2)
  await page.getByRole('link', { name: 'P-106', exact: true }).click()
  await page.getByRole('button', { name: 'Start an overhaul' }).click()
  await page.getByLabel('Why does it come to the bench?').fill('Standby pump seized')
  await page.getByRole('button', { name: 'Start at the first step' }).click()
  await expect(stepOf(page).getByRole('heading', { name: 'Isolate and lock the motor' })).toBeVisible()
  await expect(stepOf(page).getByText('Locked out, tagged, and tried for dead')).toBeVisible()

  await test.step('nothing can be closed yet, and it says why', async () => {
    await page.getByRole('button', { name: 'Close the job …' }).click()
    const list = page.getByRole('list', { name: 'What stands in the way' })
    await expect(list.getByText('The hold point at step 1 "Isolate and lock the motor" is not released.')).toBeVisible()
    await page.getByRole('button', { name: 'Back to the bench' }).click()
  })

  await test.step('a tick can be taken back', async () => {
    const title = await workStep(page, goodReading)
    expect(title).toBe('Isolate and lock the motor')
    await page.getByRole('button', { name: 'Undo my last' }).click()
    await expect(veeOf(page).getByRole('button', { name: 'Isolate and lock the motor, can be done now' })).toBeVisible()
  })

  await test.step('every step of both limbs and the floor is worked', async () => {
    for (let done = 0; done < 90; done++) {
      await expect(stepOf(page).getByRole('heading', { level: 2 })).toBeVisible()
      if (await page.getByRole('heading', { name: 'Every step is done' }).count()) break
      await workStep(page, goodReading)
      for (const bag of await page.getByRole('button', { name: /^Bag / }).all()) {
        if (done < 10) await bag.click({ timeout: 2000 }).catch(() => undefined)
      }
    }
    await expect(page.getByRole('heading', { name: 'Every step is done' })).toBeVisible()
    await expect(veeOf(page).getByText('80 of 80 done')).toBeVisible()
  })

  await page.getByRole('button', { name: 'Close the job', exact: true }).click()
  await page.getByLabel(/Remark for the next overhaul/).fill('Standby pumps want a turn by hand each month.')
  await page.getByRole('button', { name: 'Sign and close' }).click()
  await page.getByRole('button', { name: 'See the dossier' }).click()
  await expect(page.getByRole('heading', { name: /Dossier of job/ })).toBeVisible()
  await expect(page.getByText(/\d+ entries, unchanged/)).toBeVisible()
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV' }).click()])
  expect(download.suggestedFilename()).toMatch(/^needler-job-\d+\.csv$/)
  expect(faults).toEqual([])
})

test('a journal of six readings becomes a verdict with its working', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'lindqvist')
  await openBench(page, 'P-102')
  await veeOf(page).getByRole('button', { name: /^Measure the bearing seats/ }).click()
  const duty = stepOf(page).locator('[data-duty="reading"]').filter({ hasText: 'Bearing seat on the shaft, drive end' })
  await duty.getByRole('button', { name: 'Measure again' }).click()

  const cells = duty.getByRole('textbox')
  await cells.nth(0).fill('abc')
  await expect(duty.getByText('"abc" is not a length')).toBeVisible()
  await expect(duty.getByRole('button', { name: 'Write it down' })).toBeDisabled()
  await cells.nth(0).fill('70,018')
  await expect(duty.getByText(/can mean 70.018 or 70018/)).toBeVisible()
  // A keyboard-wedge gauge types and presses Enter; the next cell waits already.
  await cells.nth(0).fill('')
  await cells.nth(0).focus()
  for (const reading of ['70.018', '70.006', '70.010', '70.010', '2.7564 in', '70.009']) {
    await page.keyboard.type(reading)
    if (reading !== '70.009') await page.keyboard.press('Enter')
  }
  await expect(duty.getByText('OUT by 0.006 mm')).toBeVisible()
  await expect(duty.getByText('Out-of-roundness 0.012 mm')).toBeVisible()
  await expect(duty.getByText('Understood: 70.013 mm')).toBeVisible()
  await duty.getByText('Show the working').click()
  await expect(duty.getByText('station 1: 70.0180 − 70.0060 = 0.0120 mm')).toBeVisible()
  await page.keyboard.press('Enter')
  await duty.getByRole('textbox').last().focus()
  await page.keyboard.press('Enter')
  await expect(duty.getByRole('button', { name: 'Measure again' })).toBeVisible()
  await expect(duty.getByRole('img', { name: /Out-of-roundness: 0.012 mm, limit up to 0.006 mm, out/ })).toBeVisible()
  expect(faults).toEqual([])
})

test('two people on one job see each other at once', async ({ browser }) => {
  const { page: one } = await signedIn(browser, 'okafor')
  const { page: other, faults } = await signedIn(browser, 'lindqvist')
  await openBench(one, 'P-105')
  await openBench(other, 'P-105')
  const title = await stepOf(one).getByRole('heading', { level: 2 }).innerText()
  await expect(other.getByRole('heading', { name: title })).toBeVisible()
  // The live channel of the other is up once it has caught up after connecting.
  await other.waitForTimeout(500)
  await tickOf(one).click()
  // Sooner than the bench would look again by itself.
  await expect(veeOf(other).getByRole('button', { name: `${title}, done` })).toBeVisible({ timeout: 15_000 })

  await test.step('the second tick of the same step says who was first', async () => {
    await one.getByRole('button', { name: 'Undo my last' }).click()
    await expect(veeOf(other).getByRole('button', { name: `${title}, can be done now` })).toBeVisible()
  })
  expect(faults).toEqual([])
})

test('without a network the work goes on, across a reload, and is sent once', async ({ browser }) => {
  const { page, context } = await signedIn(browser, 'okafor', { serviceWorkers: 'allow' })
  // The shell is kept once the worker has taken over.
  await page.evaluate(async () => { await navigator.serviceWorker.ready })
  await page.reload()
  await openBench(page, 'P-104')
  const watcher = await signedIn(browser, 'brandt')
  await openBench(watcher.page, 'P-104')
  await page.waitForTimeout(800)

  await context.setOffline(true)
  await stepOf(page).getByRole('button', { name: 'MK-6 is made' }).click()
  await page.getByRole('button', { name: 'Datum is scribed' }).click()
  await expect(veeOf(page).getByRole('button', { name: /^Scribe the datum line.*, done, waiting to be sent/ })).toBeVisible()
  await expect(page.getByText('2 waiting to send')).toBeVisible()
  await page.getByRole('button', { name: 'Rotor is out' }).click()
  await expect(page.getByText('3 waiting to send')).toBeVisible()

  await page.reload()
  await expect(page.getByText('3 waiting to send')).toBeVisible()
  await expect(veeOf(page).getByRole('button', { name: /^Lift the rotor out, plumb, done, waiting/ })).toBeVisible()
  const seal = stepOf(page)
  await expect(seal.getByRole('heading', { name: 'Seal setting, as found' })).toBeVisible()
  for (const cell of await seal.getByRole('textbox').all()) await cell.fill('41.5')
  await seal.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('4 waiting to send')).toBeVisible()

  await context.setOffline(false)
  await expect(page.getByText(/waiting to send/)).toHaveCount(0, { timeout: 15_000 })
  await expect(veeOf(watcher.page).getByRole('button', { name: 'Lift the rotor out, plumb, done' })).toBeVisible()
  const job = page.url().split('/').pop()!
  const { events } = await page.evaluate(
    async id =>
      (await (await fetch(`/api/jobs/${id}/dossier`)).json()) as { events: { type: string; body: { step?: string; mark?: string } }[] },
    job,
  )
  for (const match of [
    { type: 'mark-made', key: 'MK-6' },
    { type: 'step-done', key: 'mark-seals' },
    { type: 'step-done', key: 'rotor-out' },
  ]) {
    expect(events.filter(event => event.type === match.type && (event.body.step ?? event.body.mark) === match.key).length).toBe(1)
  }
})

test('what came too late is set aside with its reason', async ({ browser }) => {
  const late = await signedIn(browser, 'lindqvist')
  const early = await signedIn(browser, 'okafor')
  await openBench(late.page, 'P-105')
  await openBench(early.page, 'P-105')
  const title = await stepOf(late.page).getByRole('heading', { level: 2 }).innerText()
  await late.context.setOffline(true)
  await tickOf(late.page).click()
  await expect(late.page.getByText('1 waiting to send')).toBeVisible()
  await tickOf(early.page).click()
  await expect(veeOf(early.page).getByRole('button', { name: `${title}, done` })).toBeVisible()
  await expect(early.page.getByText(/waiting to send/)).toHaveCount(0)
  await late.context.setOffline(false)
  await late.page.getByRole('button', { name: '1 set aside' }).click()
  await expect(late.page.getByText(/R\. Okafor has ticked step \d+/)).toBeVisible()
  await late.page.getByRole('button', { name: 'Send again as new' }).click()
  await expect(late.page.getByText(/R\. Okafor has ticked step \d+/)).toBeVisible()
  await late.page.getByRole('button', { name: 'Drop it' }).click()
  await expect(late.page.getByRole('button', { name: '1 set aside' })).toHaveCount(0)
})

test('a person without the right looks and cannot touch; an expired sign-in keeps the work', async ({ browser }) => {
  const guest = await signedIn(browser, 'guest')
  await openBench(guest.page, 'P-102')
  await expect(stepOf(guest.page).getByText('ticking needs a technician or lead')).toBeVisible()
  await expect(guest.page.getByRole('button', { name: 'Close the job …' })).toHaveCount(0)
  await guest.page.goto('/jobs/00000000-0000-4000-8000-000000000000')
  await expect(guest.page.getByText('There is no such job.')).toBeVisible()
  expect(guest.faults.filter(fault => !fault.includes('404'))).toEqual([])
  await guest.page.goto('/nowhere/at/all')
  await expect(guest.page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible()
  await guest.page.getByRole('button', { name: 'To the yard' }).click()
  await expect(guest.page.getByRole('table')).toBeVisible()
  expect(guest.faults.filter(fault => !fault.includes('404'))).toEqual([])

  const { page, context } = await signedIn(browser, 'okafor')
  await openBench(page, 'P-102')
  await context.clearCookies()
  await page.getByRole('button', { name: 'Note', exact: true }).click()
  await page.getByLabel(/What did you see/).fill('Written after the sign-in had run out')
  await page.getByRole('button', { name: 'Keep the note' }).click()
  await expect(page.getByText('1 waiting to send')).toBeVisible()
  await page.getByRole('link', { name: 'Sign in and send it' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('okafor')
  await page.getByLabel('Password').fill('merrow-sound')
  await page.getByRole('button', { name: 'Go to the yard' }).click()
  await expect(page.getByText(/waiting to send/)).toHaveCount(0)
  await expect(stepOf(page)).toBeVisible()
})

test('no view breaks the rules of accessibility, by day and by night', async ({ browser }) => {
  const { page } = await signedIn(browser, 'okafor', { reducedMotion: 'reduce' })
  const expectNone = async (view: string, rules: AxeBuilder) => {
    const { violations } = await rules.analyze()
    expect(violations.map(({ id, nodes }) => `${view}: ${id} at ${nodes.map(node => node.target.join(' ')).join(', ')}`)).toEqual([])
  }
  // By night only the colours are others.
  const check = async (view: string) => {
    await expectNone(view, new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']))
    await page.emulateMedia({ colorScheme: 'dark' })
    await expect(page.locator('html')).toHaveClass(/dark/)
    await expectNone(`${view} by night`, new AxeBuilder({ page }).withRules(['color-contrast']))
    await page.emulateMedia({ colorScheme: 'light' })
    await expect(page.locator('html')).not.toHaveClass(/dark/)
  }
  await check('yard')
  await page.getByLabel(/Search units/).fill('P-102')
  await page.getByRole('link', { name: 'P-102', exact: true }).click()
  await expect(page.getByRole('heading', { name: /readings across overhauls/ })).toBeVisible()
  await check('unit')
  await openBench(page, 'P-102')
  await veeOf(page).getByRole('button', { name: /^Measure the bearing seats/ }).click()
  await check('bench')
  await page.goto('/units/P-101')
  await page.getByRole('link', { name: /Planned overhaul at 28/ }).click()
  await expect(page.getByRole('heading', { name: /Dossier of job/ })).toBeVisible()
  await check('dossier')
  await page.getByRole('link', { name: 'Sheets' }).click()
  await page.getByRole('link', { name: 'Gas engine turbocharger' }).click()
  await expect(page.getByRole('status', { name: 'What the checker says' })).toContainText('nothing to say')
  await check('sheet')
  await page.getByRole('tab', { name: /^Positions/ }).click()
  await expect(page.getByRole('cell', { name: /^Journal, compressor side/ })).toBeVisible()
  await check('positions of a sheet')
})
