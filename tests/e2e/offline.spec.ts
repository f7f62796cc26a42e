import { expect, test } from '@playwright/test'
import type { Dossier } from '#shared/wire/dossier'
import { hoistReading, openBench, PICTURE, restartServer, signedIn, stepOf, veeOf, workStep } from './bench'

const reading = hoistReading('small')

test('a day without the link, with a reload and a restart of the server in the middle, arrives whole', async ({ browser }) => {
  const { page, context, faults } = await signedIn(browser, 'marsh', { serviceWorkers: 'allow' })
  await page.evaluate(async () => { await navigator.serviceWorker.ready })
  await page.reload()
  await openBench(page, 'H-302')
  await page.waitForTimeout(800)
  await context.setOffline(true)
  const title = () => stepOf(page).getByRole('heading', { level: 2 }).innerText()
  const ticked: string[] = []
  const isDone = () => page.getByRole('heading', { name: 'Every step is done' }).count()
  const work = async (steps: number) => {
    for (let i = 0; i < steps && !await isDone(); i++) ticked.push(await workStep(page, reading))
  }

  await test.step('a hold point is signed by a second person, and not by the first', async () => {
    const hold = stepOf(page).locator('[data-duty="hold"]')
    await expect(hold).toBeVisible()
    for (
      let left = await stepOf(page)
        .getByRole('button', { name: /: (reuse|replace)$/ })
        .count();
      left > 0 && (await stepOf(page).locator('[data-duty="decision"]:not(.met)').count());
      left--
    ) {
      await stepOf(page)
        .locator('[data-duty="decision"]:not(.met)')
        .first()
        .getByRole('button', { name: /: replace$/ })
        .click()
    }
    await hold.getByLabel('Name of the second person').fill('marsh')
    await hold.getByLabel('PIN of the second person').fill('481216')
    await hold.getByRole('button', { name: 'Release' }).click()
    await expect(hold.getByRole('alert')).toContainText('somebody else than you')
    await work(1)
    await expect(page.getByText(/sealed on this device/)).toHaveCount(0)
  })

  await test.step('a photo, a note, and on into the way up', async () => {
    await stepOf(page).locator('input[type=file]').last().setInputFiles(PICTURE)
    await expect(stepOf(page).getByRole('list', { name: 'Photos' }).getByRole('listitem')).toHaveText(/waits/)
    await work(6)
  })
  const waiting = async () => Number(/(\d+) waiting to send/.exec(await page.getByText(/waiting to send/).innerText())![1])
  const before = await waiting()
  const at = await title()
  await page.reload()
  await expect(stepOf(page).getByRole('heading', { level: 2 })).toHaveText(at)
  expect(await waiting()).toBe(before)

  await restartServer()
  await work(40)
  expect(await isDone()).toBe(1)
  await page.waitForTimeout(300)
  expect(await waiting()).toBeGreaterThan(before)

  await context.setOffline(false)
  await expect(page.getByText(/waiting to send/)).toHaveCount(0, { timeout: 30_000 })
  await expect(page.getByRole('button', { name: /set aside/ })).toHaveCount(0)
  await expect(veeOf(page).getByText(/waiting to be sent/)).toHaveCount(0)
  const job = page.url().split('/').pop()!
  const { dossier, photo } = await page.evaluate(async (id) => {
    const dossier = await (await fetch(`/api/jobs/${id}/dossier`)).json() as Dossier
    return { dossier, photo: (await fetch(`/api/jobs/${id}/photos/${dossier.state.photos.at(-1)!.photo}`)).headers.get('content-type') }
  }, job)
  const ticks = dossier.events.filter(event => event.type === 'step-done')
  expect(new Set(ticks.map(event => event.body.step)).size).toBe(ticks.length)
  expect(ticks.length).toBe(dossier.job.stepsTotal)
  expect(
    dossier.events
      .filter(event => event.type === 'hold-released')
      .slice(-2)
      .map(event => event.actor.name),
  ).toEqual(['H. Brandt', 'H. Brandt'])
  expect(dossier.refused).toEqual([])
  expect(dossier.chain.intact).toBe(true)
  expect(photo).toMatch(/^image\//)
  expect(ticked.length).toBeGreaterThan(14)
  expect(faults.filter(fault => !/WebSocket|ERR_/.test(fault))).toEqual([])
})
