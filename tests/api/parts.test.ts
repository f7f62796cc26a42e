import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { afterAll, describe, expect, it } from 'vitest'
import type { Dossier } from '#shared/wire/dossier'
import type { Lasting, UnitParts } from '#shared/wire/fleet'
import type { ItemAnswer, OutsideRow } from '#shared/wire/stores'
import type { YardAnswer } from '#shared/wire/types'
import { closeConnection, database } from '../../server/db/client'
import { job as jobTable, partNews } from '../../server/db/schema'
import { partsTold } from '../../server/read-models/part-news'
import { loadLiveJob } from '../../server/services/live-job'
import { soon } from '../support/soon'
import { runSql } from '../support/sql'
import { Client, draft } from './client'

afterAll(closeConnection)

const [planner, engineer, lead, technician] = await Promise.all(['osei', 'holm', 'brandt', 'okafor'].map(login => Client.as(login)))
const DAY_MS = 86_400_000
const dayIn = (days: number) => new Date(Date.now() + days * DAY_MS).toISOString().slice(0, 10)

let made = 0
/** A machine of its own on the bench. */
async function machineOf(sheet: string) {
  const tag = `W-${process.pid}.${++made}`
  const unit = { tag, site: 'intake', name: 'Made for a test', family: 'pump', make: 'Brackwater', sheet }
  expect((await planner!.post('/units', unit)).status).toBe(200)
  const how = { reason: 'flow down', device: randomUUID(), hours: 12_000, kitComplete: true }
  const { body: { id: job } } = await technician!.post<{ id: string }>(`/units/${tag}/jobs`, how)
  const parts = async () => (await technician!.get<UnitParts>(`/units/${tag}/parts`)).body
  const row = async () => (await planner!.get<YardAnswer>(`/yard?search=${tag}`)).body.units[0]!
  return { tag, job, parts, row }
}

/** A lift pump with its rings found worn beyond their limit. */
async function wornPump() {
  const machine = await machineOf('split-casing-lift-pump')
  const reading = draft('reading-taken', { position: 'ring-clearance', stage: 'as-found', values: [[1.02], [1.04]], typed: [['1.02'], ['1.04']] })
  expect((await technician!.append(machine.job, [reading])).body.results).toMatchObject([{ outcome: 'recorded' }])
  return { ...machine, reading }
}

describe('a worn part', async () => {
  const { tag, job, reading, parts, row } = await wornPump()
  const body = { part: 'wear-rings', position: 'ring-clearance', reading: reading.id, until: { day: dayIn(90) }, use: 'at 80 % of its flow' }
  const granted = draft('concession-granted', body)

  it('runs on by the word of an engineer only, and makes its machine due at its end', async () => {
    const { body: events } = await technician!.get<{ body: object }[]>(`/jobs/${job}/events?after=0`)
    expect(events[0]!.body).toMatchObject({ kitComplete: true })
    for (const client of [technician!, lead!])
      expect((await client.append(job, [granted])).body.results).toMatchObject([{ outcome: 'refused', code: 'right.missing' }])
    for (const [bad, status] of [[{ until: {} }, 422], [{ until: { day: 'soon' } }, 422], [{ use: '' }, 422], [{ reading: undefined }, 422]] as const)
      expect((await engineer!.append(job, [draft('concession-granted', { ...body, ...bad } as never)])).status).toBe(status)
    expect((await engineer!.append(job, [draft('concession-granted', { ...body, until: { day: dayIn(-1) } })])).body.results)
      .toMatchObject([{ outcome: 'refused', code: 'concession.past' }])
    const both = await Promise.all([granted, granted].map(one => engineer!.append(job, [one])))
    expect(both.map(answer => answer.body.results[0]!.outcome).sort()).toEqual(['duplicate', 'recorded'])
    expect((await parts()).open).toMatchObject([{ what: 'concession', part: 'Casing wear rings', untilDay: dayIn(90), value: 1.03, by: expect.stringContaining('Holm') }])
    await expect.poll(async () => (await row()).outlook, { timeout: 30_000 }).toMatchObject({ concessions: 1, openFindings: 0, dueReason: 'concession', dueDay: dayIn(90) })
    expect((await lead!.get<Dossier>(`/jobs/${job}/dossier`)).body.concessions).toMatchObject([{ part: 'Casing wear rings', use: body.use, until: body.until }])
    expect((await technician!.get<Lasting>(`/jobs/${job}/lasting`)).body).toEqual({ lasts: [], acceptedRisk: 0.1 })
  })

  it('is replaced by one that has a number, which the stores give out once; taken back, the concession stands again', async () => {
    const number = `W-${process.pid}.90`
    expect((await planner!.post('/stores/items', { number, name: 'Wear ring' })).status).toBe(200)
    const { item: { id } } = (await planner!.get<ItemAnswer>(`/stores/items/${number}`)).body
    expect((await engineer!.post(`/stores/items/${number}/fits`, { sheet: 'split-casing-lift-pump', part: 'wear-rings', units: [tag] })).status).toBe(200)
    const entry = (deed: string) => ({ id: randomUUID(), item: id, site: 'intake', lot: 'S-900', deed, count: 2 })
    expect((await planner!.post('/stores/entries', { entries: [entry('received'), entry('released')] })).status).toBe(200)
    const lot = async () => (await planner!.get<ItemAnswer>(`/stores/items/${number}`)).body.lots[0]!.stock
    expect((await technician!.append(job, [draft('part-disposed', { part: 'wear-rings', disposition: 'reuse', serial: 'S-900' })])).body.results)
      .toMatchObject([{ outcome: 'refused', code: 'piece.not-new' }])
    const replaced = draft('part-disposed', { part: 'wear-rings', disposition: 'replace', serial: 'S-900' })
    await Promise.all([replaced, replaced].map(one => technician!.append(job, [one])))
    expect(await parts()).toMatchObject({ open: [], parts: [{ part: 'Casing wear rings', serial: 'S-900', isNew: true }] })
    expect(await lot()).toMatchObject({ shelf: 1, issued: { [job]: 1 } })
    // A piece that is known by its number is known where it ran, on the shelf too.
    expect((await planner!.get<ItemAnswer>(`/stores/items/${number}`)).body.lots[0]!.runs).toMatchObject([{ unit: tag, read: null }])
    // What is not in the book stops nobody.
    expect((await technician!.append(job, [draft('part-disposed', { part: 'impeller', disposition: 'replace', lot: 'nowhere' })])).body.results)
      .toMatchObject([{ outcome: 'recorded' }])
    expect((await technician!.append(job, [draft('undone', { event: replaced.id })])).body.results).toMatchObject([{ outcome: 'recorded' }])
    expect((await parts()).open).toHaveLength(1)
    expect(await lot()).toMatchObject({ shelf: 1, issued: { [job]: 1 } })
  })

  it('that was seen is open until somebody has a word on it', async () => {
    const { job, parts, row } = await machineOf('gear-pump')
    const seen = draft('finding-noted', { part: 'drive-shaft', role: 'shaft', kind: 'scored', severity: 2, lookAgain: dayIn(30) })
    expect((await technician!.append(job, [draft('finding-noted', { ...seen.body, lookAgain: dayIn(-1) })])).body.results)
      .toMatchObject([{ outcome: 'refused', code: 'finding.past' }])
    expect((await technician!.append(job, [seen])).body.results).toMatchObject([{ outcome: 'recorded' }])
    expect((await parts()).open.map(({ what, untilDay }) => `${what} ${untilDay}`)).toContain(`finding ${dayIn(30)}`)
    await expect.poll(async () => (await row()).outlook, { timeout: 30_000 }).toMatchObject({ openFindings: 1, dueReason: 'finding', dueDay: dayIn(30) })
  })
})

describe('a part at a shop outside', () => {
  it('is listed as its job says, with what the stores write of it by who saw it last', async () => {
    const { body: rows } = await planner!.get<OutsideRow[]>('/stores/outside')
    const pump = rows.find(({ unit }) => unit === 'G-411')!
    expect(pump).toMatchObject({ part: 'oil-pump', count: 1, order: { version: 1, promised: dayIn(6) } })
    const put = (client: Client, part: string, version: number) =>
      client.put<{ version: number, code: string }>(`/stores/outside/${pump.job}/${part}`, { shop: 'Pump bench', instruction: 'look at the bush, too', promised: null, version })
    const said = await Promise.all([put(planner!, 'oil-pump', 1), put(lead!, 'oil-pump', 1)])
    expect(said.map(({ status }) => status).sort()).toEqual([200, 409])
    expect((await put(planner!, 'cover', 0)).body).toMatchObject({ code: 'part.not-outside' })
    expect((await planner!.put(`/stores/outside/${pump.job}/oil-pump`, { shop: '', instruction: 'x', promised: 'soon', version: 2 })).status).toBe(422)
    expect((await planner!.get<OutsideRow[]>('/stores/outside')).body.find(({ unit }) => unit === 'G-411')!.order).toMatchObject({ version: 2, promised: null })
    const far = (await (await Client.as('duarte')).get<OutsideRow[]>('/stores/outside')).body
    expect(far.every(({ site }) => site === 'sludge')).toBe(true)
  })

  it('that is taken back while what is told of parts is made anew is gone from the fleet', async () => {
    const { job } = await machineOf('gear-pump')
    const { body: { person } } = await technician!.get<{ person: never }>('/session')
    const noted = draft('finding-noted', { part: 'drive-shaft', role: 'shaft', kind: 'scored', severity: 2 })
    expect((await technician!.append(job, [noted])).body.results).toMatchObject([{ outcome: 'recorded' }])
    const shown = () => database().select().from(partNews).where(eq(partNews.eventId, noted.id))
    expect(await shown()).toHaveLength(1)
    let undone: Promise<unknown> = Promise.resolve()
    await database().transaction(async (tx) => {
      await tx.select({ id: jobTable.id }).from(jobTable).where(eq(jobTable.id, job)).for('update')
      undone = technician!.append(job, [draft('undone', { event: noted.id })]).then(({ body }) => body.results[0]!.outcome)
      const waiting = `select pid from pg_stat_activity where wait_event_type = 'Lock' and query like '%moved%'`
      await soon(async () => expect(await runSql(process.env.DATABASE_URL!, waiting)).toHaveLength(1))
      const live = await loadLiveJob(database(), person, job, { fresh: true })
      await partsTold.replace(tx, live, partsTold.rowsOf(live))
    })
    expect(await undone).toBe('recorded')
    expect(await shown()).toEqual([])
  })
})
