import { expect, test } from '@playwright/test'
import type { JobState } from '#core'
import { choose, PICTURE, signedIn, stepOf, tickOf, veeOf, type Bench } from './bench'
import { deed, mark, measure, off, release, tapsSoFar, workUntil } from './growing'

const TABLET = { viewport: { width: 1024, height: 768 }, hasTouch: true }

// The second begins with what the first leaves.
test.describe.configure({ mode: 'serial' })

test('a machine without a sheet is overhauled, at two benches and half of it without a link, and leaves its sheet', async ({ browser }) => {
  test.setTimeout(600_000)
  const one: Bench = await signedIn(browser, 'okafor', TABLET)
  const { page, context, faults } = one
  await page.goto('/units/B-551')
  await expect(page.getByText('none yet: the first overhaul writes it')).toBeVisible()
  await page.getByRole('button', { name: 'Start an overhaul' }).tap()
  const start = page.getByRole('dialog', { name: 'Overhaul B-551 without a sheet' })
  // What can hurt somebody is asked before anything else.
  await start.getByLabel('Why does it come to the bench?').fill('Vibration at the drive end rises')
  await expect(start.getByRole('button', { name: 'Start at the first lock' })).toBeDisabled()
  await start.getByText('Electric: motor, heater, control').tap()
  await start.getByText('It can be turned by wind, flow or its load').tap()
  await expect(start.getByText('First: Isolate and lock the electric supply · Block what could turn it')).toBeVisible()
  await start.getByRole('button', { name: 'Start at the first lock' }).tap()
  await workUntil(page, /^Say what comes off/, position => /vibration/i.test(position) ? '2.1' : '0.8')

  // Bench one takes the drive apart. Where somebody can be hurt a second person looks first.
  await off(page, 'Belt guard')
  await expect(stepOf(page).getByRole('heading', { level: 2 })).toHaveText('Take off: Belt guard')
  await expect(tickOf(page)).toBeDisabled()
  await release(page)
  await off(page, 'Guard screws', { count: 4 })
  await off(page, 'Belt', { typed: true })
  const first = await mark(page, 'Pulley')
  await off(page, 'Pulley')
  await off(page, 'Key')
  await measure(page, 'Run-out of the shaft end', '0.02')

  // A second bench at the other end of it, with numbers of its own.
  const two = await signedIn(browser, 'duarte', TABLET)
  await two.page.goto(page.url())
  await expect(stepOf(two.page).getByRole('heading', { level: 2 })).toHaveText(/^Say what comes off/)
  const second = await mark(two.page, 'Inlet cone')
  expect(second).not.toBe(first)
  await off(two.page, 'Inlet cone')
  await measure(two.page, 'Gap of the second stage', '1.2')
  await expect(veeOf(page).getByRole('button', { name: /^Gap of the second stage, as found, done/ })).toBeAttached()

  // Both without a link for a while.
  await context.setOffline(true)
  await two.context.setOffline(true)
  await off(page, 'Bearing cover screws', { count: 6 })
  await off(page, 'Bearing housing cover')
  await measure(page, 'End float of the bearing', '0.11')
  await off(page, 'Lock washer')
  await off(page, 'Lock nut', { typed: true })
  await off(two.page, 'Casing screws', { count: 12 })
  await off(two.page, 'Impeller nut')
  await off(two.page, 'Lock washer')
  const marks = [first, second]
  for (const name of ['First impeller', 'Second impeller', 'Casing upper half']) marks.push(await mark(two.page, name))
  for (const name of ['Bearing', 'Bearing housing', 'Pulley hub']) marks.push(await mark(page, name))
  expect(new Set(marks).size).toBe(8)
  await context.setOffline(false)
  await two.context.setOffline(false)

  // One lock washer or two? Somebody is asked; here each end has its own.
  const double = stepOf(page).getByText(/have both taken off Lock washer/)
  await expect(double).toBeVisible()
  await stepOf(page).getByRole('button', { name: 'Two things' }).tap()
  await expect(double).toBeHidden()
  await expect(veeOf(page).getByRole('button', { name: /^Take off: Inlet cone, done/ })).toBeAttached()

  // A slip is one undo, whatever it had written.
  await off(page, 'Shims', { count: 2 })
  const shims = veeOf(page).getByRole('button', { name: /Shims/ })
  await expect(shims).toHaveCount(2)
  await stepOf(page).getByRole('button', { name: 'Undo my last' }).tap()
  await expect(shims).toHaveCount(0)
  const so = stepOf(page).getByRole('listitem').filter({ hasText: 'Lock nut' })
  await so.locator('input[type=file]').setInputFiles(PICTURE)

  // Its manual says another limit than nobody's: a lead stands for it, and what was measured is judged by it.
  const heading = stepOf(page).getByRole('heading', { level: 2 })
  // The V has just rolled to where the work is; who taps beside it taps again.
  await expect(async () => {
    await veeOf(page).getByRole('button', { name: /^End float of the bearing, as found, done/ }).first().tap()
    await expect(heading).toHaveText('End float of the bearing, as found', { timeout: 2000 })
  }).toPass()
  await expect(stepOf(page).getByText('TAKEN DOWN')).toBeVisible()
  await deed(page, 'More').tap()
  await deed(page, 'Figure').tap()
  const figure = page.getByRole('dialog', { name: 'A figure is another on this machine' })
  await figure.getByLabel('Not above').fill('0.05')
  await figure.getByLabel('Where is that written?').fill('manual of this machine, page 9')
  await figure.getByLabel('Name of the second person').fill('brandt')
  await figure.getByLabel('PIN of the second person').fill('481216')
  await figure.getByRole('button', { name: 'Sign it' }).tap()
  await expect(figure).toBeHidden()
  await expect(stepOf(page).getByRole('img', { name: /limit up to 0\.050 mm, out$/ })).toBeVisible()
  await stepOf(page).getByRole('button', { name: 'To the work at hand' }).tap()

  await tickOf(page).tap()
  // The way back: as written down, mirrored; a torque that is known is said, others are pulled by feel, signed.
  await workUntil(page, /^Put back: Lock nut/, () => '0.1')
  await stepOf(page).getByRole('button', { name: 'Say the torque' }).tap()
  const torque = page.getByRole('dialog', { name: /^How tight: 1 × Lock nut/ })
  await torque.getByLabel('Torque', { exact: true }).fill('60')
  await torque.getByLabel('Thread', { exact: true }).fill('M24x1.5')
  await torque.getByLabel('Where is that written?').fill('manual of this machine, page 12')
  await torque.getByRole('button', { name: 'Pull them so' }).tap()
  await workUntil(page, /^Hand over/, position => /vibration/i.test(position) ? '2.1' : /temperature/i.test(position) ? '48' : '0.1')
  await tickOf(page).tap()
  await stepOf(page).getByRole('button', { name: 'Close the job' }).tap()
  await page.getByRole('dialog', { name: 'Close the job' }).getByRole('button', { name: 'Sign and close' }).tap()
  await expect(stepOf(page).getByText(/^Closed by/)).toBeVisible()
  const { state } = await (await page.request.get(`/api${new URL(page.url()).pathname}/dossier`)).json() as { state: JobState }
  const parts = state.growth.flatMap(one => 'adds' in one ? one.adds.parts ?? [] : []).reduce((sum, { count }) => sum + count, 0)
  expect([parts >= 30, state.marksMade.length, state.readings.length >= 12], `${parts} parts, ${state.readings.length} readings`).toEqual([true, 8, true])
  test.info().annotations.push({ type: 'taps', description: `${tapsSoFar()} for ${parts} parts, 8 marks and what was measured while it came apart` })

  // What it leaves: a draft, with what nobody knows yet.
  const draft = page.getByRole('region', { name: 'Drafts' }).getByRole('link', { name: 'Aeration blower 1' })
  // The closing goes out with its picture; the draft is there when it has arrived.
  await expect(async () => {
    await page.goto('/sheets')
    await expect(draft).toBeVisible({ timeout: 3000 })
  }).toPass()
  await draft.tap()
  await expect(page.getByRole('main')).toContainText(/Draft\. Written at the bench\s+in\s+job \d+\s+on B-551, closed\s+by R\. Okafor/)
  await page.getByRole('tab', { name: /^Gaps/ }).tap()
  await expect(page.getByRole('list', { name: 'What nobody knows yet' })).toContainText('torque')
  // The next overhaul of it begins where this one ended.
  await page.goto('/units/B-551')
  await page.getByRole('button', { name: 'Start an overhaul' }).tap()
  await expect(page.getByRole('dialog').getByText(/^Its draft of/)).toBeVisible()
  expect(faults).toEqual([])
  expect(two.faults).toEqual([])
})

/** The maker's list of a fan: what came off is in it by its names, with masses and materials; the rest nobody has had in hands. */
const PARTS_LIST = [
  'Pos.\tPart\tQty\tMaterial\tMass [g]\tRemark',
  '1\tBelt guard\t1\tsteel sheet\t6400\t',
  '2\tGuard screws\t4\tM8 × 20, 8.8\t12,5\t',
  '3\tPulley\t1\tcast iron\t9800\t',
  '4\tInlet cone\t1\tsteel sheet\t7250\tno dents',
  '5\tBearing cover screws\t6\tM10 × 30, 8.8\t28,1\t',
  '6\tHub disc\ttwo\tsteel\t900\t',
  '\t\t\t\t\t',
  ...Array.from({ length: 53 }, (_, i) => `${i + 10}\tLouvre blade ${i + 1}\t1\tsteel sheet\t${300 + i}\t`),
].join('\n')
const JOINTS = [
  'Joint,Fastener,Thread,Class,Torque [N·m],Lubricant',
  'Guard,Guard screws,M8,8.8,18,oil',
  'Bearing cover,Bearing cover screws,M10,8.8,36,oil',
  'Impeller,Impeller nut,M24x1.5,8.8,250,oil',
  'Casing,Casing screws,M10,8.8,36,oil',
].join('\n')

test('its draft is finished at a desk from the maker’s list, released by somebody else, and its sister is overhauled by it', async ({ browser }) => {
  test.setTimeout(400_000)
  const lead = await signedIn(browser, 'brandt')
  const { page } = lead
  await page.goto('/sheets')
  await page.getByRole('region', { name: 'Drafts' }).getByRole('link', { name: 'Aeration blower 1' }).click()
  await page.getByRole('tab', { name: 'Tables' }).click()

  // A list of sixty rows: seen before it is taken, and what can mean two things is left out by name.
  const paste = async (list: string, text: string, result: RegExp, take: string) => {
    await page.getByRole('button', { name: 'Paste a table' }).click()
    const dialog = page.getByRole('dialog', { name: `Paste ${list}` })
    await dialog.getByLabel('The table').fill(text)
    await dialog.getByLabel('Where it comes from').fill('maker’s list, page 3')
    await dialog.getByRole('button', { name: 'See what it makes' }).click()
    await expect(dialog.getByRole('status')).toContainText(result)
    await dialog.getByRole('button', { name: take }).click()
    await expect(dialog).toBeHidden()
  }
  await paste('parts', PARTS_LIST, /53\s*new, 5\s*filled in,\s*0\s*as they are, 1\s*left out\.\s*row 7 Qty: "two" is no whole number/, 'Take 58 rows')
  await expect(page.getByRole('row').filter({ hasText: 'Inlet cone' })).toContainText(/7\.[23]\skg/)
  await page.getByText('Joints 1', { exact: true }).click()
  await paste('joints', JOINTS, /4\s*new/, 'Take 4 rows')

  // A joint that nothing tightens is no joint yet: where it is pulled is proposed, and taken with a tap each.
  await page.getByRole('button', { name: 'Proposals' }).click()
  const proposals = page.getByRole('dialog', { name: 'What could be written next' })
  for (const _joint of [1, 2, 3, 4]) {
    const first = proposals.getByRole('listitem').filter({ hasText: 'Tightened at' }).first()
    const what = await first.locator('strong').innerText()
    await first.getByRole('button', { name: 'Take it' }).click()
    await expect(proposals.getByText(what)).toBeHidden()
  }
  await page.keyboard.press('Escape')

  // A step is dragged by keyboard, a slip is taken back, days later too.
  await page.getByRole('tab', { name: 'Order' }).click()
  const down = page.getByRole('region', { name: 'Off, going down' })
  const order = async () => (await down.locator('.name > span:nth-child(2)').allInnerTexts()).map(text => text.trim())
  const before = await order()
  await down.getByRole('button', { name: 'Move Take off: Belt', exact: true }).press('ArrowUp')
  await expect.poll(order).not.toEqual(before)
  await expect(page.getByText('Kept')).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(order).toEqual(before)
  // A part that steps need goes with all its mentions, or stays.
  await page.getByRole('tab', { name: 'Tables' }).click()
  await page.getByRole('button', { name: 'Inlet cone' }).click()
  const drawer = page.getByRole('dialog', { name: 'Inlet cone' })
  await drawer.getByRole('button', { name: 'Take out' }).click()
  await expect(drawer.getByRole('alert').filter({ hasText: 'It is named by' })).toContainText('Take off: Inlet cone')
  await drawer.getByRole('button', { name: 'Keep it' }).click()
  await drawer.getByRole('button', { name: 'Done' }).click()
  // A lift is a mass and its gear: half of it stays in the form and is not kept; the whole is.
  await page.getByRole('tab', { name: 'Order' }).click()
  await down.getByRole('button', { name: /^\d+ Take off: Inlet cone/ }).click()
  const off = page.getByRole('dialog', { name: 'Take off: Inlet cone' })
  await choose(off.getByRole('combobox', { name: 'Say more' }), /^Lift$/)
  const lift = off.getByRole('group', { name: 'Lift', exact: true })
  await lift.getByRole('button', { name: 'Say it' }).click()
  await lift.getByRole('textbox', { name: 'Gear' }).fill('web sling, two people')
  await lift.getByRole('textbox', { name: 'Gear' }).press('Tab')
  const unfinished = off.getByText(/Not kept yet: Lift\./)
  await expect(unfinished).toBeVisible()
  await lift.getByRole('textbox', { name: 'Mass' }).fill('18 lb')
  await lift.getByRole('textbox', { name: 'Mass' }).press('Tab')
  await expect(unfinished).toBeHidden()
  // It stands beside its form as the bench shows it, and is written there: what somebody points at, and what has no place yet.
  await off.getByText('web sling, two people').click({ force: true })
  const inStep = off.getByRole('group', { name: /, in the step$/ })
  await inStep.getByRole('textbox', { name: 'Points' }).fill('the two eyes of the cone')
  await off.getByText('Take off: Inlet cone', { exact: true }).last().click({ force: true })
  await expect(off.getByText('the two eyes of the cone')).toBeVisible()
  await expect(inStep.getByRole('textbox', { name: 'Title' })).toBeFocused()
  await page.keyboard.type(', by two')
  await page.keyboard.press('Enter')
  await expect(inStep).toHaveCount(0)
  await off.getByText('Take off: Inlet cone, by two', { exact: true }).last().click({ force: true })
  await inStep.getByRole('textbox', { name: 'Title' }).pressSequentially(' and a third')
  await page.keyboard.press('Escape')
  await expect(inStep).toHaveCount(0)
  const byTwo = page.getByRole('dialog', { name: 'Take off: Inlet cone, by two' })
  await byTwo.getByRole('group', { name: 'Not seen here' }).getByRole('button', { name: 'How it lies' }).click()
  await inStep.getByRole('textbox').fill('wide end towards the wheel')
  await byTwo.getByText('web sling, two people').click({ force: true })
  await expect(byTwo.getByText('wide end towards the wheel')).toBeVisible()
  await page.keyboard.press('Escape')
  await byTwo.getByRole('button', { name: 'Done' }).click()

  // Nobody has drawn it: a first section follows from the order, and a size that is measured is no sketch any more.
  await page.getByRole('tab', { name: 'Section' }).click()
  await page.getByRole('button', { name: /^Draw \d+ parts from the order/ }).click()
  await expect(page.getByRole('img', { name: /^Section/ })).toBeVisible()
  await page.getByRole('button', { name: 'Pulley', exact: true }).click()
  await page.getByLabel('Outside of Pulley, mm').fill('310')
  await page.getByLabel('Outside of Pulley, mm').press('Enter')
  // As its users will have it: a made-up machine, of which nothing is kept.
  await page.getByRole('button', { name: 'Try it' }).click()
  await expect(stepOf(page).getByRole('heading', { level: 2 })).toHaveText(/^Isolate and lock/)
  await page.getByRole('button', { name: 'Do this step' }).click()
  await expect(stepOf(page).getByRole('heading', { level: 2 })).toHaveText(/^Block what could turn/)
  await page.getByRole('link', { name: 'Back to the sheet' }).click()
  await page.getByRole('tab', { name: 'Section' }).click()
  await page.getByRole('button', { name: 'Pulley', exact: true }).click()
  await expect(page.getByLabel('Outside of Pulley, mm')).toHaveValue('310')

  await page.getByRole('tab', { name: 'Review' }).click()
  await expect(page.getByText('Nothing stands in the way.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Release it' })).toHaveCount(0)
  await page.getByLabel('Remark').fill('Torques from the maker’s list, page 3')
  await page.getByRole('button', { name: 'Hand it in for a review' }).click()
  await expect(page.getByText('Draft, handed in.')).toBeVisible()

  const engineer = await signedIn(browser, 'holm')
  await engineer.page.goto(page.url())
  await engineer.page.getByRole('tab', { name: 'Review' }).click()
  await expect(engineer.page.getByText(/Written by .*Brandt.*Okafor/)).toBeVisible()
  await engineer.page.getByLabel('What was read and compared').fill('Compared with the maker’s list and the nameplate')
  await choose(engineer.page.getByRole('combobox', { name: 'Units that get this sheet' }), /^B-552/)
  await engineer.page.keyboard.press('Escape')
  await engineer.page.getByRole('button', { name: 'Release it' }).click()
  await expect(engineer.page.getByRole('heading', { level: 1, name: 'Aeration blower 1' })).toBeVisible()
  await expect(engineer.page.getByText('Compared with the maker’s list and the nameplate')).toBeVisible()
  await expect(engineer.page.getByRole('link', { name: /^B-55[12]/ })).toHaveCount(2)

  // The second fan is overhauled like any machine.
  const fitter = await signedIn(browser, 'duarte', TABLET)
  await fitter.page.goto('/units/B-552')
  await fitter.page.getByRole('button', { name: 'Start an overhaul' }).tap()
  const start = fitter.page.getByRole('dialog')
  await start.getByLabel('Why does it come to the bench?').fill('As its sister')
  await start.getByRole('button', { name: /^Start/ }).tap()
  // What was photographed while the first came apart is seen while this one does.
  await veeOf(fitter.page).getByRole('button', { name: /^Take off: Lock nut/ }).tap()
  const seen = stepOf(fitter.page).getByRole('list', { name: 'Pictures and papers' }).getByRole('button')
  await expect(seen).toHaveCount(1)
  await expect(seen.locator('img')).toBeVisible()
  await stepOf(fitter.page).getByRole('button', { name: 'To the work at hand' }).tap()
  await workUntil(fitter.page, /^Hand over/, position => /vibration/i.test(position) ? '2.1' : /temperature/i.test(position) ? '48' : '0.1')
  await tickOf(fitter.page).tap()
  await stepOf(fitter.page).getByRole('button', { name: 'Close the job' }).tap()
  await fitter.page.getByRole('dialog', { name: 'Close the job' }).getByRole('button', { name: 'Sign and close' }).tap()
  await expect(stepOf(fitter.page).getByText(/^Closed by/)).toBeVisible()
  for (const bench of [lead, engineer, fitter]) expect(bench.faults).toEqual([])
})
