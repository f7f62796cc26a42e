import { expect, test } from '@playwright/test'
import { byTouch, choose, hoistReading, openBench, openPart, signedIn, stepOf, tickOf, veeOf, workStep } from './bench'

const TABLET = { viewport: { width: 768, height: 1024 }, hasTouch: true, isMobile: true }

test('the bench on a tablet: everything in reach of a thumb, tick, bag, note and undo by touch', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'lindqvist', TABLET)
  await openBench(page, 'P-105')

  await test.step('no target is smaller than 44 px and nothing runs out of the screen', async () => {
    const small = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('main button, main input, main select, header button, header a')]
        .filter(element => element.offsetParent !== null)
        .map(element => ({
          name: element.getAttribute('aria-label') ?? element.textContent?.trim() ?? '',
          height: element.getBoundingClientRect().height,
        }))
        .filter(({ height }) => height < 44 && height > 1),
    )
    expect(small.filter(({ name }) => !['Intake Station', 'Job'].some(crumb => name.startsWith(crumb)))).toEqual([])
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(768)
  })

  await test.step('on to the guard', async () => {
    while (await stepOf(page).getByRole('heading', { level: 2 }).innerText() !== 'Take the coupling guard off') {
      await tickOf(page).tap()
    }
    await page.getByRole('button', { name: 'Guard is off' }).tap()
    await expect(veeOf(page).getByRole('button', { name: 'Take the coupling guard off, done' })).toBeVisible()
    await expect(veeOf(page).getByText(/· 1 open/)).toBeVisible()
  })

  await test.step('what came out is loose until it is bagged', async () => {
    const tray = page.getByRole('complementary', { name: 'Tray' })
    await expect(tray.getByText('Loose: bag it')).toBeVisible()
    await tray.getByLabel('Tag for Guard screws M10 × 25').fill('seven')
    await tray.getByRole('button', { name: 'Bag Guard screws M10 × 25' }).tap()
    await expect(page.getByRole('alert')).toContainText('is no tag')
    await tray.getByLabel('Tag for Guard screws M10 × 25').fill('b-7')
    await tray.getByRole('button', { name: 'Bag Guard screws M10 × 25' }).tap()
    await tray.getByRole('button', { name: 'Bag Coupling guard' }).tap()
    const bags = tray.getByRole('list', { name: 'Bags' })
    await expect(bags.getByRole('listitem')).toHaveText([/B-01\s*Coupling guard/, /B-7\s*8 × Guard screws M10 × 25/])
    await expect(tray.getByText('Loose: bag it')).toHaveCount(0)
  })

  await test.step('a note stays with its step', async () => {
    await veeOf(page).getByRole('button', { name: 'Take the coupling guard off, done' }).tap()
    await page.getByRole('button', { name: 'Note', exact: true }).tap()
    await page.getByLabel(/What did you see/).fill('Two screws were missing')
    await page.getByRole('button', { name: 'Keep the note' }).tap()
    await expect(stepOf(page).getByText('Two screws were missing')).toBeVisible()
  })

  await test.step('undo takes back the newest first', async () => {
    await page.getByRole('button', { name: 'Undo my last' }).tap()
    await expect(stepOf(page).getByText('Two screws were missing')).toHaveCount(0)
    await page.getByRole('button', { name: 'Undo my last' }).tap()
    await expect(page.getByText('Loose: bag it')).toBeVisible()
  })

  await test.step('the V folds by assembly and opens one at a time', async () => {
    const vee = veeOf(page)
    const hub = vee.getByRole('button', { name: /^Draw the hub off/ }).first()
    await vee.getByRole('button', { name: 'Fold', exact: true }).tap()
    await expect(vee.getByRole('button', { name: /^Bearings/, expanded: false }).first()).toBeVisible()
    await expect(hub).toHaveCount(0)
    await vee.getByRole('button', { name: /^Coupling/, expanded: false }).tap()
    await expect(hub).toBeAttached()
    await vee.getByRole('button', { name: 'Unfold' }).tap()
  })

  await test.step('another step can be looked at, but not ticked before its time', async () => {
    await veeOf(page).getByRole('button', { name: /^Lift the rotor out, plumb, later/ }).tap()
    await expect(stepOf(page).getByText('Heavy lift, 186 kg. Nobody under the load.')).toBeVisible()
    await expect(stepOf(page).getByText(/First comes step/)).toBeVisible()
    await expect(page.getByRole('button', { name: 'Rotor is out' })).toBeDisabled()
    await page.getByRole('button', { name: 'To the work at hand' }).tap()
    await expect(page.getByRole('button', { name: 'Rotor is out' })).toHaveCount(0)
  })
  expect(faults).toEqual([])
})

test('an old gasket fitted for now keeps the job open, and the closing list leads to it', async ({ browser }) => {
  const { page } = await signedIn(browser, 'lindqvist', TABLET)
  await openBench(page, 'P-102')
  await veeOf(page).getByRole('button', { name: /^Decide: reuse, repair, replace/ }).tap()
  const gasket = stepOf(page).getByRole('listitem').filter({ hasText: 'Casing joint gasket' })
  await gasket.getByRole('button', { name: /: reuse$/ }).tap()
  await expect(gasket.getByText('The job cannot close with it')).toBeVisible()
  await gasket.getByRole('textbox').fill('The new one comes on Thursday')
  await gasket.getByRole('button', { name: 'Fit the old one for now' }).tap()
  await expect(gasket.getByText('The new one comes on Thursday')).toBeVisible()
  await page.getByRole('button', { name: 'Close the job …' }).tap()
  const list = page.getByRole('list', { name: 'What stands in the way' })
  await expect(list.getByText(/^The rung "Lower the upper casing on guide pins" is open: 1 × Upper casing half/)).toBeVisible()
  await list.getByText(/^Mark MK-3 \(upper to lower casing\)/).tap()
  await expect(stepOf(page).getByRole('heading', { name: 'Lower the upper casing on guide pins' })).toBeVisible()
})

test('a hoist is taken apart and put together by touch alone, from a part of the drawing to the last tick', async ({ browser }) => {
  test.setTimeout(400_000)
  const { page, faults } = await signedIn(browser, 'marsh', TABLET)
  await page.goto('/units/H-301')
  await page.getByRole('button', { name: 'Start an overhaul' }).tap()
  await page.getByLabel('Why does it come to the bench?').fill('Lever slips')
  await page.getByText('Failure analysis').tap()
  const howFar = page.getByRole('combobox', { name: 'How far?' })
  await choose(howFar, /Load wheel, five pockets/, byTouch)
  await expect(page.getByText(/the way in is/)).toBeVisible()
  await choose(howFar, 'The whole overhaul', byTouch)
  await page.getByRole('button', { name: 'Start at the first step' }).tap()

  await test.step('a part of the drawing tells its way in', async () => {
    const card = await openPart(page, 'Load wheel, five pockets', byTouch)
    await expect(card.getByText(/17 steps/)).toBeVisible()
    await card.getByRole('button', { name: 'Back to the bench' }).tap()
  })

  const title = () => stepOf(page).getByRole('heading', { level: 2 }).innerText()
  const reading = hoistReading('medium')
  await test.step('down, over the floor', async () => {
    for (let steps = 0; steps < 40 && await title() !== 'Pawls and new springs'; steps++) await workStep(page, reading, byTouch)
    expect(await title()).toBe('Pawls and new springs')
  })

  await test.step('a pawl of the other side is refused, and the hand check leads back', async () => {
    await stepOf(page).getByRole('button', { name: 'Brake pawls: reuse' }).count()
    const place = stepOf(page).locator('[data-duty="place"]')
    await choose(place.getByRole('combobox', { name: 'Brake pawls: piece that goes into upper pawl' }), 'that of lower pawl', byTouch)
    await place.getByRole('button', { name: 'Is in' }).first().tap()
    await expect(stepOf(page).getByRole('alert')).toContainText('sets stay together')
    await stepOf(page).getByRole('button', { name: 'One lags behind' }).tap()
    await stepOf(page).getByRole('button', { name: /^Back to “Brake, DRY”/ }).tap()
    expect(await title()).toBe('Brake in, dry')
  })

  await test.step('up to the end', async () => {
    for (let steps = 0; steps < 40 && !(await page.getByRole('heading', { name: 'Every step is done' }).count()); steps++)
      await workStep(page, reading, byTouch)
    await page.getByRole('button', { name: 'Close the job', exact: true }).tap()
    await page.getByRole('button', { name: 'Sign and close' }).tap()
    await page.getByRole('button', { name: 'See the dossier' }).tap()
    await expect(page.getByText(/Back to brake-on/)).toBeVisible()
    await expect(page.getByRole('list', { name: 'Photos' }).getByRole('listitem').first()).toBeVisible()
  })
  expect(faults).toEqual([])
})

test('the keyboard works the bench without a mouse', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'okafor')
  await openBench(page, 'P-103')
  const heading = stepOf(page).getByRole('heading', { level: 2 })
  const here = await heading.innerText()
  await page.keyboard.press('ArrowDown')
  await expect(heading).not.toHaveText(here)
  await page.keyboard.press('ArrowUp')
  await expect(heading).toHaveText(here)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys of the bench' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog', { name: 'Keys of the bench' })).toBeHidden()
  await page.keyboard.press('n')
  await page.getByLabel(/What did you see/).fill('by keyboard: u and Enter stay in the text')
  await page.getByRole('button', { name: 'Keep the note' }).press('Enter')
  await expect(stepOf(page).getByText('by keyboard: u and Enter stay in the text')).toBeVisible()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.locator('body').press('u')
  await expect(stepOf(page).getByText('by keyboard: u and Enter stay in the text')).toHaveCount(0)
  await page.locator('body').press('b')
  await expect(page.getByLabel('Scan or type a tag')).toBeFocused()
  await page.keyboard.type('N9999/B-02')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('B-02 belongs to job 9999')
  await page.keyboard.type('t-3')
  await page.keyboard.press('Enter')
  expect(faults).toEqual([])
})
