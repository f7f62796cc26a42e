import { expect, test } from '@playwright/test'
import type { WearAnswer } from '#shared/wire/fleet'
import { benchAt, THE_END } from '../api/bench-of'
import { Client, draft } from '../api/client'
import { PICTURE, signedIn, stepOf } from './bench'

const TAG = 'R-202'
const DAY_MS = 86_400_000

test('what wears is forecast, planned, ordered, received, given out, overhauled, and the forecast moves', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'osei')
  const planner = await Client.as('osei')
  const outlook = async () => (await planner.get<WearAnswer>(`/units/${TAG}/wear`)).body.positions
    .map(({ position, reach, readings }) => ({ position, lowHours: reach?.lowHours ?? null, readings: readings.length }))
  const before = await outlook()

  await page.goto(`/units/${TAG}`)
  await expect(page.getByRole('heading', { name: 'Due' })).toBeVisible()
  await expect(page.getByRole('heading', { name: /Wear, and readings/ })).toBeVisible()
  const planned = page.getByRole('region', { name: 'Planned' })
  await planned.getByRole('button', { name: /of \d+ short/ }).click()
  const need = page.getByRole('dialog', { name: `What ${TAG} needs` })
  const short = need.getByRole('row').filter({ hasText: /\d short/ })
  await expect(short.first()).toBeVisible()
  const names = await short.locator('td').first().allInnerTexts()
  expect(names.length).toBeGreaterThan(0)
  await need.getByRole('button', { name: 'Close' }).click()

  await page.getByRole('link', { name: 'Stores' }).click()
  await page.getByRole('tab', { name: 'To order' }).click()
  const wanted = page.getByRole('row').filter({ hasText: TAG })
  await expect(wanted.first()).toBeVisible()
  const numbers = (await wanted.locator('td:nth-child(2)').allInnerTexts()).map(text => text.trim())
  expect(numbers.length).toBeGreaterThan(0)
  for (const number of numbers) await page.getByRole('button', { name: new RegExp(`^Order \\d+ of ${number}$`) }).click()
  await expect(wanted).toHaveCount(0)
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'XLSX' }).last().click()
  expect((await download).suggestedFilename()).toBe('orders.xlsx')

  for (const number of numbers) {
    await page.getByRole('row').filter({ hasText: number }).getByRole('button', { name: /has come/ }).click()
    const drawer = page.getByRole('dialog', { name: new RegExp(number) })
    await drawer.getByRole('button', { name: 'Something has come' }).click()
    const cured = drawer.getByLabel('Cured on')
    if (await cured.count()) {
      await drawer.getByRole('button', { name: 'Write it into the book' }).click()
      await expect(drawer.getByText(/when was it cured/)).toBeVisible()
      await cured.fill(new Date(Date.now() - 90 * DAY_MS).toISOString().slice(0, 10))
      await cured.press('Enter')
    }
    await drawer.getByLabel('Batch or serial number').fill('B7')
    await drawer.getByRole('button', { name: 'Write it into the book' }).click()
    await expect(drawer.getByText(/in quarantine/).first()).toBeVisible()
    await drawer.getByRole('listitem').filter({ hasText: 'batch B7' }).getByRole('button', { name: 'Release' }).click()
    await drawer.getByRole('button', { name: 'Write it into the book' }).click()
    await expect(drawer.getByRole('row', { name: /looked at, on the shelf/ }).first()).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(drawer).toBeHidden()
  }

  await page.getByRole('tab', { name: 'Planned' }).click()
  await page.getByRole('button', { name: `What ${TAG} needs: complete, not held yet` }).click()
  await need.getByRole('button', { name: 'Hold it for this job' }).click()
  await expect(need.getByText('complete, held')).toBeVisible()
  await need.getByRole('button', { name: 'Give it out to the bench' }).click()
  await expect(need.getByRole('button', { name: 'Give it out to the bench' })).toBeHidden()
  await need.getByRole('button', { name: 'Close' }).click()

  await page.goto(`/units/${TAG}`)
  await planned.getByRole('button', { name: 'Start it' }).click()
  await expect(stepOf(page)).toBeVisible()
  const job = page.url().split('/').at(-1)!
  await page.goto(`/units/${TAG}`)
  // The bench has journeys of its own: here the work is done, and the lead closes it.
  const bench = await benchAt(await Client.as('okafor'), job)
  await bench.workTo(THE_END)
  const { body: events } = await bench.client.get<{ type: string, body: { photo?: string } }[]>(`/jobs/${job}/events?after=0`)
  for (const { type, body } of events)
    if (type === 'photo-added') await bench.client.putPhoto(job, body.photo!, PICTURE.buffer)
  const lead = await Client.as('brandt')
  expect((await lead.append(job, [draft('job-closed', {})])).status).toBe(200)

  await page.goto(`/units/${TAG}`)
  await expect(planned.getByText('Nothing is planned.')).toBeVisible()
  const closed = page.getByRole('listitem').filter({ hasText: 'Backlash, planned' })
  await expect(closed.getByText('Dossier')).toBeVisible()
  const after = await outlook()
  const moved = after.filter(({ position, readings, lowHours }) => {
    const was = before.find(one => one.position === position)
    return was !== undefined && readings > was.readings && lowHours !== null && lowHours !== was.lowHours
  })
  expect(moved.length).toBeGreaterThan(0)
  // Its chart is drawn over the hours of the machine, and says in words what it draws.
  await page.getByRole('button', { name: /Expand/ }).first().click()
  await expect(page.getByText(/a line for each part that was in/)).toBeVisible()
  await page.goto(`/?sort=limit&search=${TAG}`)
  await expect(page.getByRole('row').first().getByRole('link', { name: TAG, exact: true })).toBeVisible()
  await expect(page.getByLabel(/Search units/)).toHaveValue(TAG)
  expect(faults).toEqual([])
})

test('a meter that goes back is asked about, and a machine is taken in, changed and retired', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'osei')
  await page.getByRole('button', { name: 'Machine', exact: true }).click()
  const dialog = page.getByRole('dialog', { name: 'Take a machine into the fleet' })
  for (const [label, text] of [['Tag', 'p-199'], ['Name', 'Sump pump'], ['Kind', 'sump pump'], ['Make', 'Brackwater']] as const)
    await dialog.getByLabel(label, { exact: true }).fill(text)
  await dialog.getByRole('button', { name: 'Take it in' }).click()
  await expect(page.getByRole('heading', { name: 'P-199 Sump pump' })).toBeVisible()

  const enter = async (hours: string) => {
    await page.getByRole('button', { name: 'Hours' }).click()
    const meter = page.getByRole('dialog', { name: 'Running hours of P-199' })
    await meter.getByLabel('The meter shows').fill(hours)
    await meter.getByRole('button', { name: 'Write it down' }).click()
    return meter
  }
  await expect(await enter('1 200')).toBeHidden()
  const asked = await enter('900')
  await expect(asked.getByRole('alert')).toContainText('go back by 300 h')
  await asked.getByLabel('If it is true: why?').fill('read wrongly last time')
  await asked.getByRole('button', { name: 'It is true all the same' }).click()
  await expect(asked).toBeHidden()
  await expect(page.getByText('900 h')).toBeVisible()

  await page.getByRole('button', { name: 'Change', exact: true }).click()
  const change = page.getByRole('dialog', { name: 'Change P-199' })
  await change.getByLabel('Name', { exact: true }).fill('Sump pump, north')
  await change.getByLabel(/Why it is changed/).fill('plate read again')
  await change.getByRole('button', { name: 'Keep the change' }).click()
  await expect(page.getByRole('heading', { name: 'P-199 Sump pump, north' })).toBeVisible()
  await page.getByText('Changes of this unit').click()
  await expect(page.getByText('name: Sump pump → Sump pump, north')).toBeVisible()
  await page.getByRole('button', { name: 'Out of use' }).click()
  const retire = page.getByRole('dialog', { name: 'Take P-199 out of use' })
  await retire.getByLabel('Why?').fill('replaced by a larger one')
  await retire.getByRole('button', { name: 'Take it out of use' }).click()
  await expect(page.getByText(/Out of use since/)).toContainText('replaced by a larger one')
  await expect(page.getByRole('button', { name: 'Start an overhaul' })).toBeHidden()
  // The question is an answer of the server, and the browser tells of it.
  expect(faults.filter(fault => !fault.includes('409'))).toEqual([])
})

test('a worn ring is told from what goes back, runs on by the word of an engineer, and is replaced by one with a number', async ({ browser }) => {
  const tag = 'P-198'
  const planner = await Client.as('osei')
  const unit = { tag, site: 'intake', name: 'Spare lift pump', family: 'horizontal split-casing pump', make: 'Brackwater', sheet: 'split-casing-lift-pump' }
  expect((await planner.post('/units', unit)).status).toBe(200)
  const okafor = await Client.as('okafor')
  const { body: { id: job } } = await okafor.post<{ id: string }>(`/units/${tag}/jobs`, { reason: 'flow down', device: okafor.device, hours: 12_000 })
  await (await benchAt(okafor, job)).workTo('decide', 'duties')
  const reading = draft('reading-taken', { position: 'ring-clearance', stage: 'as-found', values: [[1.02], [1.04]], typed: [['1.02'], ['1.04']] })
  expect((await okafor.append(job, [reading])).body.results).toMatchObject([{ outcome: 'recorded' }])

  const { page, faults } = await signedIn(browser, 'okafor')
  await page.goto(`/jobs/${job}`)
  const step = stepOf(page)
  const rings = step.getByRole('listitem').filter({ has: page.getByRole('button', { name: 'Casing wear rings: reuse' }) })
  await expect(rings.getByText(/is out\. To put it back, an engineer/)).toBeVisible()
  // What nothing speaks against is said with one tap; the rings are not among it.
  const all = step.getByRole('button', { name: /^As proposed: \d+ reuse/ })
  await all.click()
  await expect(all).toBeHidden()
  await expect(step.getByRole('button', { name: 'Casing joint gasket 0.4 mm: replace' })).toHaveAttribute('aria-pressed', 'true')
  await expect(step.getByRole('button', { name: 'Casing wear rings: reuse' })).toHaveAttribute('aria-pressed', 'false')

  await rings.getByRole('button', { name: 'Casing wear rings: let it run on' }).click()
  const dialog = page.getByRole('dialog', { name: 'Let it run on: Casing wear rings' })
  await expect(dialog.getByText(/is out/)).toBeVisible()
  await dialog.getByLabel('Until the day').fill(new Date(Date.now() + 90 * DAY_MS).toISOString().slice(0, 10))
  await dialog.getByLabel('Until the day').press('Enter')
  await dialog.getByLabel('For what use').fill('as the stand-by only')
  const sign = async (login: string) => {
    await dialog.getByLabel('Name of the second person').fill(login)
    await dialog.getByLabel('PIN of the second person').fill('481216')
    await dialog.getByRole('button', { name: 'Sign the concession' }).click()
  }
  await sign('brandt')
  await expect(dialog.getByText(/right/)).toBeVisible()
  await sign('holm')
  await expect(dialog).toBeHidden()
  await expect(rings.getByText(/Runs on until .*as the stand-by only/)).toBeVisible()

  await page.goto(`/units/${tag}`)
  const parts = page.getByRole('region', { name: 'Parts' })
  await expect(parts.getByText(/Casing wear rings let run on.*as the stand-by only/)).toBeVisible()
  await page.goto(`/jobs/${job}`)
  await step.getByRole('button', { name: 'Casing wear rings: replace' }).click()
  await step.getByRole('button', { name: 'Casing wear rings: serial or batch of the new one' }).click()
  await step.getByLabel('Casing wear rings: serial number').fill('S-77')
  await step.getByRole('button', { name: 'Write it' }).click()
  await expect(step.getByText('serial S-77')).toBeVisible()
  await page.goto(`/units/${tag}`)
  await expect(parts.getByRole('row').filter({ hasText: 'S-77' })).toBeVisible()
  await expect(parts.getByText(/let run on/)).toHaveCount(0)
  // A lead may not sign it: the browser tells of the refusal.
  expect(faults.filter(text => !text.includes('403'))).toEqual([])
})
