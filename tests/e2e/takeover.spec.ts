import { randomUUID } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { benchAt, type Bench } from '../api/bench-of'
import { Client } from '../api/client'
import { demoSheet } from '../support/demo-sheet'
import { PICTURE, signedIn, stepOf, tickOf, veeOf } from './bench'

/** Signs what asks for a second person, as the lead. */
async function signAsLead(page: Page, act: string): Promise<void> {
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name of the second person').fill('brandt')
  await dialog.getByLabel('PIN of the second person').fill('481216')
  await dialog.getByRole('button', { name: act }).click()
  await expect(dialog).toBeHidden()
}

test('a figure that is another on one machine becomes a revision, and a job that runs goes on by it', async ({ browser }) => {
  test.setTimeout(300_000)
  // Two hoists of a kind whose sheet nobody else works by; both are being overhauled.
  const [okafor, varga, holm] = await Promise.all([Client.as('okafor'), Client.as('varga'), Client.as('holm')])
  const document = { ...demoSheet('lever-hoist'), key: `hoist-${randomUUID()}`, title: 'Hoist of the store' }
  const { ids } = (await varga.post<{ ids: string[] }>('/drafts', { from: 'import', documents: [document] })).body
  await holm.post(`/drafts/${ids[0]}/release`, { seq: 0, note: 'as it was', units: ['P-151', 'P-152'] })
  const start = async (tag: string) =>
    (await okafor.post<{ id: string }>(`/units/${tag}/jobs`, { reason: 'Yearly look', device: okafor.device })).body.id
  const [one, other] = [await benchAt(okafor, await start('P-151')), await benchAt(okafor, await start('P-152'))]
  const pulled = one.sheet.steps.find(step => step.tightens && !one.sheet.joints.find(({ key }) => key === step.tightens)!.snug)!
  const joint = one.sheet.joints.find(({ key }) => key === pulled.tightens)!

  // On the first its own manual says another torque; the rest of it is done before anybody looks.
  const fitter = await signedIn(browser, 'okafor')
  const { page } = fitter
  await page.goto(`/jobs/${one.id}`)
  await veeOf(page).getByRole('button', { name: new RegExp(`^${pulled.title.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')}`) }).first().click()
  await stepOf(page).getByRole('button', { name: 'More', exact: true }).click()
  await stepOf(page).getByRole('button', { name: 'Figure', exact: true }).click()
  const figure = page.getByRole('dialog', { name: 'A figure is another on this machine' })
  await figure.getByRole('textbox', { name: /^Torque/ }).fill(`${joint.torqueNm.aim + 2}`)
  await figure.getByLabel('Where is that written?').fill('manual of this hoist, page 4')
  await signAsLead(page, 'Sign it')
  // Nobody looks at the bench while its photos are announced and not there yet.
  await page.goto('/')
  await expect(page.getByRole('table')).toBeVisible()
  await one.workTo('the end')
  const picturesArrive = async (bench: Bench) => {
    for (const { photo } of (await bench.state()).photos) await okafor.putPhoto(bench.id, photo, PICTURE.buffer)
  }
  await picturesArrive(one)
  await page.goto(`/jobs/${one.id}`)
  await stepOf(page).getByRole('button', { name: 'Close the job' }).click()
  const close = page.getByRole('dialog', { name: 'Close the job' })
  await close.getByText('proposed for all of its kind').click()
  await close.getByLabel('Why for all of its kind').fill('The nameplate is the same')
  await close.getByRole('button', { name: 'Sign and close' }).click()
  await expect(stepOf(page).getByText(/^Closed by/)).toBeVisible()
  // The closing goes out when it can; the unit has it when it has arrived.
  await expect(async () => {
    await page.goto('/units/P-151')
    await expect(page.getByText(/on this unit, by manual of this hoist, page 4/)).toBeVisible({ timeout: 3000 })
  }).toPass()

  // The other has pulled that joint by the old figure already.
  await other.workTo(pulled.key, 'tick')
  await picturesArrive(other)
  await page.goto(`/jobs/${other.id}`)
  await tickOf(page).click()
  await expect(veeOf(page).getByRole('button', { name: /, done/ }).first()).toBeAttached()

  // At the desk it is taken into the next revision, and somebody else releases that.
  const engineer = await signedIn(browser, 'varga')
  await engineer.page.goto('/sheets')
  // What the checker says of each sheet is read meanwhile.
  await expect(engineer.page.getByRole('region', { name: 'Library' }).getByRole('row').filter({ hasText: document.title }))
    .toContainText('nothing to say', { timeout: 60_000 })
  const row = engineer.page.getByRole('region', { name: 'Departures and proposals' }).getByRole('row').filter({ hasText: 'manual of this hoist' })
  await expect(row).toContainText('The nameplate is the same')
  await row.getByRole('button', { name: 'Decide' }).click()
  const decide = engineer.page.getByRole('dialog', { name: 'What becomes of it?' })
  await decide.getByLabel('Reason').fill('Drawing 4 says so')
  await decide.getByRole('button', { name: 'Decide' }).click()
  // A slip beside it: the checker says so at its place while one writes, with what ends it.
  await engineer.page.getByRole('tab', { name: 'Tables' }).click()
  await engineer.page.getByRole('button', { name: 'Snap ring of the gear', exact: true }).click()
  const ring = engineer.page.getByRole('dialog', { name: 'Snap ring of the gear' })
  const eachTime = ring.getByRole('group', { name: 'New each time' })
  await eachTime.getByRole('switch').press('Space')
  await expect(eachTime).toContainText('a snap ring that comes out is replaced each time')
  await eachTime.getByRole('button', { name: 'Snap ring of the gear: new each time' }).click()
  await expect(eachTime).not.toContainText('is replaced each time')
  await expect(eachTime.getByRole('switch')).toBeChecked()
  // A figure is read with each key: what cannot be at its field, what follows from it elsewhere below; what is gone again is kept nowhere.
  const mass = ring.getByRole('textbox', { name: 'Mass', exact: true })
  await mass.pressSequentially('-9')
  await expect(ring.getByRole('group', { name: 'Mass' })).toContainText('Mass has to be more than 0.')
  await mass.press('ControlOrMeta+a')
  await mass.pressSequentially('90')
  await expect(ring.getByRole('status')).toContainText('90 kg and no lifting gear')
  await mass.press('Backspace')
  await expect(ring.getByRole('status')).toBeHidden()
  await mass.press('Backspace')
  await ring.getByRole('button', { name: 'The next one' }).click()
  await expect(ring).toBeHidden()
  await engineer.page.getByRole('button', { name: 'The one before' }).click()
  await ring.getByRole('button', { name: 'Done' }).click()
  await engineer.page.getByRole('tab', { name: 'Review' }).click()
  await expect(engineer.page.getByRole('region', { name: 'What is new' }).getByRole('listitem')).toContainText(`${joint.name}`)
  const file = engineer.page.waitForEvent('download')
  await engineer.page.getByRole('button', { name: 'Changes as JSON Patch' }).click()
  expect(JSON.parse(await readFile(await (await file).path(), 'utf8')) as object[]).toHaveLength(2)
  await engineer.page.getByRole('button', { name: 'Walk 500 jobs' }).click()
  await expect(engineer.page.getByText(/500 jobs came to their end/)).toBeVisible({ timeout: 90_000 })
  const second = await signedIn(browser, 'holm')
  await second.page.goto(engineer.page.url())
  await second.page.getByRole('tab', { name: 'Review' }).click()
  await second.page.getByLabel('What was read and compared').fill('Compared with drawing 4')
  await second.page.getByRole('button', { name: 'Release it' }).click()
  await expect(second.page.getByText('Compared with drawing 4')).toBeVisible()

  // The bench that stands open is told; a lead stands for it, and the joint is open again.
  const notice = stepOf(page).getByRole('region', { name: 'A newer revision' })
  await expect(notice).toContainText('Revision 2 is released; this job goes by 1.')
  await notice.getByRole('button', { name: 'What it changes' }).click()
  await expect(page.getByRole('dialog').getByRole('list', { name: 'To be done anew' })).toContainText(`${pulled.title}: torque`)
  await signAsLead(page, 'Go on by it')
  await expect(notice).toBeHidden()
  await expect(stepOf(page).getByRole('heading', { level: 2 })).toHaveText(pulled.title)
  await page.goto(`/jobs/${other.id}/dossier`)
  await expect(page.getByText('Went on by revision 2')).toBeVisible()
  for (const bench of [fitter, engineer, second]) expect(bench.faults).toEqual([])
})
