import { expect, test, type Page } from '@playwright/test'
import { choose, openBench, PICTURE, signedIn, stepOf, tickOf, workStep } from './bench'

const TABLET = { viewport: { width: 768, height: 1024 }, hasTouch: true }

/** Draws an arc on a ring of the clock, by its number, as a finger does. */
async function draw(page: Page, ring: number, fromDeg: number, toDeg: number): Promise<void> {
  const svg = page.locator('svg.clock').last()
  await svg.scrollIntoViewIfNeeded()
  const { x, y, width, height } = (await svg.boundingBox())!
  const number = (await svg.locator('.number').nth(ring - 1).boundingBox())!
  const [midX, midY] = [x + width / 2, y + height / 2]
  const radius = midY - (number.y + number.height / 2)
  const at = (deg: number): [number, number] =>
    [midX + Math.sin(deg * Math.PI / 180) * radius, midY - Math.cos(deg * Math.PI / 180) * radius]
  await page.mouse.move(...at(fromDeg))
  await page.mouse.down()
  for (let deg = fromDeg; deg <= toDeg; deg += 10) await page.mouse.move(...at(deg))
  await page.mouse.up()
}

test('a seal is taken apart in a failure analysis: looks before they are lost, arcs on the clock, from the index to the cause', async ({ browser }) => {
  test.setTimeout(240_000)
  const { page, faults } = await signedIn(browser, 'okafor', TABLET)
  await page.goto('/units/P-442')
  await page.getByRole('button', { name: 'Start an overhaul' }).tap()
  await page.getByLabel('Why does it come to the bench?').fill('Leaks only while it turns')
  await page.getByText('Failure analysis').tap()
  await page.getByRole('button', { name: 'Start at the first step' }).tap()
  const title = () => stepOf(page).getByRole('heading', { level: 2 }).innerText()
  const value = (cell: string) => /[Pp]lay/.test(cell) ? '0.05' : '0.8'
  for (let steps = 0; steps < 20 && await title() !== 'Draw the turning part off'; steps++) await workStep(page, value, target => target.tap())
  const look = stepOf(page).locator('[data-duty="look"]')
  const pinch = page.getByRole('dialog', { name: /held at its 12 o’clock$/ })

  await test.step('a ring that comes out is looked at first; charred, nobody touches it', async () => {
    await expect(look.getByRole('heading')).toContainText('O-ring of the turning part')
    await stepOf(page).locator('[data-duty="photo"] input[type=file]').setInputFiles(PICTURE)
    await expect(tickOf(page)).toBeDisabled()
    await look.getByRole('button', { name: 'Hold it at 12 …' }).tap()
    await pinch.getByRole('radiogroup', { name: 'Is it charred or sticky?' }).getByText('yes').tap()
    await expect(pinch.getByRole('alert')).toContainText('hydrofluoric acid')
    await expect(pinch.getByRole('button', { name: 'Held at 12 o’clock' })).toBeDisabled()
    await pinch.getByRole('radiogroup', { name: 'Is it charred or sticky?' }).getByText('no').tap()
    await pinch.getByText('flushed, or harmless').tap()
    await pinch.getByRole('button', { name: 'Held at 12 o’clock' }).tap()
  })

  await test.step('held at 12, it is noted by angle with the other thumb, and asked once more before it is let go', async () => {
    await draw(page, 1, 90, 180)
    await pinch.getByRole('button', { name: 'abraded' }).tap()
    await expect(pinch.getByRole('list', { name: 'Found on it' })).toContainText('abraded, 3 to 6')
    await pinch.getByRole('button', { name: 'Let go …' }).tap()
    await expect(pinch.getByText('Is all of it noted?')).toBeVisible()
    await pinch.getByRole('button', { name: 'All is noted: let go' }).tap()
    await expect(look).toHaveClass(/met/)
  })

  await test.step('on the clock an arc is drawn, another typed; what makes no sense is said', async () => {
    await look.getByRole('link', { name: 'On the clock' }).tap()
    await expect(page.getByRole('heading', { name: /^Clock/ })).toBeVisible()
    const side = page.getByRole('region', { name: 'What it says' })
    const on = async (part: RegExp) => {
      await side.getByRole('combobox', { name: 'Part' }).press('Enter')
      await page.getByRole('option', { name: part }).tap()
    }
    await on(/^Seal, still ring/)
    const rings = page.getByRole('region', { name: 'Rings' }).getByRole('button', { name: /still seal face/ })
    await draw(page, Number((await rings.innerText()).match(/\d+/)![0]), 150, 240)
    await expect(side.getByLabel('Where')).toHaveValue('5 to 8')
    await side.getByRole('button', { name: 'uneven contact' }).tap()
    await expect(side.getByRole('list', { name: 'Found on it' })).toContainText('uneven contact, 5 to 8, plain')
    await on(/^Seal, turning part.*seal face/)
    await side.getByLabel('Where').fill('half past nowhere')
    await expect(side.getByRole('alert')).toContainText('is no place on a clock')
    await side.getByLabel('Where').fill('all round')
    await side.getByText('trace', { exact: true }).tap()
    await side.locator('input[type=file]').setInputFiles(PICTURE)
    await expect(side.getByText('Photo is with it')).toBeVisible()
    await side.getByRole('button', { name: 'polished' }).tap()
    await expect(side.getByRole('list', { name: 'Found on it' }).getByRole('button', { name: /^Photo by R\. Okafor/ })).toBeVisible()
    await on(/drive pin/)
    await side.getByText('plain', { exact: true }).tap()
    await side.getByRole('button', { name: 'worn both sides' }).tap()
    await side.getByRole('tab', { name: 'What else is known' }).tap()
    await side.getByText('leaks only turning').tap()
  })

  await test.step('causes are ranked with what speaks for and against; a person writes the cause', async () => {
    const side = page.getByRole('region', { name: 'What it says' })
    await side.getByRole('tab', { name: 'Causes' }).tap()
    await expect(side.getByText(/the still part is out of square/)).toBeVisible()
    const first = side.getByRole('list', { name: /^Causes/ }).getByRole('listitem').first()
    await first.getByRole('button').tap()
    await expect(first).toContainText('still face not square')
    await expect(first).toContainText('drive pin: worn both sides')
    await expect(page.locator('svg.clock .finding.for')).not.toHaveCount(0)
    await side.getByRole('combobox', { name: 'Cause of the list' }).press('Enter')
    await page.getByRole('option', { name: 'still face not square' }).tap()
    await side.getByLabel('The cause in your words').fill('Burr under the still ring')
    await side.getByRole('button', { name: 'Write the cause' }).tap()
    await expect(side.getByText(/as the evidence ranked it first/)).toBeVisible()
  })

  await test.step('a frame that was read wrong is turned, by keys, with a reason', async () => {
    const side = page.getByRole('region', { name: 'What it says' })
    await page.getByRole('region', { name: 'Rings' }).getByRole('button', { name: /still seal face/ }).tap()
    await side.getByRole('button', { name: 'Turn its frame …' }).tap()
    await page.locator('svg.clock').focus()
    for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight')
    await side.getByLabel(/Why was its 12 o’clock elsewhere/).fill('Its slot was at 1, not at 12')
    await side.getByRole('button', { name: 'Sign the turn' }).tap()
    await expect(side.getByRole('list', { name: 'Found on it' })).toContainText('uneven contact, 6 to 9')
  })

  await test.step('the record has all of it, and the bench goes on', async () => {
    await page.getByRole('link', { name: 'Back to the bench' }).tap()
    await expect(stepOf(page)).toBeVisible()
    await page.goto(`${page.url().replace(/\/$/, '')}/dossier`)
    const evidence = page.getByRole('region', { name: /^Evidence/ })
    await expect(evidence).toContainText('still face not square')
    await expect(evidence).toContainText('ranked first by the evidence')
    await expect(evidence.getByRole('row', { name: /uneven contact/ })).toContainText('6 to 9')
  })
  expect(faults).toEqual([])
})

test('the demonstration has a leak of a ring with good faces, and evidence that is too thin', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'okafor')
  await openBench(page, 'P-102')
  await page.getByRole('link', { name: 'Clock', exact: true }).click()
  const side = page.getByRole('region', { name: 'What it says' })
  await expect(side.getByRole('list', { name: /^Causes/ }).getByRole('listitem').first()).toContainText('compression set')
  await expect(side.getByText(/^Even all round on both/)).toBeVisible()
  // What the overhaul before this one has found lies faint behind it.
  await openBench(page, 'P-103')
  await page.getByRole('link', { name: 'Clock', exact: true }).click()
  await choose(page.getByRole('combobox', { name: 'Another overhaul beside it' }), /Seal leaking at the drive end/)
  await page.getByRole('region', { name: 'Rings' }).getByRole('button', { name: /^All/ }).click()
  await expect(page.locator('svg.clock .ghost')).toHaveCount(4)
  await openBench(page, 'P-441')
  await page.getByRole('link', { name: 'Clock', exact: true }).click()
  await expect(side.getByRole('status')).toContainText('Too little to rank by')
  expect(faults).toEqual([])
})
