import { expect, test, type Page } from '@playwright/test'
import { benchAt, benchOf } from '../api/bench-of'
import { Client } from '../api/client'
import { choose, openBench, signedIn, stepOf, tickOf, veeOf } from './bench'

const dockOf = (page: Page) => page.getByRole('region', { name: 'Instrument', exact: true })
const takeUp = (page: Page, tag: string) => choose(dockOf(page).getByLabel('Instrument in hand'), new RegExp(`^${tag}`))
const press = (page: Page, name: string | RegExp) => dockOf(page).getByRole('button', { name }).click()

test('a cover of twelve bolts is pulled with a wrench that speaks: one over and corrected, every bolt once, closed', async ({ browser }) => {
  const client = await Client.as('okafor')
  await (await benchAt(client, await client.openJobOf('P-171'))).workTo('discharge-final', 'duties')
  const { page, faults } = await signedIn(browser, 'okafor')
  await openBench(page, 'P-171')
  const joint = stepOf(page).locator('[data-duty="tightening"]')
  const bolt = (name: RegExp) => joint.getByRole('option', { name })
  const passNow = () => joint.getByRole('list', { name: 'Passes' }).locator('[aria-current="step"]')
  await expect(joint.getByRole('option')).toHaveCount(12)
  await takeUp(page, 'TW-04')
  await expect(dockOf(page)).toContainText('measures nothing')
  await joint.getByRole('button', { name: 'Made ready so' }).click()

  await test.step('a pull streams to the ring and is written down when the wrench is let go', async () => {
    await press(page, /^Pull just right/)
    await expect(joint.getByText('▽ UNDER').first()).toBeVisible()
    await expect(bolt(/^Bolt 1, in$/)).toBeVisible()
    await expect(bolt(/^Bolt 2, in hand/)).toBeVisible()
  })

  await test.step('one that is over stays in hand until it is right', async () => {
    await press(page, /^Pull too much/)
    await expect(bolt(/^Bolt 2, in hand, over$/)).toBeVisible()
    await press(page, /^Pull just right/)
    await expect(bolt(/^Bolt 2, in, pulled 2 times$/)).toBeVisible()
    await joint.getByRole('button', { name: /^All 12 pulled to 48/ }).click()
    await expect(passNow()).toHaveText(/^2\s*84/)
  })

  await test.step('the second pass at a tap, the last one bolt by bolt', async () => {
    await joint.getByRole('button', { name: /^All 12 pulled to 84/ }).click()
    await expect(passNow()).toHaveText(/^3\s*120/)
    for (let number = 1; number <= 12; number++) {
      await press(page, /^Pull just right/)
      if (number < 12) await expect(bolt(new RegExp(`^Bolt ${number}, in$`))).toBeVisible()
    }
    await expect(passNow()).toHaveText(/^round\s*120/)
    await joint.getByRole('button', { name: /^All 12 pulled to 120/ }).click()
  })

  await test.step('the joint is closed, and the record names the wrench', async () => {
    for (let i = 0; i < 3 && await tickOf(page).isDisabled(); i++) {
      const lock = joint.getByRole('button', { name: /locked by a new/ })
      if (await lock.count()) await lock.click()
    }
    const title = await stepOf(page).getByRole('heading', { level: 2 }).innerText()
    await tickOf(page).click()
    await expect(veeOf(page).getByRole('button', { name: `${title}, done` })).toBeAttached()
    const { body: { events } } = await client.get<{ events: { type: string, body: { torqueNm?: number, wrench?: { tag: string } } }[] }>(
      `/jobs/${await client.openJobOf('P-171')}/dossier`,
    )
    const pulls = events.filter(({ type }) => type === 'bolt-pulled').map(({ body }) => body)
    expect(pulls.map(({ torqueNm }) => torqueNm)).toEqual([48, 58, 48, ...Array<number>(12).fill(120)])
    expect(new Set(pulls.map(({ wrench }) => wrench?.tag))).toEqual(new Set(['TW-04']))
  })
  expect(faults).toEqual([])
})

test('a run-out is swept from a dial; the dial dies in the middle and the work goes on by typing', async ({ browser }) => {
  const bench = await benchOf('C-104', {}, 'lindqvist')
  await bench.workTo('run-out-found', 'duties')
  const { page, faults } = await signedIn(browser, 'lindqvist')
  const other = await signedIn(browser, 'marsh')
  await openBench(page, 'C-104')
  const cells = stepOf(page).locator('[data-duty="reading"] input.cell')
  await takeUp(page, 'DI-09')
  await cells.first().click()
  await press(page, 'Place it here')
  await expect(dockOf(page)).toContainText('rests')

  await test.step('who else reaches for it is told whose bench has it', async () => {
    await openBench(other.page, 'C-104')
    await takeUp(other.page, 'DI-09')
    await expect(dockOf(other.page).getByRole('alert')).toContainText('DI-09 is at the bench of S. Lindqvist')
  })

  await test.step('one slow turn fills the column of the station, and the next station follows', async () => {
    await press(page, 'Sweep one turn')
    await press(page, 'Turn it once round')
    await expect(dockOf(page).getByRole('progressbar')).toBeVisible()
    for (const angle of ['0°', '90°', '180°', '270°'])
      await expect(stepOf(page).getByLabel(new RegExp(`, ${angle}$`)).first()).toHaveValue(/^-?\d\.\d{3}$/)
  })

  await test.step('a foot switch takes what rests; the dial is zeroed and held', async () => {
    await press(page, 'Place it here')
    await press(page, 'Zero')
    await expect(dockOf(page).locator('output')).toHaveText(/^[−-]?0\.00[0-2]\smm$/)
    await press(page, 'Hold')
    await expect(dockOf(page)).toContainText('held')
    await press(page, 'Hold')
    await expect(dockOf(page).getByRole('button', { name: /^Take into/ })).toBeEnabled()
    await page.keyboard.press('PageDown')
    await expect(stepOf(page).locator('[data-duty="reading"] input.cell:focus')).toHaveValue('')
  })

  await test.step('its battery is empty: told, and the bench types on', async () => {
    await choose(dockOf(page).getByLabel('What is wrong with the instrument'), 'its battery is empty')
    await expect(dockOf(page).getByText('DI-09 says nothing any more')).toBeVisible()
    await cells.nth(5).fill('0.012')
    await cells.nth(5).press('Enter')
    await choose(dockOf(page).getByLabel('What is wrong with the instrument'), 'it floods')
    await expect(dockOf(page).getByText(/sends more than anybody can read/)).toBeVisible()
    await choose(dockOf(page).getByLabel('Instrument in hand'), 'typed by hand')
    await expect(dockOf(page).locator('output')).toHaveCount(0)
  })

  await test.step('an instrument that types lands in the cell in hand, and ticks nothing on its way', async () => {
    const before = await stepOf(page).getByRole('heading', { level: 2 }).innerText()
    // Faster than the remote control could type.
    await page.evaluate(() => {
      (document.activeElement as HTMLElement).blur()
      for (const key of ['0', '.', '0', '1', '5', 'Enter'])
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
    })
    await expect(cells.nth(6)).toHaveValue('0.015')
    await expect(stepOf(page).getByRole('heading', { level: 2 })).toHaveText(before)
  })

  await test.step('what was let go is free for the other bench', async () => {
    await takeUp(other.page, 'DI-09')
    await expect(dockOf(other.page).locator('output')).toBeVisible()
    await choose(dockOf(other.page).getByLabel('Instrument in hand'), 'typed by hand')
  })

  await test.step('all of it is written down, with the instrument', async () => {
    const blank = stepOf(page).locator('[data-duty="reading"] input.cell')
    for (let i = 0; i < await blank.count(); i++) if (!await blank.nth(i).inputValue()) await blank.nth(i).fill('0.010')
    await stepOf(page).getByRole('button', { name: 'Write it down' }).click()
    await expect(stepOf(page).locator('[data-duty="reading"]').getByText(/DI-09/).first()).toBeVisible()
    // No cell is in hand any more: nothing that an instrument says goes anywhere.
    await takeUp(page, 'DI-09')
    await expect(dockOf(page).getByRole('button', { name: 'No cell in hand' })).toBeDisabled()
  })
  expect(faults).toEqual([])
  expect(other.faults.filter(fault => !fault.includes('409'))).toEqual([])
})
