import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import type { Dossier } from '#shared/wire/dossier'
import { bluedFace } from '../support/blued-face'
import { choose, openBench, signedIn } from './bench'

const resultOf = (page: Page) => page.getByRole('region', { name: 'What follows' })
const field = (page: Page, label: string | RegExp) => page.getByRole('form', { name: 'What is known' }).getByLabel(label)

test('workings answer while one types, say what is wrong beside the field, and travel as a link', async ({ browser }) => {
  const { page, context, faults } = await signedIn(browser, 'okafor')
  await page.getByRole('link', { name: 'Workings' }).click()
  await page.getByRole('link', { name: 'Limits of a fit' }).click()

  await test.step('a fit, its zones and its working', async () => {
    await field(page, 'Nominal size').fill('25')
    await field(page, /^Fit/).fill('H7/s6')
    await expect(resultOf(page).getByText('interference fit')).toBeVisible()
    await expect(resultOf(page).getByText('−14.0 µm')).toBeVisible()
    await expect(resultOf(page).getByRole('img', { name: /H7 from 0 to \+21 µm; s6 from \+35 to \+48 µm/ })).toBeVisible()
    await resultOf(page).getByText('Show the working').click()
    await expect(resultOf(page).getByText('ISO 286-1:2010, tables 1 to 3')).toBeVisible()
  })

  await test.step('bad input stays and gets a sentence; another unit is read and told', async () => {
    await field(page, /^Fit/).fill('H7/s99')
    await expect(page.getByRole('alert')).toContainText('is no tolerance class')
    await expect(field(page, /^Fit/)).toHaveValue('H7/s99')
    await field(page, /^Fit/).fill('H7/s6')
    await field(page, 'Nominal size').fill('1 in')
    await expect(page.getByText('understood: 25.4000 mm')).toBeVisible()
    await field(page, 'Nominal size').fill('1 bar')
    await expect(page.getByRole('alert')).toContainText('belongs to a pressure')
    await field(page, 'Nominal size').fill('1 in')
    await page.getByText('in, lbf').click()
    await expect(resultOf(page).getByText(/thou/).first()).toBeVisible()
  })

  await test.step('the link brings everything to another browser', async () => {
    await expect(page).toHaveURL(/nominal=1\+in|nominal=1%20in/)
    const other = await context.newPage()
    await other.goto(page.url())
    await expect(field(other, 'Nominal size')).toHaveValue('1 in')
    await expect(resultOf(other).getByText(/thou/).first()).toBeVisible()
    await other.close()
  })

  await test.step('the core’s refusal stands beside the field it speaks of', async () => {
    await page.goto('/workings/interference?bore=120')
    await expect(page.getByRole('alert')).toContainText('no wall is left')
    await expect(field(page, 'Bore of the shaft, 0 if solid')).toHaveAttribute('aria-invalid', 'true')
  })

  await test.step('a worker draws the clearance at work', async () => {
    await page.goto('/workings/operating-clearance')
    await expect(resultOf(page).getByText('Chance of preload')).toBeVisible()
    await expect(resultOf(page).getByRole('img', { name: /below zero is preload/ })).toBeVisible()
  })

  await test.step('run-out goes on with Enter and is drawn', async () => {
    await page.goto('/workings/run-out')
    await expect(resultOf(page).getByRole('img', { name: /Polar plot of 12 readings/ })).toBeVisible()
    const cell = page.getByLabel('Readings, row 12, dial, µm')
    await cell.fill('99')
    await cell.press('Enter')
    await expect(page.getByLabel('Readings, row 13, angle, °')).toBeFocused()
    await page.getByLabel('Readings, row 13, angle, °').fill('345')
    await page.getByLabel('Readings, row 13, dial, µm').fill('20')
    await expect(resultOf(page).getByRole('img', { name: /Polar plot of 13 readings/ })).toBeVisible()
    await page.getByLabel('Readings, row 13, dial, µm').fill('abc')
    await expect(page.getByRole('alert')).toContainText('Row 13, dial, µm: "abc" is no number.')
  })
  expect(faults).toEqual([])
})

test('every working answers what it starts with, and breaks no rule of accessibility', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'okafor')
  await page.goto('/workings')
  await expect(page.getByRole('navigation', { name: 'Workings' })).toBeVisible()
  const links = await page
    .getByRole('navigation', { name: 'Workings' })
    .getByRole('link')
    .evaluateAll(list => list.map(link => link.getAttribute('href')!))
  expect(links.length).toBeGreaterThanOrEqual(20)
  for (const link of links.filter(one => !one.endsWith('/contact'))) {
    await page.goto(link)
    await expect(resultOf(page).locator('dl').first(), link).toBeVisible()
    await expect(page.getByRole('alert')).toHaveCount(0)
    expect(await resultOf(page).innerText(), link).not.toMatch(/NaN|undefined|Infinity/)
  }
  for (const link of ['/workings/fit', '/workings/split-bearing', '/workings/contact']) {
    await page.goto(link)
    await page.waitForTimeout(300)
    const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze()
    expect(violations.map(({ id, nodes }) => `${link}: ${id} at ${nodes.map(node => node.target.join(' ')).join(', ')}`)).toEqual([])
  }
  expect(faults).toEqual([])
})

test('a blued face is read from its photo, corners and threshold by hand, and a file that is no picture is refused', async ({
  browser,
}) => {
  const { page, faults } = await signedIn(browser, 'okafor')
  await page.goto('/workings/contact')
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'face.jpg', mimeType: 'image/jpeg', buffer: await bluedFace(1200, 900, 0.6) })
  const share = async () => Number(/(\d+) %/.exec(await resultOf(page).locator('dl').innerText())![1])
  await expect(resultOf(page).locator('dl')).toBeVisible()
  expect(Math.abs((await share()) - 60)).toBeLessThanOrEqual(2)
  await expect(resultOf(page).getByRole('table', { name: 'Share of contact by field, percent' }).getByRole('cell')).toHaveCount(72)

  await resultOf(page).getByRole('slider').press('End')
  await expect(resultOf(page).locator('dl')).toContainText('0 %')
  await resultOf(page).getByRole('button', { name: 'Find it from the picture again' }).click()
  await expect.poll(share).toBeGreaterThan(57)

  const corner = page.getByRole('button', { name: /^Corner 2/ })
  await corner.focus()
  for (let i = 0; i < 12; i++) await corner.press('Shift+ArrowRight')
  await expect.poll(share).toBeLessThan(57)

  await page.locator('input[type=file]').setInputFiles({ name: 'list.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') })
  await expect(page.getByRole('alert')).toContainText('is no picture')
  expect(faults).toEqual([])
})

test('what a photo of contact says is kept with a part of the job', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'lindqvist')
  await openBench(page, 'G-411')
  await page.getByRole('link', { name: 'Readings' }).click()
  await page.getByRole('link', { name: 'Contact picture' }).click()
  await page.locator('input[type=file]').setInputFiles({ name: 'face.jpg', mimeType: 'image/jpeg', buffer: await bluedFace(800, 600, 0.7) })
  await choose(page.getByRole('combobox', { name: 'Part to keep it with' }), 'Lower bearing shells')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Kept' })).toBeVisible()
  await expect(page.getByText(/waiting to send/)).toHaveCount(0)
  const job = new URL(page.url()).searchParams.get('job')!
  const photo = await page.evaluate(async (id) => {
    const { state } = await (await fetch(`/api/jobs/${id}/dossier`)).json() as Dossier
    const last = state.photos.at(-1)!
    return { ...last, type: (await fetch(`/api/jobs/${id}/photos/${last.photo}`)).headers.get('content-type') }
  }, job)
  expect(photo).toMatchObject({
    part: 'shells-lower',
    type: 'image/jpeg',
    caption: expect.stringMatching(/^Contact (69|70|71) %, even; hard spots: none\. By field, %: \d+ .* Blue from 0\.\d\d\.$/),
  })
  expect(faults).toEqual([])
})

test('the readings of a job stand by part beside the last overhaul, ask about a slip, and become fits', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'lindqvist')
  await openBench(page, 'P-102')
  await page.getByRole('link', { name: 'Readings' }).click()
  const positions = page.getByRole('region', { name: 'Positions' })
  const seat = positions.getByRole('row').filter({ hasText: 'Bearing seat on the shaft, drive end' })
  await expect(seat.getByRole('cell').nth(3)).toHaveText(/70\.0\d\d\smm\s*IN/)
  await seat.getByRole('button').click()
  const entry = page.getByRole('region', { name: 'This position' })
  await entry.getByRole('button', { name: 'Measure again' }).click()
  const cells = await entry.getByRole('textbox').all()
  expect(cells.length).toBe(6)
  await cells[0]!.fill('70.012')
  for (const cell of cells.slice(0, 5)) {
    await cell.fill('70.012')
    await cell.press('Enter')
  }
  await cells[5]!.fill('70.112')
  await cells[5]!.press('Enter')
  await expect(entry.getByRole('alert')).toContainText('70.112 mm lies far from the others, which stand round 70.012 mm')
  await entry.getByRole('button', { name: 'Type it again' }).click()
  await cells[5]!.fill('70.012')
  await cells[5]!.press('Enter')
  await expect(seat.getByRole('cell').nth(1)).toHaveText(/70\.012\smm\s*IN/)
  await page.getByRole('button', { name: 'Inches and pounds too' }).click()
  await expect(seat.getByRole('cell').nth(1)).toHaveText(/70\.012\smm\s*2\.75638\sin\s*IN/)
  await expect(entry.getByRole('status')).toContainText(/Mean 70\.012\smm \(2\.75638\sin\)/)
  await page.getByRole('button', { name: 'Inches and pounds too' }).click()
  await expect(page.getByText('2.75638')).toHaveCount(0)
  const fit = page.getByRole('region', { name: 'Fits' }).getByRole('listitem').filter({ hasText: 'Inner ring on the shaft, drive end' })
  await expect(fit).toContainText('−27 … −12 µm')
  await expect(fit).toContainText('nothing measured anew')
  await page.getByRole('link', { name: 'Back to the bench' }).click()
  await expect(page.getByRole('region', { name: 'This step' })).toBeVisible()
  expect(faults).toEqual([])
})

test('a working opened from a job starts empty, and its results go into the cells of the reading', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'lindqvist')
  await openBench(page, 'G-411')
  await page.getByRole('link', { name: 'Readings' }).click()
  await page.getByRole('region', { name: 'Positions' }).getByRole('button', { name: /^Pinch of the shells/ }).click()
  await page.getByRole('link', { name: 'Work it out' }).click()
  const into = page.getByRole('region', { name: 'Into the job' })

  await test.step('no example passes for a measurement', async () => {
    await expect(into.getByText(/Into job/)).toBeVisible()
    for (const box of await page.getByRole('form', { name: 'What is known' }).getByRole('textbox').all()) await expect(box).toHaveValue('')
    await expect(resultOf(page).getByText('The result stands here as soon as every field can be read.')).toBeVisible()
    await expect(into.getByRole('group', { name: 'Results to write down' })).toHaveCount(0)
  })

  await test.step('strips, wires and shims are drawn', async () => {
    const known = {
      'Strip, drive end, left edge': '1.18',
      'Strip, drive end, right edge': '1.18',
      'Strip, other end, left edge': '1.12',
      'Strip, other end, right edge': '1.12',
      'Between the end strips': '110',
      'Between left and right edge': '60',
      'Shims, drive end': '0.25',
      'Wire on the shell, drive end': '0.21',
      'Shims, other end': '0.25',
      'Wire on the shell, other end': '0.22',
      'Journal': '110',
      'Speed': '1480',
    }
    for (const [label, value] of Object.entries(known)) await field(page, label).fill(value)
    for (const [row, [width, clearance]] of [['2.30', '38'], ['1.15', '76'], ['0.85', '102']].entries()) {
      await page.getByLabel(`Scale of the strip, row ${row + 1}, width, mm`).fill(width!)
      await page.getByLabel(`Scale of the strip, row ${row + 1}, clearance, µm`).fill(clearance!)
    }
    await expect(
      resultOf(page).getByRole('img', {
        name: /^Split bearing\. Strip at the drive end: 74 µm left, 74 µm right.*Pinch at the drive end 40 µm\. Pinch at the other end 30 µm\.$/,
      }),
    ).toBeVisible()
    await expect(page).toHaveURL(/position=pinch/)
  })

  await test.step('taps fill the cells, one after the other', async () => {
    const offers = into.getByRole('group', { name: 'Results to write down' })
    for (let i = 0; i < 4; i++) await offers.getByRole('button', { name: /^Pinch, drive end/ }).click()
    await expect(offers.getByRole('button', { name: /^Pinch, drive end/ })).toBeDisabled()
    await expect(into.getByText('Understood: 0.040 mm, 0.040 mm, 0.040 mm, 0.040 mm')).toBeVisible()
    await into.getByRole('button', { name: 'Write it down' }).click()
    await expect(into.getByRole('status')).toContainText('IN')
    await expect(page.getByText(/waiting to send/)).toHaveCount(0)
  })

  await into.getByRole('link', { name: 'Readings' }).click()
  await expect(page.getByRole('row').filter({ hasText: 'Pinch of the shells' }).getByRole('cell').nth(2)).toHaveText(/0\.040\smm\s*IN/)
  await page.goto(`/workings/pinch?job=${page.url().match(/jobs\/([\w-]+)/)![1]}&position=no-such&stage=as-left`)
  await expect(page.getByRole('alert')).toContainText('takes no such reading')
  expect(faults).toEqual([])
})

test('a shaft is turned under the dial, station by station, and its bow is drawn along it', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'lindqvist')
  await openBench(page, 'P-102')
  await page.getByRole('link', { name: 'Readings' }).click()
  const runOut = page.getByRole('region', { name: 'Positions' }).getByRole('button', { name: /^Run-out of the bare shaft/ })
  await runOut.click()
  const entry = page.getByRole('region', { name: 'This position' })
  await expect(entry.getByRole('img', { name: /^Polar plot of 8 readings/ })).toHaveCount(5)
  await entry.getByRole('button', { name: 'Measure again' }).click()

  const cells = await entry.getByRole('textbox').all()
  expect(cells.length).toBe(40)
  await cells[0]!.focus()
  for (let i = 0; i < 40; i++) {
    if (i === 20) {
      // The tablet went to sleep: what is half typed is there again.
      await page.reload()
      await runOut.click()
      await expect(cells[18]!).toHaveValue('0.080')
      await cells[20]!.focus()
    }
    // The middle station runs out by 0.080 mm towards 90°, the others by nothing.
    const [station, angle] = [Math.floor(i / 8), i % 8 * Math.PI / 4]
    await page.keyboard.press('Control+a')
    await page.keyboard.type(station === 2 ? (0.04 + 0.04 * Math.sin(angle)).toFixed(3) : '0,000')
    if (i < 39) await page.keyboard.press('Enter')
  }
  await expect(entry.getByRole('status')).toContainText('OUT by 0.020 mm')
  await expect(entry.getByRole('status')).toContainText('Total reading, impeller seat 0.080 mm')
  await expect(entry.getByRole('img', { name: /total 80\.0 µm, offset (39\.\d|40\.0) µm, high side at 90°/ })).toBeVisible()
  await expect(
    entry.getByRole('img', { name: /^Bow along the shaft: 0\.0 µm at 215 mm, 0\.0 µm at 494 mm, (39\.\d|40\.0) µm at 630 mm/ }),
  ).toBeVisible()
  await entry.getByText('Show the working').click()
  await expect(entry.getByText('least-squares circle, ISO 12181-1').first()).toBeVisible()
  await page.keyboard.press('Escape')
  expect(faults).toEqual([])
})

test('instrument, calibration and temperatures stand beside the reading and decide with it', async ({ browser }) => {
  const { page, context, faults } = await signedIn(browser, 'lindqvist')
  await openBench(page, 'P-102')
  await page.getByRole('link', { name: 'Readings' }).click()
  await page.getByRole('region', { name: 'Positions' }).getByRole('button', { name: 'Bearing seat on the shaft, non-drive end' }).click()
  const entry = page.getByRole('region', { name: 'This position' })
  await entry.getByRole('button', { name: 'Measure again' }).click()
  const instrument = entry.getByRole('combobox', { name: /: instrument$/ })
  // Those that fit the place come first; what was last used here lies next to the hand.
  await expect(entry.getByText(/^MIC-13 · /)).toBeVisible()
  await instrument.press('Enter')
  const offered = page.getByRole('option')
  await expect(offered).toHaveText([/micrometer/i, /^MIC-13 · /, /^MIC-14 · /, /^Others \(\d+\)$/])
  // What cannot be meant for this place is asked for.
  await page.getByRole('option', { name: /^Others/ }).click()
  await expect(offered.filter({ hasText: /^Others/ })).toHaveCount(0)
  await expect.poll(() => offered.count()).toBeGreaterThan(3)
  await page.keyboard.press('Escape')

  for (const cell of await entry.getByRole('textbox').all()) await cell.fill('70.012')
  await expect(entry.getByRole('status')).toContainText('IN')
  await choose(instrument, /^MIC-14/)
  await expect(entry.getByText(/^Calibration ended/)).toBeVisible()
  await expect(entry.getByRole('status')).toContainText('DOUBTFUL')
  await expect(entry.getByRole('status')).toContainText('MIC-14 was past its calibration')
  await choose(instrument, /^MIC-13/)

  await entry.getByRole('button', { name: 'Not at 20 °C …' }).click()
  await expect(entry.getByRole('alert')).toContainText('a temperature is wanted')
  await entry.getByLabel(/temperature of the part$/).fill('86 °F')
  await entry.getByLabel(/temperature of the instrument$/).fill('20')
  await expect(entry.getByRole('status')).toContainText('Mean 70.004 mm')
  await expect(entry.getByRole('status')).toContainText('part 30 °C, instrument 20 °C: taken to 20 °C')

  await test.step('without the link as well', async () => {
    await context.setOffline(true)
    await entry.getByRole('button', { name: 'Write it down' }).click()
    await expect(page.getByText('1 waiting to send')).toBeVisible()
    await context.setOffline(false)
    await expect(page.getByText(/waiting to send/)).toHaveCount(0, { timeout: 20_000 })
  })
  await expect(entry.getByRole('button', { name: 'Measure again' })).toBeVisible()
  expect(faults).toEqual([])
})
