import { expect, test } from '@playwright/test'
import type { Dossier } from '#shared/wire/dossier'
import { Client, draft } from '../api/client'
import { runSql } from '../support/sql'
import { choose, openBench, restartServer, signedIn, stepOf } from './bench'
import { handOptions } from './hand'

const PASSWORD = 'nine rusty anchors'

test('the office lets a person in by code, who signs at another bench, and is out everywhere at once', async ({
  browser,
}) => {
  const office = await signedIn(browser, 'admin')
  await office.page.getByRole('link', { name: 'Office' }).click()
  const dialog = office.page.getByRole('dialog')
  let code = ''

  await test.step('added, with a code that is told once', async () => {
    await office.page.getByRole('button', { name: 'Add a person' }).click()
    await dialog.getByLabel('Name, as the record shows it').fill('T. Ekström')
    await dialog.getByLabel('Sign-in name').fill('ekstrom')
    await dialog.getByRole('combobox', { name: 'Role' }).press('Enter')
    await office.page.getByRole('option', { name: /^lead/ }).click()
    await dialog.getByRole('button', { name: 'Add and make a code' }).click()
    const told = office.page.getByRole('dialog', { name: 'For T. Ekström' })
    code = await told.locator('.secret').innerText()
    await told.getByRole('button', { name: 'I have passed it on' }).click()
    await expect(office.page.getByRole('row', { name: /T\. Ekström/ })).toContainText('code given out')
  })

  const own = await browser.newContext({ serviceWorkers: 'block', ...handOptions })
  const page = await own.newPage()
  await test.step('who chooses a password and a PIN with it, and changes both later', async () => {
    await page.goto('/sign-in')
    await page.getByRole('link', { name: 'I have a code from the office' }).click()
    await page.getByLabel('Code', { exact: true }).fill(code)
    await page.getByRole('button', { name: 'Go on' }).click()
    await expect(page.getByRole('heading', { name: 'Welcome, T. Ekström' })).toBeVisible()
    await page.getByLabel('Password (10 characters or more)').fill('two dry anchors')
    await page.getByLabel('Password once more').fill('something else')
    await page.getByLabel(/^PIN \(6 to 8 digits\)/).fill('660417')
    await page.getByLabel('PIN once more').fill('660417')
    await page.getByRole('button', { name: 'Come in' }).click()
    await expect(page.getByRole('alert')).toContainText('are not the same')
    await page.getByLabel('Password once more').fill('two dry anchors')
    await page.getByRole('button', { name: 'Come in' }).click()
    await expect(page.getByRole('table')).toBeVisible()
    await page.goto('/me')
    await expect(page.getByText('Release hold points and sign departures')).toBeVisible()
    await page.getByLabel('Present password').first().fill('two dry anchors')
    await page.getByLabel('New password', { exact: true }).fill(PASSWORD)
    await page.getByLabel('New password once more').fill(PASSWORD)
    await page.getByRole('button', { name: 'Change the password' }).click()
    await expect(page.getByText('Your password is changed')).toBeVisible()
    const pin = page.locator('form', { hasText: 'With it you sign at the bench of others' })
    await pin.getByLabel('Present password').fill(PASSWORD)
    await pin.getByLabel('New PIN', { exact: true }).fill('805319')
    await pin.getByLabel('New PIN once more').fill('805319')
    await pin.getByRole('button', { name: 'Change the PIN' }).click()
    await expect(pin.getByRole('status')).toContainText('Your PIN is changed')
    await expect(page.getByRole('table').getByRole('row')).not.toHaveCount(0)
  })

  await test.step('whose PIN signs at the bench of another; when the tries are spent, the password does', async () => {
    const { page: bench } = await signedIn(browser, 'okafor')
    await bench.goto('/units/M-101')
    await bench.getByRole('button', { name: 'Start an overhaul' }).click()
    await bench.getByLabel('Why does it come to the bench?').fill('For the journey')
    await bench.getByRole('button', { name: 'Start at the first step' }).click()
    await expect(stepOf(bench)).toBeVisible()
    const hold = stepOf(bench).locator('[data-duty="hold"]')
    const name = hold.getByLabel('Name of the second person')
    const pin = hold.getByLabel('PIN of the second person')
    for (let i = 0; i < 6 && (await pin.isVisible()); i++) {
      await name.fill('ekstrom')
      await pin.fill('111111')
      await hold.getByRole('button', { name: 'Release' }).click()
      await expect(hold.getByRole('alert')).toContainText(i < 5 ? 'not right' : 'password instead')
    }
    await hold.getByLabel('Password of the second person').fill(PASSWORD)
    await hold.getByRole('button', { name: 'Release' }).click()
    await expect(hold).toContainText('Released by T. Ekström')
  })

  await test.step('and who is out everywhere when the office says so', async () => {
    await page.goto('/')
    await expect(page.getByRole('table')).toBeVisible()
    await office.page.getByRole('button', { name: 'More for T. Ekström' }).click()
    await office.page.getByRole('menuitem', { name: 'Disable' }).click()
    await expect(office.page.getByRole('row', { name: /T\. Ekström/ })).toContainText('disabled')
    await page.reload()
    await expect(page.getByRole('button', { name: 'Go to the yard' })).toBeVisible()
  })
  expect(office.faults).toEqual([])
})

test('what somebody who is gone has left on a tablet is sent by a lead, as entered for them', async ({ browser }) => {
  const { page, context } = await signedIn(browser, 'holm')
  await openBench(page, 'P-105')
  await page.waitForTimeout(500)
  // The link drops once the bench has fetched what may be wanted without it.
  await page.waitForTimeout(3000)
  await page.waitForLoadState('networkidle')
  await context.setOffline(true)
  await page.keyboard.press('n')
  await page.getByRole('dialog').getByRole('textbox').fill('Left on the tablet')
  await page.getByRole('dialog').getByRole('button', { name: 'Keep the note' }).click()
  await expect(page.getByText('1 waiting to send')).toBeVisible()
  const job = page.url().split('/').pop()!
  const admin = await Client.as('admin')
  const { body: people } = await admin.get<{ id: string, login: string }[]>('/people')
  const holm = people.find(row => row.login === 'holm')!
  await admin.patch(`/people/${holm.id}`, { active: false })
  await context.setOffline(false)
  await expect(page.getByText('Your sign-in has run out')).toBeVisible()
  await page.getByRole('link', { name: 'Sign in and send it' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('brandt')
  await page.getByLabel('Password').fill('merrow-sound')
  await page.getByRole('button', { name: 'Go to the yard' }).click()
  await page.getByRole('button', { name: 'left here' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Enter for them' }).click()
  await expect(page.getByText('waiting to send')).toHaveCount(0)
  const lead = await Client.as('brandt')
  const { body } = await lead.get<Dossier>(`/jobs/${job}/dossier?as=json`)
  expect(body.events.at(-1)).toMatchObject({
    type: 'note-added',
    body: { text: 'Left on the tablet' },
    actor: { name: 'H. Brandt, entered for E. Holm' },
  })
  await admin.patch(`/people/${holm.id}`, { active: true })
})

test('what somebody who signs out has not sent lies sealed on the tablet, for them alone', async ({ browser }) => {
  const { page, context, faults } = await signedIn(browser, 'holm')
  await openBench(page, 'P-105')
  const job = page.url().split('/').pop()!
  // Its server takes nothing just now.
  await page.route('**/api/jobs/*/events', route => route.request().method() === 'POST'
    ? route.fulfill({ status: 503, json: { status: 503, code: 'database.away', title: 'Away', detail: 'The database does not answer.' } })
    : route.fallback())
  await page.keyboard.press('n')
  await page.getByRole('dialog').getByRole('textbox').fill('Seen by me alone')
  await page.getByRole('dialog').getByRole('button', { name: 'Keep the note' }).click()
  await expect(page.getByText('1 waiting to send')).toBeVisible()
  const leave = async () => {
    await page.getByRole('button', { name: 'Sign out' }).click()
    // The search of the yard names names, too.
    await expect(page.getByRole('button', { name: 'Go to the yard' })).toBeVisible()
  }
  await leave()
  await context.unrouteAll()
  await page.unrouteAll()
  const enter = async (login: string) => {
    await page.getByRole('textbox', { name: 'Name' }).fill(login)
    await page.getByLabel('Password').fill('merrow-sound')
    await page.getByRole('button', { name: 'Go to the yard' }).click()
    await expect(page.getByRole('table')).toBeVisible()
  }
  await enter('okafor')
  await page.getByRole('button', { name: 'left here' }).click()
  await expect(page.getByRole('dialog').getByRole('listitem')).toContainText('E. Holm 1 waiting')
  await page.keyboard.press('Escape')
  const kept = await page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>((done) => {
      const asked = indexedDB.open('needler')
      asked.onsuccess = () => done(asked.result)
    })
    const all = await Promise.all([...db.objectStoreNames].map(name => new Promise((done) => {
      const asked = db.transaction(name).objectStore(name).getAll()
      asked.onsuccess = () => done([name, asked.result])
    })))
    return JSON.stringify(all)
  })
  expect(kept).toContain('"sealed",[{')
  expect(kept).not.toContain('Seen by me alone')
  await leave()
  await enter('holm')
  await expect(page.getByRole('button', { name: 'left here' })).toHaveCount(0)
  const lead = await Client.as('brandt')
  await expect.poll(async () => (await lead.get<Dossier>(`/jobs/${job}/dossier?as=json`)).body.events.at(-1)!.body)
    .toMatchObject({ text: 'Seen by me alone' })
  expect(faults.filter(fault => !fault.includes('503'))).toEqual([])
})

test('a bench that has seen more than a restored server tells so, and gives back what its person did', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'lindqvist')
  const other = await Client.as('okafor')
  await openBench(page, 'R-201')
  const job = page.url().split('/').pop()!
  const [backup] = await runSql<{ seq: number, head_hash: string }>(process.env.DATABASE_URL!, ['select seq, head_hash from job where id = $1', job])
  const write = async (text: string) => {
    await page.keyboard.press('n')
    await page.getByRole('dialog').getByRole('textbox').fill(text)
    await page.getByRole('dialog').getByRole('button', { name: 'Keep the note' }).click()
    await expect(page.getByRole('dialog')).toHaveCount(0)
  }
  await write('After the backup, one')
  await other.append(job, [draft('note-added', { text: 'of a colleague' })])
  await write('After the backup, two')
  await expect(page.getByText('waiting to send')).toHaveCount(0)
  await page.waitForTimeout(800)

  // The server is as it was at the time of its backup; it was stopped for that.
  const { seq, head_hash: head } = backup!
  await runSql(process.env.DATABASE_URL!, ['delete from job_event where job_id = $1 and seq > $2', job, seq],
    ['delete from job_snapshot where job_id = $1 and seq > $2', job, seq], ['update job set seq = $2, head_hash = $3 where id = $1', job, seq, head])
  await restartServer()

  await expect(page.getByText('The server was restored')).toContainText('R. Okafor')
  await expect
    .poll(async () =>
      (await other.get<Dossier>(`/jobs/${job}/dossier?as=json`)).body.events
        .slice(seq)
        .map(event => (event.body as { text: string }).text),
    )
    .toEqual(['After the backup, one', 'After the backup, two'])
  expect((await other.get<Dossier>(`/jobs/${job}/dossier`)).body.chain.intact).toBe(true)
  expect(faults.filter(fault => !/WebSocket|ERR_|50[0-9]/.test(fault))).toEqual([])
})

test('an engineer keeps the register: what is due, a new instrument, a calibration that found one out and what was taken with it',
  async ({ browser }) => {
    const { page, faults } = await signedIn(browser, 'varga')
    await page.getByRole('link', { name: 'Office' }).click()
    const table = page.getByRole('table', { name: 'Instruments' }).or(page.getByLabel('Instruments', { exact: true })).first()
    await expect(page.getByText('MIC-13', { exact: true })).toBeVisible()

    const which = page.getByRole('radiogroup', { name: 'Which instruments' }).locator('label')
    await which.filter({ hasText: 'Due' }).click()
    await expect(page.getByText('MIC-14', { exact: true })).toBeVisible()
    await expect(page.getByText('MIC-13', { exact: true })).toHaveCount(0)
    await expect(table).toContainText('ended')

    await page.getByRole('button', { name: 'Add an instrument' }).click()
    const adding = page.getByRole('dialog', { name: 'Add an instrument' })
    for (const [label, text] of [
      ['Tag', 'tw-21'], ['Kind, as sheets call it', 'torque wrench'], ['Name', 'Torque wrench 60–300 N·m'], ['Serial number', 'S-2290'],
      ['Range from', '60 N·m'], ['Range to', '300'], ['Step', '1'], ['U (k = 2)', '12'], ['Certificate', 'MS-TW-21-1'],
    ] as const) await adding.getByLabel(label, { exact: true }).fill(text)
    await adding.getByRole('button', { name: 'Add it' }).click()
    await expect(adding.getByRole('alert')).toContainText('belongs to a torque')
    await choose(adding.getByLabel('It measures'), /^torque/)
    await adding.getByRole('button', { name: 'Add it' }).click()
    await expect(adding).toBeHidden()
    await which.filter({ hasText: 'All' }).click()
    await page.getByLabel('Search instruments').fill('S-2290')
    await expect(page.getByText('TW-21', { exact: true })).toBeVisible()

    await page.getByLabel('Search instruments').fill('BG-04')
    await page.getByRole('button', { name: 'Look at BG-04' }).click()
    const history = page.getByRole('dialog', { name: /^BG-04/ })
    await expect(history.getByRole('region', { name: 'Taken while it was not good' }).getByRole('listitem').first()).toContainText('P-10')
    const cable = history.getByRole('region', { name: 'Cable to the tablet' })
    await cable.getByLabel(/^Its lines/).fill('N {unit}')
    await expect(cable.getByRole('status')).toContainText('says once where the number stands')
    await cable.getByLabel(/^Its lines/).fill('N {value} {unit}')
    await cable.getByLabel('One of them, to try it').fill('N +70.012 mm')
    await expect(cable.getByRole('status')).toHaveText('Read as 70.012 mm')
    await cable.getByRole('button', { name: 'Keep how its lines look' }).click()
    await history.getByRole('button', { name: 'A new calibration' }).click()
    await history.getByText('in tolerance', { exact: true }).last().click()
    await history.getByLabel('Certificate').fill('MS-BG-04-3')
    await history.getByRole('button', { name: 'Write the calibration down' }).click()
    await expect(history.getByRole('region', { name: 'Calibrations' }).getByRole('listitem')).toHaveCount(3)
    await history.getByRole('button', { name: 'Close' }).click()
    await expect(page.getByText('in 12 days')).toHaveCount(0)
    expect(faults).toEqual([])
  })

test('an engineer weighs a sign anew, tries the rules on past failures and releases them', async ({ browser }) => {
  const { page, faults } = await signedIn(browser, 'varga')
  await page.goto('/office')
  await page.getByRole('tab', { name: 'Rules of causes' }).click()
  await expect(page.getByRole('table', { name: /had the written cause first/ }).or(page.getByText('split-casing pump'))).toBeVisible()
  await expect(page.getByRole('button', { name: 'Dry run' })).toBeDisabled()
  await choose(page.getByRole('combobox', { name: 'Cause', exact: true }), /^still face not square/)
  const weight = page.getByLabel('Weight of marks together: still part out (seal)')
  await weight.fill('-3')
  await weight.blur()
  await expect(page.getByRole('button', { name: /^Release revision 2/ })).toBeDisabled()
  await page.getByRole('button', { name: 'Dry run' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'among the first three' })).toBeVisible()
  await page.getByRole('button', { name: /^Release revision 2/ }).click()
  await page.getByRole('dialog').getByLabel('What is changed, and why').fill('Tried here: the still part is out on our old casings anyway')
  await page.getByRole('dialog').getByRole('button', { name: 'Release', exact: true }).click()
  await expect(page.getByText(/revision 2, released by K\. Varga/)).toBeVisible()
  await openBench(page, 'CP-591')
  await page.getByRole('link', { name: 'Clock', exact: true }).click()
  await expect(page.getByText('Ranked by rules general, revision 2.')).toBeVisible()
  expect(faults).toEqual([])
})
