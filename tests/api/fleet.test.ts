import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { eq } from 'drizzle-orm'
import type { HoursOutcome, HoursRow, UnitInput, WearAnswer } from '#shared/wire/fleet'
import type { UnitAnswer, YardAnswer } from '#shared/wire/types'
import { runningHours, unit as unitTable } from '../../server/db/schema'
import { database } from '../../server/db/client'
import { Client } from './client'

const planner = await Client.as('osei')
const technician = await Client.as('lindqvist')
const DAY_MS = 86_400_000
const daysAgo = (days: number) => new Date(Date.now() - days * DAY_MS).toISOString()

let made = 0
/** A machine that no other test knows. */
async function newUnit(more: Partial<UnitInput> = {}) {
  const tag = `T-${process.pid}.${++made}`
  const { status } = await planner.post('/units', { tag, site: 'intake', name: 'Made for a test', family: 'pump', make: 'Tidewright', ...more })
  expect(status).toBe(200)
  return tag
}
const unitOf = async (tag: string) => (await planner.get<UnitAnswer>(`/units/${tag}`)).body.unit
const hoursOf = async (tag: string) => (await planner.get<HoursRow[]>(`/units/${tag}/hours`)).body
const until = async <T>(look: () => Promise<T>, is: (seen: T) => boolean): Promise<T> => {
  for (let i = 0; ; i++) {
    const seen = await look()
    if (is(seen) || i > 60) return seen
    await new Promise(resolve => setTimeout(resolve, 250))
  }
}

describe('running hours', () => {
  it('are written once whatever comes twice, asked about when odd, and go on over a change of the meter', async () => {
    const tag = await newUnit()
    const enter = (body: object) => technician.post<HoursOutcome & { code: string }>(`/units/${tag}/hours`, body)
    const first = { at: daysAgo(100), hours: 1000 }
    expect((await enter(first)).body.outcome).toBe('recorded')
    const twice = await Promise.all([enter(first), enter(first), enter(first)])
    expect(twice.map(({ body }) => body.outcome)).toEqual(['known', 'known', 'known'])
    expect((await enter({ ...first, hours: 1001 })).body).toMatchObject({ status: 409, code: 'hours.twice' })
    expect((await enter({ at: daysAgo(90), hours: 900 })).body).toMatchObject({ status: 409, code: 'hours.back' })
    expect((await enter({ at: daysAgo(99), hours: 2000 })).body).toMatchObject({ status: 409, code: 'hours.too-fast' })
    expect((await enter({ at: new Date(Date.now() + 2 * DAY_MS).toISOString(), hours: 1100 })).body).toMatchObject({ status: 409, code: 'hours.future' })
    for (const wrong of [{ at: 'soon', hours: 1 }, { at: daysAgo(1), hours: -1 }, { at: daysAgo(1), hours: 'many' }, { at: daysAgo(1) }])
      expect((await enter(wrong)).status).toBe(422)
    expect((await enter({ at: daysAgo(50), hours: 10, wasHours: 1800 })).body.outcome).toBe('recorded')
    expect((await enter({ at: daysAgo(10), hours: 500, confirmed: 'read twice' })).body.outcome).toBe('recorded')
    expect((await hoursOf(tag)).map(row => row.machineHours)).toEqual([2290, 1800, 1000])
    expect((await unitOf(tag)).runningHours).toBe(2290)
    // Taken back by name, once; the newest that stands is what the unit shows.
    const [newest] = await hoursOf(tag)
    expect((await technician.send('DELETE', `/units/${tag}/hours/${newest!.id}`)).status).toBe(200)
    expect((await technician.send('DELETE', `/units/${tag}/hours/${newest!.id}`)).status).toBe(404)
    expect((await technician.send('DELETE', `/units/P-101/hours/${(await hoursOf(tag))[0]!.id}`)).status).toBe(404)
    expect((await unitOf(tag)).runningHours).toBe(1800)
    const [row] = await database().select().from(runningHours).where(eq(runningHours.id, newest!.id))
    expect(row).toMatchObject({ withdrawnAt: expect.any(Date), hours: 500 })
  })

  it('come as a list: tried first, faults by row, and nobody’s of another site', async () => {
    const [tag, other] = [await newUnit(), await newUnit({ site: 'sludge' })]
    const marsh = await Client.as('marsh')
    const rows = [
      { unit: tag, at: daysAgo(30), hours: 100 }, { unit: tag, at: daysAgo(20), hours: 90 }, { unit: tag, at: daysAgo(10), hours: 300 },
      { unit: other, at: daysAgo(10), hours: 1 }, { unit: 'NO-SUCH', at: daysAgo(10), hours: 1 },
    ]
    const send = (dryRun: boolean) => marsh.post<HoursOutcome[]>('/hours/list', { rows, dryRun })
    const tried = (await send(true)).body
    expect(tried.map(({ outcome, code }) => code ?? outcome)).toEqual(['recorded', 'hours.back', 'recorded', 'unit.unknown', 'unit.unknown'])
    expect(await hoursOf(tag)).toEqual([])
    expect((await send(false)).body).toEqual(tried)
    expect((await send(false)).body.map(({ outcome }) => outcome)).toEqual(['known', 'refused', 'known', 'refused', 'refused'])
    expect((await hoursOf(tag)).map(row => row.hours)).toEqual([300, 100])
    expect((await marsh.post('/hours/list', { rows: Array.from({ length: 10_001 }, () => rows[0]), dryRun: true })).status).toBe(422)
  })

  it('are sent by programs with a secret of their own, that is ended at once', async () => {
    const [admin, tag, other] = [await Client.as('admin'), await newUnit(), await newUnit({ site: 'sludge' })]
    const name = `SCADA ${randomUUID()}`
    const { body: link } = await admin.post<{ id: string, secret: string }>('/hours/links', { name, sites: ['intake'] })
    expect((await admin.post('/hours/links', { name, sites: null })).body).toMatchObject({ status: 409, code: 'link.name-taken' })
    const send = async (secret: string, readings: object[]) => {
      const answer = await fetch(`${process.env.NEEDLER_URL}/api/hours`, {
        method: 'POST', headers: { 'content-type': 'application/json', 'authorization': `Bearer ${secret}` }, body: JSON.stringify({ readings }),
      })
      return { status: answer.status, body: await answer.json() as { results: HoursOutcome[], code: string } }
    }
    const readings = [{ unit: tag, at: daysAgo(3), hours: 50 }, { unit: other, at: daysAgo(3), hours: 50 }]
    expect((await send(link.secret, readings)).body.results.map(({ outcome }) => outcome)).toEqual(['recorded', 'refused'])
    expect((await send(link.secret, readings)).body.results[0]!.outcome).toBe('known')
    expect((await hoursOf(tag))[0]).toMatchObject({ source: name, by: null })
    expect((await send('A'.repeat(43), readings)).status).toBe(401)
    expect((await send('short', readings)).status).toBe(401)
    expect((await send(link.secret, [])).status).toBe(422)
    expect((await admin.send('DELETE', `/hours/links/${link.id}`)).status).toBe(200)
    expect(await send(link.secret, readings)).toMatchObject({ status: 401, body: { code: 'link.unknown' } })
    expect((await admin.send('DELETE', `/hours/links/${link.id}`)).status).toBe(404)
    // Nothing that could be used again is told.
    const listed = JSON.stringify((await admin.get('/hours/links')).body)
    expect(listed).toContain(name)
    expect(listed).not.toContain(link.secret)
  })
})

describe('units', () => {
  it('are made, changed by who saw them last, moved, retired, and keep who did it', async () => {
    const tag = await newUnit({ sheet: 'lever-hoist', options: { size: 'small' } })
    const change = (version: number, said: object, note?: string) => planner.patch(`/units/${tag}`, { version, change: said, ...note ? { note } : {} })
    expect((await change(1, { name: 'Another name', isCritical: true }, 'plate read again')).body).toEqual({ tag, version: 2 })
    expect((await change(1, { name: 'Too late' })).body).toMatchObject({ status: 409, code: 'unit.changed', version: 2 })
    const both = await Promise.all([change(2, { make: 'A' }), change(2, { make: 'B' })])
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    expect((await change(3, { sheet: 'no-such-sheet' })).status).toBe(422)
    expect((await change(3, { options: { size: 'enormous' } })).body).toMatchObject({ status: 422, code: 'options.unknown' })
    expect((await change(3, { site: 'moon' })).status).toBe(422)
    expect((await change(3, { tag: 'P-101' })).body).toMatchObject({ status: 409, code: 'unit.tag-taken' })
    expect((await change(3, { nextDue: '2027-02-30' })).status).toBe(422)
    expect((await change(3, { tag: '../x' })).status).toBe(422)
    expect((await change(3, { site: 'sludge' })).status).toBe(200)
    const { history, isCritical, site } = await unitOf(tag)
    expect({ isCritical, site }).toEqual({ isCritical: true, site: 'sludge' })
    expect(history.map(({ version, said }) => [version, said.map(one => one.field)])).toEqual([[4, ['site']], [3, ['make']], [2, ['name', 'isCritical']], [1, ['tag']]])
    expect(history[2]).toMatchObject({ by: 'A. Osei', note: 'plate read again' })

    const retire = (version: number, isRetired: boolean) => planner.post(`/units/${tag}/retire`, { version, isRetired, note: 'sold' })
    expect((await retire(4, false)).status).toBe(409)
    expect((await retire(4, true)).body).toEqual({ version: 5 })
    const tags = async (show: string) => (await planner.get<YardAnswer>(`/yard?search=${tag}&show=${show}`)).body.units.map(row => row.tag)
    expect([await tags('all'), await tags('retired')]).toEqual([[], [tag]])
    expect((await technician.post(`/units/${tag}/jobs`, { reason: 'after all', device: randomUUID() })).body).toMatchObject({ status: 409, code: 'unit.retired' })
    expect((await technician.post(`/units/${tag}/hours`, { at: daysAgo(1), hours: 5 })).body).toMatchObject({ code: 'unit.retired' })
    expect((await retire(5, true)).status).toBe(409)
    expect((await retire(5, false)).status).toBe(200)
    // Nobody reaches over the border of sites, and a machine on the bench keeps its sheet.
    const marsh = await Client.as('marsh')
    expect((await marsh.get(`/units/${tag}/wear`)).status).toBe(403)
    const started = await technician.post<{ id: string }>(`/units/${tag}/jobs`, { reason: 'yearly look', device: randomUUID(), hours: 12 })
    expect(started.status).toBe(200)
    expect((await change(6, { sheet: null })).body).toMatchObject({ status: 409, code: 'unit.on-bench' })
    const { body: events } = await technician.get<{ body: { hours?: number } }[]>(`/jobs/${started.body.id}/events?after=0`)
    expect(events[0]!.body.hours).toBe(12)
    expect((await hoursOf(tag))[0]).toMatchObject({ hours: 12, by: 'S. Lindqvist' })
  })
})

describe('the outlook', () => {
  it('of the demonstration tells when rings come to their limit, with the line of their sisters behind it', async () => {
    const { body } = await planner.get<WearAnswer>('/units/P-101/wear')
    const rings = body.positions.find(({ position }) => position === 'ring-clearance')!
    expect(body.perDay!.perDay).toBeGreaterThan(5)
    expect(rings.readings.slice(0, 6).map(({ life, stage }) => `${life} ${stage}`)).toEqual(
      ['0 as-found', '1 as-left', '1 as-found', '1 as-left', '1 as-found', '2 as-left'])
    expect(rings.line).toMatchObject({ differs: false })
    expect(rings.line!.slopePerHour * 10_000).toBeGreaterThan(0.08)
    expect(rings.limit).toEqual({ value: 0.9, side: 'upper' })
    expect(rings.reach!.lowHours!).toBeLessThan(rings.reach!.medianHours!)
    expect(rings.sisters.length).toBeGreaterThanOrEqual(4)
    // What is no wear has no forecast; what was measured and has gone out neither.
    expect(body.positions.find(({ position }) => position === 'motor-current')!.reach).toBeNull()
    expect(body.positions.find(({ position }) => position === 'ring-bores')).toMatchObject({ reach: null, help: expect.stringContaining('has gone out') })
    expect(body.dues.map(({ day }) => day)).toEqual(body.dues.map(({ day }) => day).sort())
  })

  it('follows what is changed: the calendar, the hours, the rule', async () => {
    const tag = await newUnit({ intervalHours: 1000 })
    const row = async () => (await planner.get<YardAnswer>(`/yard?search=${tag}`)).body.units[0]!.outlook
    await until(row, outlook => outlook !== null)
    expect(await row()).toMatchObject({ dueDay: null, position: null })
    await technician.post(`/units/${tag}/hours`, { at: daysAgo(60), hours: 100 })
    await technician.post(`/units/${tag}/hours`, { at: daysAgo(0.01), hours: 700 })
    const byHours = await until(row, outlook => outlook?.dueDay != null)
    expect(byHours).toMatchObject({ dueReason: 'hours', dueDay: new Date(Date.now() + 30 * DAY_MS).toISOString().slice(0, 10) })
    await planner.patch(`/units/${tag}`, { version: 1, change: { regulationDue: daysAgo(-5).slice(0, 10) } })
    expect(await until(row, outlook => outlook?.dueReason === 'regulation')).toMatchObject({ dueReason: 'regulation', dueDay: daysAgo(-5).slice(0, 10) })
    expect((await planner.get<YardAnswer>(`/yard?search=${tag}&show=due`)).body.total).toBe(1)
    // Sorted, with what has no day last whichever way round.
    for (const way of ['', '&desc=true']) {
      const { units } = (await planner.get<YardAnswer>(`/yard?sort=due&limit=200${way}`)).body
      const days = units.map(one => one.outlook?.dueDay ?? null)
      const told = days.filter(day => day !== null)
      expect(days.slice(0, told.length)).toEqual(told)
      expect(told).toEqual(way ? [...told].sort().reverse() : [...told].sort())
    }
    const [kept] = await database().select().from(unitTable).where(eq(unitTable.tag, tag))
    expect(kept!.runningHours).toBe(700)
  })
})
