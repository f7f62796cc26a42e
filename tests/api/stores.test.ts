import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { eq } from 'drizzle-orm'
import { ledgerStock, lotKey, type LedgerEntry, type LotStock } from '#core'
import type { EntryInput, EntryOutcome, ItemAnswer, ItemInput, ItemRow, PlanNeed, PlanRow, ShortageRow } from '#shared/wire/stores'
import { database } from '../../server/db/client'
import { stockEntry, stockLot } from '../../server/db/schema'
import { demoSheet } from '../support/demo-sheet'
import { Client } from './client'

const planner = await Client.as('osei')
const engineer = await Client.as('varga')
const DAY_MS = 86_400_000
const dayIn = (days: number) => new Date(Date.now() + days * DAY_MS).toISOString().slice(0, 10)

let made = 0
async function newItem(more: Partial<ItemInput> = {}): Promise<ItemRow> {
  const number = `T-${process.pid}.${++made}`
  expect((await planner.post('/stores/items', { number, name: 'Made for a test', ...more })).status).toBe(200)
  return (await itemOf(number)).item
}
const itemOf = async (number: string) => (await planner.get<ItemAnswer>(`/stores/items/${number}`)).body
const entry = (item: ItemRow, deed: EntryInput['deed'], count: number, more: Partial<EntryInput> = {}): EntryInput =>
  ({ id: randomUUID(), item: item.id, site: 'intake', lot: '', deed, count, ...more })
const write = async (entries: EntryInput[], who = planner) =>
  (await who.post<{ results: EntryOutcome[] }>('/stores/entries', { entries })).body.results.map(({ outcome, code }) => code ?? outcome)

describe('the book of the stores', () => {
  it('counts each entry once, however often and however many at once, and never falls below zero', async () => {
    const item = await newItem()
    const came = entry(item, 'received', 10)
    expect(await write([came, came, entry(item, 'issued', 1)])).toEqual(['recorded', 'known', 'stock.no-job'])
    expect(await write([entry(item, 'released', 11), entry(item, 'released', 8), { ...came, count: 11 }])).toEqual(['stock.too-few', 'recorded', 'entry.foreign'])
    // Twenty who scrap one piece of eight at once: eight do.
    const scraps = Array.from({ length: 20 }, () => entry(item, 'scrapped', 1, { note: 'torn' }))
    const all = (await Promise.all(scraps.map(one => write([one])))).flat()
    expect(all.filter(one => one === 'recorded')).toHaveLength(8)
    expect(all.filter(one => one === 'stock.too-few')).toHaveLength(12)
    expect(await write(scraps)).toEqual(all.map(one => one === 'recorded' ? 'known' : 'stock.too-few'))
    expect((await itemOf(item.number)).item).toMatchObject({ quarantine: 2, shelf: 0, free: 0 })
    // What lists show is what the book sums up to.
    const rows = await database().select().from(stockEntry).where(eq(stockEntry.itemId, item.id)).orderBy(stockEntry.seq)
    const entries = rows.map(({ id, deed, count, lot, planId, fromQuarantine }): LedgerEntry =>
      ({ id, deed, item: item.id, lot, count, fromQuarantine, ...planId ? { job: planId } : {} }))
    const [kept] = await database().select().from(stockLot).where(eq(stockLot.itemId, item.id))
    expect(ledgerStock(entries).get(lotKey({ item: item.id, lot: '' }))).toEqual(kept!.stock satisfies LotStock)
    expect(await write([entry(item, 'counted', 3)])).toEqual(['recorded'])
    expect((await itemOf(item.number)).item).toMatchObject({ shelf: 3 })
  })

  it('takes an order once, and nothing that is not ordered', async () => {
    const item = await newItem()
    const order = { id: randomUUID(), item: item.id, site: 'intake', count: 4, expected: dayIn(9) }
    const ordered = await Promise.all([1, 2, 3].map(() => planner.post<{ number: number }>('/stores/orders', order)))
    expect(new Set(ordered.map(({ body }) => body.number)).size).toBe(1)
    expect((await planner.post('/stores/orders', { ...order, count: 5 })).body).toMatchObject({ status: 409, code: 'order.foreign' })
    // The delivery note is typed by two people at once.
    const twice = await Promise.all([1, 2].map(() => write([entry(item, 'received', 4, { order: order.id })])))
    expect(twice.flat().sort()).toEqual(['order.received', 'recorded'])
    expect(await write([entry(item, 'received', 1, { order: order.id }), entry(item, 'received', 1, { order: randomUUID() })])).toEqual(['order.received', 'order.unknown'])
    expect((await itemOf(item.number)).orders).toMatchObject([{ count: 4, received: 4, closed: true }])
  })

  it('lets no elastomer in that is too old, unless an engineer extends it once', async () => {
    const item = await newItem({ shelfLifeMonths: 12 })
    const lot = { lot: 'OLD' }
    expect(await write([entry(item, 'received', 2, lot), { ...entry(item, 'received', 2, lot), cured: dayIn(3) }])).toEqual(['lot.no-cure', 'lot.cured-later'])
    // What was refused has dated nothing, and left no batch.
    expect(await write([{ ...entry(item, 'received', 2, { lot: 'GHOST', order: randomUUID() }), cured: dayIn(-9) }])).toEqual(['order.unknown'])
    expect((await itemOf(item.number)).lots).toEqual([])
    // Whoever forgot the day says it, and it is written; another day is another batch.
    expect(await write([{ ...entry(item, 'received', 2, lot), cured: dayIn(-30) }])).toEqual(['recorded'])
    expect(await write([{ ...entry(item, 'received', 2, lot), cured: dayIn(-31) }])).toEqual(['lot.other-cure'])
    expect(await write([entry(item, 'received', 2, { lot: 'OLD2', cured: dayIn(-500) }), entry(item, 'released', 2, { lot: 'OLD2' })])).toEqual(['recorded', 'lot.expired'])
    const extend = (who: Client, to: string) => who.post('/stores/extend', { item: item.id, site: 'intake', lot: 'OLD2', to, why: 'stretched, no cracks' })
    expect((await extend(planner, dayIn(60))).body).toMatchObject({ status: 403, code: 'right.missing' })
    expect((await extend(engineer, dayIn(-400))).body).toMatchObject({ status: 422, code: 'lot.no-extension' })
    expect((await extend(engineer, dayIn(600))).body).toMatchObject({ status: 422, code: 'lot.long-extension' })
    expect((await extend(engineer, dayIn(60))).status).toBe(200)
    expect((await extend(engineer, dayIn(90))).body).toMatchObject({ status: 409, code: 'lot.extended' })
    expect(await write([entry(item, 'released', 2, { lot: 'OLD2' })])).toEqual(['recorded'])
    expect((await itemOf(item.number)).lots.find(({ lot }) => lot === 'OLD2')).toMatchObject({ isExpired: false, goodUntil: dayIn(60) })
  })

  it('ends at the border of sites, and refuses what makes no sense', async () => {
    const item = await newItem()
    const marsh = await Client.as('marsh')
    expect((await marsh.post('/stores/entries', { entries: [entry(item, 'received', 1)] })).body).toMatchObject({ status: 403, code: 'right.missing' })
    await write([entry(item, 'received', 3, { site: 'sludge' })])
    expect((await marsh.get<ItemAnswer>(`/stores/items/${item.number}`)).body.lots).toEqual([])
    expect(await write([entry(item, 'received', 1, { site: 'moon' })])).not.toEqual(['recorded'])
    for (const wrong of [{ count: -1 }, { count: 1.5 }, { deed: 'stolen' }, { item: 'x' }])
      expect((await planner.post('/stores/entries', { entries: [{ ...entry(item, 'received', 1), ...wrong }] })).status).toBe(422)
    expect((await planner.post('/stores/items', { number: item.number, name: 'again' })).body).toMatchObject({ status: 409, code: 'item.number-taken' })
    expect((await planner.patch(`/stores/items/${item.number}`, { version: 9, change: { leastStock: 3 } })).body).toMatchObject({ status: 409, code: 'item.changed' })
    expect((await planner.patch(`/stores/items/${item.number}`, { version: 1, change: { kitOf: 'no-such-sheet' } })).status).toBe(422)
    expect((await engineer.post(`/stores/items/${item.number}/fits`, { sheet: 'lever-hoist', part: 'no-such-part' })).body).toMatchObject({ code: 'fit.unknown-part' })
    const { parts: [part], options } = demoSheet('lever-hoist')
    const [{ key: option, values: [way] }] = options as [NonNullable<typeof options>[number]]
    const fits = (value: string) =>
      engineer.post(`/stores/items/${item.number}/fits`, { sheet: 'lever-hoist', part: part!.key, when: { [option]: [value] } })
    expect((await fits('no such way')).body).toMatchObject({ code: 'options.unknown' })
    expect((await fits(way!.key)).status).toBe(200)
    expect((await itemOf(item.number)).fits).toMatchObject([{ part: part!.key, builds: [way!.name] }])
  })
})

describe('a planned job', () => {
  it('is planned once, holds what it needs, and becomes a job once', async () => {
    const id = randomUUID()
    // A machine of its own: nobody else works on it.
    const tag = `D-${process.pid}`
    const kind = { name: 'Dosing pump', family: 'dosing pump', make: 'Brackwater', sheet: 'diaphragm-dosing-pump', options: { head: 'pvc' } }
    expect((await planner.post('/units', { tag, site: 'desalting', ...kind })).status).toBe(200)
    const unit = `/units/${tag}`
    const input = { id, day: dayIn(20), reason: 'Diaphragm due', kitComplete: true }
    const planned = await Promise.all([1, 2].map(() => planner.post(`${unit}/plans`, input)))
    expect(planned.map(({ status }) => status)).toEqual([200, 200])
    const own = async () => (await planner.get<PlanRow[]>(`${unit}/plans`)).body.filter(row => row.id === id)
    expect(await own()).toHaveLength(1)
    expect((await planner.post(`${unit}/plans`, { ...input, id: randomUUID(), target: 'no-such-part' })).status).toBe(422)
    expect((await planner.patch(`/plans/${id}`, { version: 3, change: { reason: 'Too late' } })).body).toMatchObject({ status: 409, code: 'plan.changed' })
    expect((await planner.patch(`/plans/${id}`, { version: 1, change: { note: 'with the new stroke knob' } })).body).toEqual({ version: 2 })

    const need = async () => (await planner.get<PlanNeed>(`/plans/${id}`)).body
    const before = await need()
    expect(before.lines.length).toBeGreaterThan(4)
    const held = (await planner.post<{ held: number }>(`/plans/${id}/hold`, {})).body.held
    expect(held).toBeGreaterThan(0)
    expect((await planner.post<{ held: number }>(`/plans/${id}/hold`, {})).body.held).toBe(0)
    expect((await need()).waiting).toBe(held)
    expect((await need()).plan.kit!.state).toBe(before.plan.kit!.state)
    const given = await Promise.all([1, 2].map(() => planner.post<{ issued: number }>(`/plans/${id}/issue`, {})))
    expect(given.reduce((sum, { body }) => sum + (body.issued ?? 0), 0)).toBe(held)
    expect((await need()).waiting).toBe(0)

    const technician = await Client.as('okafor')
    const start = () => technician.post<{ id: string, code: string }>(`${unit}/jobs`, { reason: 'Diaphragm due', hours: 5, plan: id, device: randomUUID() })
    const started = await Promise.all([start(), start()])
    expect(started.map(({ status }) => status).sort()).toEqual([200, 409])
    const job = started.find(({ status }) => status === 200)!.body.id
    const { body: events } = await technician.get<{ body: { kitComplete?: true, hours?: number } }[]>(`/jobs/${job}/events?after=0`)
    expect(events[0]!.body).toMatchObject({ kitComplete: true, hours: 5 })
    expect(await own()).toEqual([])
    expect((await planner.send('DELETE', `/plans/${id}`)).body).toMatchObject({ status: 409, code: 'plan.gone' })
    expect((await planner.post(`/plans/${id}/hold`, {})).body).toMatchObject({ code: 'plan.gone' })
  })

  it('lets go of what it held when it is dropped, and shows what must be ordered by when', async () => {
    const item = await newItem({ leadDays: 10 })
    const part = demoSheet('lever-hoist').parts.find(({ neverAgain }) => neverAgain)!
    const fit = { sheet: 'lever-hoist', part: part.key, units: ['H-301'] }
    expect((await engineer.post(`/stores/items/${item.number}/fits`, fit)).status).toBe(200)
    const id = randomUUID()
    await planner.post('/units/H-301/plans', { id, day: dayIn(30), reason: 'Yearly inspection' })
    const short = async () => (await planner.get<ShortageRow[]>('/stores/shortages')).body.find(row => row.number === item.number && row.site === 'intake')
    expect(await short()).toMatchObject({ needBy: dayIn(30), orderBy: dayIn(20), units: ['H-301'] })
    const count = (await short())!.count
    // What lies at another site is not there.
    const far = { site: 'sludge' }
    await write([entry(item, 'received', count, far), entry(item, 'released', count, far)])
    expect(await short()).toMatchObject({ site: 'intake', count })
    await write([entry(item, 'received', count), entry(item, 'released', count)])
    expect(await short()).toBeUndefined()
    expect((await planner.post<{ held: number }>(`/plans/${id}/hold`, {})).body.held).toBe(count)
    expect((await itemOf(item.number)).item).toMatchObject({ free: count, held: count })
    expect(await short()).toBeUndefined()
    // A note changes nothing of what it needs; how far it goes does, and lets go.
    expect((await planner.patch(`/plans/${id}`, { version: 1, change: { note: 'with the new hook' } })).status).toBe(200)
    expect((await itemOf(item.number)).item).toMatchObject({ held: count })
    expect((await planner.patch(`/plans/${id}`, { version: 2, change: { kitComplete: true } })).status).toBe(200)
    expect((await itemOf(item.number)).item).toMatchObject({ free: 2 * count, held: 0 })
    expect((await planner.post<{ held: number }>(`/plans/${id}/hold`, {})).body.held).toBeGreaterThanOrEqual(count)
    expect((await planner.post<{ issued: number }>(`/plans/${id}/issue`, {})).body.issued).toBeGreaterThanOrEqual(count)
    expect(await short()).toBeUndefined()
    expect((await planner.send('DELETE', `/plans/${id}`)).status).toBe(200)
    expect((await itemOf(item.number)).item).toMatchObject({ free: count, held: 0 })
    expect((await planner.send('DELETE', `/plans/${id}`)).status).toBe(409)
  })
})
