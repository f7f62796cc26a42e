import { chromium } from '@playwright/test'
import type { SheetDocument, Step } from '#core'
import config from '../../playwright.config'
import { Client } from '../api/client'
import { demoSheet } from '../support/demo-sheet'
import { spread } from './spread'

/*
 * The desk with a sheet of four hundred steps, its processor slowed four times: how long until its steps fill the screen,
 * until all of them stand, and after the last key until the checker has read the whole sheet. Prints one JSON line.
 */
const [STEPS, SLOWED, OPENINGS, KEYS] = [400, 4, 15, 40]
/** Between two keys of somebody who writes fast. */
const KEY_MS = 90
const client = await Client.as('varga')
const base = demoSheet('lever-hoist')
const made = Math.floor((STEPS - base.steps.length) / 2)
const key = (kind: string, i: number) => `${kind}-00000000-0000-4000-8000-${String(i).padStart(12, '0')}`
const off = (i: number): Step => ({
  key: key('step', i), limb: 'off', stage: 'take-apart', title: `Take off: plate ${i}`, why: 'For the speed.', minutes: 1, rung: key('rung', i),
  removes: [{ part: key('part', i), count: 1 }], after: [i === 0 ? base.steps[0]!.key : key('step', i - 1)],
})
const on = (i: number): Step => ({
  ...off(i), key: key('step', made + i), limb: 'on', stage: 'refit', title: `Put back: plate ${i}`, after: [key('step', i)],
})
const numbers = Array.from({ length: made }, (_, i) => i)
const { removes: _removes, ...refit } = on(0)
const last = base.steps.findLastIndex(step => step.limb === 'off')
const tall: SheetDocument = {
  ...base, key: `speed-${Date.now()}`,
  parts: [...base.parts, ...numbers.map(i => ({ key: key('part', i), name: `Plate ${i}`, count: 1, kind: 'small part' as const }))],
  steps: [
    ...base.steps.slice(0, last + 1), ...numbers.map(off), ...base.steps.slice(last + 1),
    ...numbers.map(i => ({ ...refit, ...on(i), removes: undefined, refits: [{ part: key('part', i), count: 1 }] })),
  ].map(step => JSON.parse(JSON.stringify(step)) as Step),
}
const { body } = await client.post<{ ids: string[] }>('/drafts', { from: 'import', documents: [tall] })
if (!body.ids) throw new Error(JSON.stringify(body).slice(0, 400))

const browser = await chromium.launch(config.use!.launchOptions)
const context = await browser.newContext({ baseURL: process.env.NEEDLER_URL, viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
await context.addInitScript('globalThis.__name = work => work')
const page = await context.newPage()
await page.goto('/sign-in')
await page.getByRole('textbox', { name: 'Name' }).fill('varga')
await page.getByLabel('Password').fill('merrow-sound')
await page.getByRole('button', { name: 'Go to the yard' }).click()
await page.getByRole('table').waitFor()
const cdp = await context.newCDPSession(page)
await cdp.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })

const [opened, whole]: [number[], number[]] = [[], []]
for (let round = 0; round < OPENINGS; round++) {
  await page.goto('/sheets')
  const link = page.getByRole('region', { name: 'Drafts' }).locator(`a[href="/drafts/${body.ids[0]}"]`)
  await link.waitFor()
  const [screenMs, wholeMs] = await page.evaluate(async ({ path, all }) => {
    const started = performance.now()
    document.querySelector<HTMLElement>(`a[href="${path}"]`)!.click()
    const when = (isThere: (steps: NodeListOf<Element>) => boolean) => new Promise<number>((resolve) => {
      const look = () => isThere(document.querySelectorAll('.order .step'))
        ? requestAnimationFrame(() => resolve(performance.now() - started))
        : requestAnimationFrame(look)
      look()
    })
    const isBelow = (step: Element) => step.getBoundingClientRect().top > innerHeight
    return [await when(steps => [...steps].some(isBelow)), await when(steps => steps.length === all)] as const
  }, { path: `/drafts/${body.ids[0]}`, all: tall.steps.length })
  opened.push(screenMs)
  whole.push(wholeMs)
}

// A mass that no hand lifts, and one that it does: with its last key the checker has something to say, or not. The field is not left.
await page.locator('.checker').getByText(/doubtful|thin|wrong|danger|nothing|hold/).first().waitFor()
await page.getByRole('tab', { name: 'Tables' }).click()
await page.getByRole('button', { name: 'Plate 7', exact: true }).click()
const mass = page.getByRole('textbox', { name: 'Mass', exact: true })
await mass.click()
await page.evaluate(() => {
  const checker = document.querySelector('.checker')!
  const seen = Object.assign(globalThis, { keyAt: 0, saidAt: 0 })
  document.addEventListener('keydown', ({ timeStamp }) => { seen.keyAt = timeStamp }, { capture: true })
  new MutationObserver(() => { seen.saidAt = performance.now() }).observe(checker, { childList: true, subtree: true, characterData: true })
})
const said = () => page.locator('.checker').textContent()
const audited: number[] = []
for (let round = 0; round < KEYS; round++) {
  const keys = round % 2 === 0 ? ['Control+a', '2', '5', '0'] : ['Backspace']
  for (const key of keys.slice(0, -1)) {
    await page.keyboard.press(key)
    await page.waitForTimeout(KEY_MS)
  }
  const before = await said()
  await page.keyboard.press(keys.at(-1)!)
  await page.waitForFunction(was => document.querySelector('.checker')!.textContent !== was, before)
  audited.push(await page.evaluate(() => {
    const { keyAt, saidAt } = globalThis as unknown as { keyAt: number, saidAt: number }
    return saidAt - keyAt
  }))
}
await browser.close()
console.log(JSON.stringify({ steps: tall.steps.length, opened: spread(opened), whole: spread(whole), audited: spread(audited) }))
