import { spawn, type ChildProcess } from 'node:child_process'
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Browser, type Locator, type Page } from '@playwright/test'
import type { JobState } from '#core'
import { choose, stepOf, tickOf, veeOf, workStep } from './bench'
import { mark, measure, off, workUntil } from './growing'
import { giveHand, handOptions } from './hand'

/*
 * The first day of a shop that has just unpacked Needler: from nothing to a first overhaul that two have closed, on a machine of its own.
 * An installation of its own, started as people start it.
 */

const ZONE = 'Pacific/Auckland'
const folder = mkdtempSync(join(tmpdir(), 'needler-first-'))
let child: ChildProcess
let [address, code] = ['', '']
const freePort = () => new Promise<number>((resolve) => {
  const probe = createServer().listen(0, '127.0.0.1', () => {
    const { port } = probe.address() as AddressInfo
    probe.close(() => resolve(port))
  })
})

// The second goes on where the first has ended.
test.describe.configure({ mode: 'serial' })

test.beforeAll(async () => {
  chmodSync(folder, 0o755)
  const { DATABASE_URL: _database, NEEDLER_PHOTOS: _photos, NEEDLER_INSTRUMENTS: _instruments, ...env } = process.env
  child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...env, NEEDLER_DEMO: 'off', NEEDLER_DATA: folder, PORT: String(await freePort()) },
  })
  let said = ''
  child.stdout!.on('data', (chunk: Buffer) => { said += chunk.toString() })
  await expect.poll(() => said, { timeout: 60_000 }).toContain('Ctrl-C stops it.')
  address = /Needler is at (\S+)/.exec(said)![1]!
  code = /^ {4}((?:[a-z2-9]{4}-){4}[a-z2-9]{4})$/m.exec(said)![1]!
})
test.afterAll(async () => {
  const over = new Promise(resolve => child.once('close', resolve))
  child.kill('SIGINT')
  await over
  rmSync(folder, { recursive: true, force: true })
})

/** A device that nobody has used here; how often it is pressed is counted. */
async function device(browser: Browser, options: Parameters<Browser['newContext']>[0] = {}) {
  const context = await browser.newContext({ baseURL: address, serviceWorkers: 'block', ...options, ...handOptions })
  await context.addInitScript(() => addEventListener('click', () => {
    localStorage.setItem('presses', String(Number(localStorage.getItem('presses') ?? 0) + 1))
  }, { capture: true }))
  const page = await context.newPage()
  giveHand(page)
  const faults: string[] = []
  page.on('console', (message) => {
    if (['error', 'warning'].includes(message.type()) && !/blocked by Playwright/.test(message.text())) faults.push(message.text())
  })
  page.on('pageerror', error => faults.push(error.message))
  return { page, faults, presses: () => page.evaluate(() => Number(localStorage.getItem('presses') ?? 0)) }
}

/** What a camera makes of a code on a screen. */
async function readCode(picture: Locator): Promise<string> {
  const { readBarcodes, prepareZXingModule } = await import('zxing-wasm/reader')
  const wasmBinary = readFileSync(createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm'))
  prepareZXingModule({ overrides: { wasmBinary: new Uint8Array(wasmBinary).buffer } })
  const [found] = await readBarcodes(new Uint8Array(await picture.screenshot()), { formats: ['QRCode'] })
  return found!.text
}

/** Chooses a password and a PIN of one's own. */
async function comeIn(page: Page, greeting: string, password: string, pin: string | null): Promise<void> {
  await expect(page.getByRole('heading', { name: `Welcome, ${greeting}` })).toBeVisible()
  await page.getByLabel('Password (10 characters or more)').fill(password)
  await page.getByLabel('Password once more').fill(password)
  if (pin) {
    await page.getByLabel(/^PIN \(6 to 8 digits\)/).fill(pin)
    await page.getByLabel('PIN once more').fill(pin)
  }
  await page.getByRole('button', { name: 'Come in' }).click()
}

const enter = async (page: Page, card: string, pin: string) => {
  await page.getByRole('textbox', { name: 'Badge' }).fill(card)
  // A reader ends with Enter.
  await page.getByRole('textbox', { name: 'Badge' }).press('Enter')
  await page.getByRole('textbox', { name: 'PIN' }).fill(pin)
  await page.getByRole('button', { name: 'To the bench' }).click()
}

test('from nothing to a first overhaul that two have closed', async ({ browser }) => {
  test.setTimeout(600_000)
  const began = Date.now()
  const office = await device(browser)
  const { page } = office
  const dialog = page.getByRole('dialog')
  const firstDay = () => page.getByRole('link', { name: 'First day' }).click()
  const stepNamed = (name: string) => page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: new RegExp(`^${name}`) }) })

  await test.step('the first admin, by the code of the start', async () => {
    await page.goto('/')
    await page.getByLabel('Code').fill(code)
    await page.getByLabel('Your name, as the record shows it').fill('M. Adeyemi')
    await page.getByLabel('Sign-in name').fill('adeyemi')
    await page.getByLabel('Password (10 characters or more)').fill('seven dry gaskets')
    await page.getByLabel('PIN (6 to 8 digits)').fill('805319')
    await page.getByRole('button', { name: 'Open the house' }).click()
    await expect(page.getByRole('heading', { name: 'From here to a first overhaul' })).toBeVisible()
    await expect(page.getByText('Demonstration')).toHaveCount(0)
    await expect(stepNamed('Machines').getByRole('button', { name: 'Take a machine in' })).toBeDisabled()
    await expect(stepNamed('People')).toContainText('Nobody but you could release a hold point yet')
  })

  await test.step('a site with its clock and a bay', async () => {
    await stepNamed('Sites').getByRole('button', { name: 'Make a site' }).click()
    await page.getByRole('button', { name: 'Add the first site' }).click()
    await dialog.getByLabel('Name', { exact: true }).fill('Hill Pumping Station')
    await dialog.getByRole('combobox', { name: 'Time zone' }).click()
    await dialog.getByRole('combobox', { name: 'Time zone' }).fill('auckland')
    await page.getByRole('option', { name: ZONE }).click()
    await dialog.getByLabel('Bays').fill('Bench 1')
    await dialog.getByLabel('Bays').press('Enter')
    await dialog.getByRole('button', { name: 'Add it' }).click()
    await expect(page.getByRole('heading', { name: /Hill Pumping Station/ })).toBeVisible()
  })

  const tablet = await device(browser, { viewport: { width: 1024, height: 768 }, hasTouch: true })
  const codes: string[] = []
  await test.step('three people by code', async () => {
    await firstDay()
    await stepNamed('People').getByRole('button', { name: 'Let people in' }).click()
    for (const [name, login, role] of [['R. Okafor', 'okafor', 'technician'], ['H. Brandt', 'brandt', 'lead'], ['A. Osei', 'osei', 'planner']] as const) {
      await page.getByRole('button', { name: 'Add a person' }).click()
      await dialog.getByLabel('Name, as the record shows it').fill(name)
      await dialog.getByLabel('Sign-in name').fill(login)
      await choose(dialog.getByRole('combobox', { name: 'Role' }), new RegExp(`^${role}`))
      await dialog.getByRole('button', { name: 'Add and make a code' }).click()
      codes.push(await readCode(dialog.getByRole('img', { name: 'Code for the camera of a tablet' })))
      await dialog.getByRole('button', { name: 'I have passed it on' }).click()
    }
    await expect(page.getByRole('row', { name: /H\. Brandt/ })).toContainText('code given out')
    await expect(page.getByText('nobody but you could release one')).toHaveCount(0)
  })

  await test.step('a tablet of the house, where one of them enters by the code that it scans', async () => {
    const { page: at } = tablet
    await at.goto('/sign-in')
    await at.getByRole('textbox', { name: 'Name' }).fill('adeyemi')
    await at.getByLabel('Password').fill('seven dry gaskets')
    await at.getByRole('button', { name: 'Go to the yard' }).click()
    await at.getByRole('link', { name: 'Office', exact: true }).click()
    await at.getByRole('tab', { name: 'Tablets' }).click()
    await at.getByRole('button', { name: 'Make this device a tablet of the house' }).click()
    await at.getByRole('dialog').getByLabel('Name, as it is written on the tablet').fill('Bench 1')
    await choose(at.getByRole('dialog').getByRole('combobox', { name: 'Bay' }), 'Bench 1')
    await at.getByRole('dialog').getByRole('button', { name: 'Make it one of the house' }).click()
    await expect(at.getByRole('row', { name: /Bench 1/ })).toContainText('M. Adeyemi')
    await at.getByRole('button', { name: 'Sign out' }).click()
    await expect(at.getByRole('heading', { name: 'Who is there?' })).toBeVisible()
    expect(codes[0]).toMatch(new RegExp(`^${address}/enter#code=`))
    await at.goto(codes[0]!)
    await comeIn(at, 'R. Okafor', 'four wet valves', '660417')
    await expect(at.getByRole('heading', { name: 'From here to a first overhaul' })).toBeVisible()
    // A code is good once.
    await at.goto(codes[0]!)
    await expect(at.getByRole('alert')).toContainText('This code is not good')
    for (const [i, name, pin] of [[1, 'H. Brandt', '481216'], [2, 'A. Osei', null]] as const) {
      const own = await device(browser)
      await own.page.goto(codes[i]!)
      // A planner signs nothing, and is asked for no PIN.
      await comeIn(own.page, name, 'nine rusty anchors', pin)
      await expect(own.page.getByRole('heading', { name: 'From here to a first overhaul' })).toBeVisible()
      expect(own.faults).toEqual([])
    }
  })

  await test.step('a badge each for the two who share it', async () => {
    await page.reload()
    for (const [name, card] of [['R. Okafor', '0004711815'], ['H. Brandt', '0004711816']] as const) {
      await page.getByRole('button', { name: `More for ${name}` }).click()
      await page.getByRole('menuitem', { name: /^Badges/ }).click()
      await dialog.getByLabel('A card they have: hold it before the reader').fill(card)
      await dialog.getByRole('button', { name: 'Take this card' }).click()
      await expect(dialog.getByText('never used')).toBeVisible()
      await dialog.getByRole('button', { name: 'Close' }).click()
    }
  })

  await test.step('two instruments', async () => {
    await firstDay()
    await stepNamed('Instruments').getByRole('button', { name: 'Add an instrument' }).click()
    const instruments = [
      ['MIC-01', 'micrometer', 'Micrometer 25–50 mm', '25', '50', '0.001', '0.004'], ['DI-01', 'dial indicator', 'Dial indicator 0–1 mm', '0', '1', '0.002', '0.006'],
    ] as const
    for (const [tag, kind, name, from, to, step, uncertainty] of instruments) {
      await page.getByRole('button', { name: tag === 'MIC-01' ? 'Add the first instrument' : 'Add an instrument', exact: true }).click()
      const fields = { 'Tag': tag, 'Kind, as sheets call it': kind, 'Name': name, 'Range from': from, 'Range to': to, 'Step': step, 'U (k = 2)': uncertainty, 'Certificate': `C-${tag}` }
      for (const [label, text] of Object.entries(fields)) await dialog.getByLabel(label, { exact: true }).fill(text)
      await dialog.getByRole('button', { name: 'Add it' }).click()
      await expect(dialog).toBeHidden()
    }
    await expect(page.getByText('DI-01', { exact: true })).toBeVisible()
  })

  await test.step('a machine of their own', async () => {
    await firstDay()
    for (const done of ['Sites', 'People', 'Instruments']) await expect(stepNamed(done)).toContainText('done')
    await stepNamed('Machines').getByRole('button', { name: 'Take a machine in' }).click()
    for (const [label, text] of [['Tag', 'P-1'], ['Name', 'Hill pump 1'], ['Kind', 'centrifugal pump'], ['Make', 'Brae & Sons']] as const)
      await dialog.getByLabel(label, { exact: true }).fill(text)
    await dialog.getByRole('button', { name: 'Take it in' }).click()
    await expect(page.getByText('none yet: the first overhaul writes it')).toBeVisible()
  })

  const { page: at } = tablet
  let job = ''
  await test.step('an overhaul without a sheet, begun with a badge: five parts off, marked, measured', async () => {
    await at.goto('/')
    await at.getByRole('button', { name: 'Sign out' }).click()
    await enter(at, '0004711815', '660418')
    await expect(at.getByRole('alert')).toContainText('Badge or PIN is not right')
    await enter(at, '0004711815', '660417')
    await at.getByRole('link', { name: 'P-1', exact: true }).click()
    await expect(at.getByRole('link', { name: 'Office' })).toHaveCount(0)
    await at.getByRole('button', { name: 'Start an overhaul' }).tap()
    const start = at.getByRole('dialog', { name: 'Overhaul P-1 without a sheet' })
    await start.getByLabel('Why does it come to the bench?').fill('It leaks')
    await start.getByText('Electric: motor, heater, control').tap()
    await start.getByRole('button', { name: 'Start at the first lock' }).tap()
    await workUntil(at, /^Say what comes off/, position => /vibration/i.test(position) ? '2.1' : '0.8')
    job = new URL(at.url()).pathname.split('/')[2]!
    await off(at, 'Coupling guard', { typed: true })
    await workStep(at, () => '0.1')
    await mark(at, 'Coupling')
    for (const part of ['Coupling half', 'Key', 'Bearing cover']) await off(at, part, { typed: true })
    await measure(at, 'Run-out of the shaft end', '0.02')
  })

  await test.step('handed over in the middle: the place stays, what is half typed says whose it is, and the work is of who did it', async () => {
    await at.getByRole('button', { name: 'Measure', exact: true }).tap()
    const asked = at.getByRole('dialog', { name: 'What is measured?' })
    await asked.getByLabel('What is measured').fill('End float of the shaft')
    await asked.getByRole('button', { name: 'Measure it' }).tap()
    const cell = stepOf(at).locator('[data-duty="reading"]').getByRole('textbox').first()
    await cell.fill('0.1')
    const title = await stepOf(at).getByRole('heading', { level: 2 }).innerText()
    await at.getByRole('button', { name: 'Change person' }).tap()
    await expect(at.getByRole('dialog', { name: 'Change of person' })).toBeVisible()
    await expect(stepOf(at)).toBeHidden()
    await enter(at, '0004711816', '481216')
    await expect(stepOf(at).getByRole('heading', { level: 2 })).toHaveText(title)
    await expect(cell).toHaveValue('0.1')
    await expect(stepOf(at).getByText('Half typed by R. Okafor')).toBeVisible()
    await expect(at.getByText('Taken over from R. Okafor')).toBeVisible()
    await at.getByRole('button', { name: 'Understood' }).tap()
    await workStep(at, () => '0.12')
    await off(at, 'Bearing', { typed: true })
    await at.getByRole('button', { name: 'Change person' }).tap()
    await enter(at, '0004711815', '660417')
    await expect(stepOf(at)).toBeVisible()
  })

  await test.step('back together, and closed by two', async () => {
    await expect(veeOf(at).getByRole('button', { name: /Take off: Bearing, done/ }).first()).toBeAttached()
    await tickOf(at).tap()
    await workUntil(at, /^Hand over/, position => /vibration/i.test(position) ? '2.1' : /temperature/i.test(position) ? '48' : '0.1')
    await tickOf(at).tap()
    await stepOf(at).getByRole('button', { name: 'Close the job' }).tap()
    await at.getByRole('dialog', { name: 'Close the job' }).getByRole('button', { name: 'Sign and close' }).tap()
    await expect(stepOf(at).getByText(/^Closed by R\. Okafor/)).toBeVisible()
    await expect(at.getByText('waiting to send')).toHaveCount(0)
  })

  await test.step('its draft lies at the desk, and yard, unit and dossier are right, by the clock of the site', async () => {
    await page.goto('/sheets')
    await page.getByRole('region', { name: 'Drafts' }).getByRole('link', { name: 'Hill pump 1' }).click()
    await expect(page.getByRole('main')).toContainText(/Written at the bench\s+in\s+job \d+\s+on P-1, closed\s+by R\. Okafor/)
    await page.goto('/first')
    await expect(page.getByRole('heading', { name: 'The house is open' })).toBeVisible()
    await page.goto('/')
    await expect(page.getByRole('button', { name: /Hill Pumping Station/ })).toContainText('1 units')
    await expect(page.getByRole('link', { name: 'First day' })).toHaveCount(0)
    const { state, events, unit } = await (await page.request.get(`${address}/api/jobs/${job}/dossier?as=json`)).json() as
      { state: JobState, events: { actor: { name: string } }[], unit: { timeZone: string } }
    expect(unit.timeZone).toBe(ZONE)
    expect(state.marksMade.length).toBe(1)
    expect(new Set(events.map(({ actor }) => actor.name))).toEqual(new Set(['R. Okafor', 'H. Brandt']))
    const inZone = (at: string) => new Intl.DateTimeFormat('en-GB', {
      day: '2-digit', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit', timeZone: ZONE,
    }).format(new Date(at))
    await page.goto(`/jobs/${job}/dossier`)
    await expect(page.getByText(inZone(state.closed!.at)).first()).toBeVisible()
    await expect(page.getByText(`times of ${ZONE}`)).toBeVisible()
    await page.goto('/units/P-1')
    const day = new Intl.DateTimeFormat('en-CA', { timeZone: ZONE }).format(new Date(state.closed!.at))
    await expect(page.getByRole('listitem').filter({ hasText: 'It leaks' })).toContainText(`closed ${day}`)
  })
  const pressed = await office.presses() + await tablet.presses()
  test.info().annotations.push({ type: 'first day', description: `${pressed} presses, ${Math.round((Date.now() - began) / 1000)} s` })
  console.log(`first day: ${pressed} presses, ${Math.round((Date.now() - began) / 1000)} s`)
  expect(office.faults).toEqual([])
  expect(tablet.faults.filter(fault => !/40[13]/.test(fault))).toEqual([])
})

test('a tablet of the house locks when nobody touches it, and opens for a badge only', async ({ browser }) => {
  const tablet = await device(browser, { viewport: { width: 768, height: 1024 }, hasTouch: true })
  const { page } = tablet
  await page.clock.install()
  await page.goto('/sign-in')
  await page.getByRole('textbox', { name: 'Name' }).fill('adeyemi')
  await page.getByLabel('Password').fill('seven dry gaskets')
  await page.getByRole('button', { name: 'Go to the yard' }).click()
  await expect(page.getByRole('button', { name: /Hill Pumping Station/ })).toBeVisible()
  await page.goto('/office?tab=tablets')
  await page.getByRole('button', { name: 'Make this device a tablet of the house' }).click()
  await page.getByRole('dialog').getByLabel('Name, as it is written on the tablet').fill('Bench 2')
  await page.getByRole('dialog').getByRole('spinbutton', { name: 'Minutes of rest' }).fill('2')
  await page.getByRole('dialog').getByRole('button', { name: 'Make it one of the house' }).click()
  await expect(page.getByRole('row', { name: /Bench 2/ })).toContainText('2 min')
  // Somebody is called away in the middle of a dialog.
  await page.getByRole('row', { name: /Bench 2/ }).getByRole('button', { name: 'Change' }).click()
  await expect(page.getByRole('dialog', { name: 'Change Bench 2' })).toBeVisible()
  const cover = page.getByRole('dialog', { name: 'This tablet is locked' })
  await page.clock.fastForward(119_000)
  await expect(cover).toHaveCount(0)
  await page.clock.fastForward(3000)
  await expect(cover).toContainText('M. Adeyemi')
  await expect(cover.getByRole('textbox', { name: 'Badge' })).toBeFocused()
  await expect.poll(async () => (await page.request.get('/api/yard')).status()).toBe(401)
  // A page that is loaded anew is as locked as before.
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Locked' })).toBeVisible()
  await enter(page, '0004711815', '660417')
  // What the one before had open is not theirs, and a badge opens no office.
  await expect(page.getByText('A badge does not open it.')).toBeVisible()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(page.getByRole('link', { name: /R\. Okafor/ })).toBeVisible()
})
