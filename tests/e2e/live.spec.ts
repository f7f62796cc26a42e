import { expect, test, type Page } from '@playwright/test'
import type { LiveMessage } from '#shared/wire/types'
import { Client, draft } from '../api/client'
import { runSql } from '../support/sql'
import { signedIn } from './bench'

/** Opens the live channel inside the page and collects what it says. */
async function listen(page: Page, job: string): Promise<() => Promise<LiveMessage[]>> {
  await page.evaluate(async (watch) => {
    const heard: unknown[] = []
    Object.assign(window, { heard })
    const socket = new WebSocket(`${location.origin.replace('http', 'ws')}/api/live`)
    socket.addEventListener('message', ({ data }) => heard.push(data === 'pong' ? data : JSON.parse(data as string)))
    await new Promise(resolve => socket.addEventListener('open', resolve))
    socket.send('not json')
    socket.send(JSON.stringify({ watch: ['not a topic'] }))
    socket.send(JSON.stringify({ watch: [`job:${watch}`] }))
    socket.send('ping')
  }, job)
  const heard = () => page.evaluate(() => (window as unknown as { heard: LiveMessage[] }).heard)
  await expect.poll(heard).toContain('pong')
  return heard
}

test('the live channel tells growth from every instance, survives a lost connection, and stays silent to outsiders', async ({
  browser,
}) => {
  const client = await Client.as('okafor')
  const job = await client.openJobOf('P-104')
  const { page } = await signedIn(browser, 'lindqvist')
  const outsider = await signedIn(browser, 'duarte')
  const heard = await listen(page, job)
  const heardOutside = await listen(outsider.page, job)
  const run = (text: string) => runSql(process.env.DATABASE_URL!, text)

  await test.step('an event that was recorded here', async () => {
    const { body } = await client.append(job, [draft('note-added', { text: 'hear me' })])
    await expect.poll(heard).toContainEqual({ kind: 'news', topic: `job:${job}`, seq: body.seq })
  })

  await test.step('an event that another instance announces', async () => {
    await run(`select pg_notify('needler', 'job ${job} 4711')`)
    await expect.poll(heard).toContainEqual({ kind: 'news', topic: `job:${job}`, seq: 4711 })
  })

  await test.step('after the connection to the database was cut it says so and hears again', async () => {
    await run(`select pg_terminate_backend(pid) from pg_stat_activity where query ilike 'listen%' and pid <> pg_backend_pid()`)
    await expect.poll(heard).toContainEqual({ kind: 'resync' })
    await run(`select pg_notify('needler', 'job ${job} 4712')`)
    await expect.poll(heard).toContainEqual({ kind: 'news', topic: `job:${job}`, seq: 4712 })
  })

  // Another site's sign-in may connect, and hears of gaps, but nothing of this job.
  expect((await heardOutside()).filter(message => message.kind === 'news')).toEqual([])
})

test('a bench that was away catches up by itself', async ({ browser }) => {
  const client = await Client.as('okafor')
  const job = await client.openJobOf('P-104')
  const { page, context } = await signedIn(browser, 'lindqvist')
  await page.goto(`/jobs/${job}`)
  await expect(page.getByRole('region', { name: 'This step' })).toBeVisible()
  await page.waitForTimeout(500)
  await context.setOffline(true)
  const { body } = await client.append(job, [draft('note-added', { text: 'while you were away', step: 'mark-seals' })])
  expect(body.results[0]!.outcome).toBe('recorded')
  await context.setOffline(false)
  await page.getByRole('button', { name: /^Scribe the datum line for the seals/ }).click()
  await expect(page.getByText('while you were away')).toBeVisible({ timeout: 30_000 })
})

test('what the live channel did not tell is seen at the next look', async ({ browser }) => {
  const client = await Client.as('okafor')
  const job = await client.openJobOf('P-104')
  const { page, faults } = await signedIn(browser, 'lindqvist')
  await page.clock.install()
  let swallowed = 0
  await page.routeWebSocket(/api\/live/, (bench) => {
    const server = bench.connectToServer()
    server.onMessage((message) => {
      if (message === 'pong') bench.send(message)
      else swallowed += 1
    })
  })
  await page.goto(`/jobs/${job}`)
  await expect(page.getByRole('button', { name: /^Scribe the datum line for the seals/ })).toBeVisible()
  await page.waitForTimeout(500)
  await client.append(job, [draft('note-added', { text: 'nobody told you', step: 'mark-seals' })])
  await expect.poll(() => swallowed).toBeGreaterThan(0)
  await page.getByRole('button', { name: /^Scribe the datum line for the seals/ }).click()
  await expect(page.getByText('nobody told you')).toHaveCount(0)
  await page.clock.fastForward(21_000)
  await expect(page.getByText('nobody told you')).toBeVisible()
  expect(faults).toEqual([])
})
