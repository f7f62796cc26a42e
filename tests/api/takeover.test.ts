import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { nextSteps, takeoverPlan, type Edit, type EventBodies, type SheetDocument } from '#core'
import type { Dossier } from '#shared/wire/dossier'
import type { ProposalsAnswer, SheetAnswer } from '#shared/wire/drafts'
import type { JobBundle, UnitAnswer } from '#shared/wire/types'
import { demoSheet } from '../support/demo-sheet'
import { benchAt, THE_END, type Bench } from './bench-of'
import { Client, draft } from './client'

const TAG = 'P-151'
const key = `hoist-${randomUUID()}`

describe('a revision that is released while a job runs', () => {
  let [varga, holm, lead, okafor]: [Client, Client, Client, Client] = [] as never
  let bench: Bench
  const begin = async (start: object) => (await varga.post<{ ids: string[] }>('/drafts', start)).body.ids[0]!
  const release = async (id: string, seq: number, units: string[] = []) =>
    (await holm.post<{ revision: number }>(`/drafts/${id}/release`, { seq, note: 'Second look at the lock', units })).body.revision
  /** The next revision with these changes, released by somebody else. */
  const revise = async (edits: (document: SheetDocument) => Edit[]) => {
    const id = await begin({ from: 'revision', key })
    const { body } = await varga.get<{ document: SheetDocument }>(`/drafts/${id}`)
    const { body: made } = await varga.post<{ seq: number }>(`/drafts/${id}/deeds`, { id: randomUUID(), edits: edits(body.document) })
    return release(id, made.seq)
  }
  const look = async () => (await okafor.get<JobBundle>(`/jobs/${bench.id}`)).body
  const document = async (sha256: string) => (await okafor.get<SheetDocument>(`/documents/${sha256}`)).body
  const planned = async (): Promise<EventBodies['sheet-taken-over']> => {
    const { sheet, later, newer } = await look()
    const [from, to] = [later.at(-1) ?? sheet, { key: newer!.key, revision: newer!.revision, sha256: newer!.sha256 }]
    const plan = takeoverPlan(await document(from.sha256), await document(to.sha256), await bench.state())
    expect(plan.refusal).toBeNull()
    return { from, to, reopens: plan.reopens.map(({ step }) => step), past: plan.past.map(({ step }) => step) }
  }

  beforeAll(async () => {
    ;[varga, holm, lead, okafor] = await Promise.all([Client.as('varga'), Client.as('holm'), Client.as('brandt'), Client.as('okafor')])
    const id = await begin({ from: 'import', documents: [{ ...demoSheet('lever-hoist'), key }] })
    expect(await release(id, 0, [TAG])).toBe(1)
    const { body } = await okafor.post<{ id: string }>(`/units/${TAG}/jobs`, { reason: 'for a test', device: okafor.device })
    bench = await benchAt(okafor, body.id)
  })

  it('asks the job, opens again what it changes for the one who signs, once, and is in the record', async () => {
    const [first, second] = bench.sheet.steps
    await bench.workTo(bench.sheet.steps[4]!.key)
    expect((await look()).newer).toBeNull()
    const hold = 'Seen by two, at the hook'
    expect(await revise(({ steps }) => [
      { list: 'steps', key: second!.key, field: 'hold', ...steps[1]!.hold ? { before: steps[1]!.hold } : {}, after: hold },
    ])).toBe(2)
    const { newer } = await look()
    expect(newer).toMatchObject({ revision: 2, note: 'Second look at the lock', by: expect.stringContaining('Holm') })
    const body = await planned()
    expect(body.reopens).toEqual([second!.key])
    const sent = (more: object = {}) => draft('sheet-taken-over', { ...body, ...more })
    const refused = async (who: Client, event: ReturnType<typeof draft>) => (await who.append(bench.id, [event])).body.results?.[0]
    expect((await okafor.append(bench.id, [sent()])).status).toBe(403)
    expect(await refused(lead, sent({ reopens: [first!.key] }))).toMatchObject({ code: 'takeover.differs' })
    expect(await refused(lead, sent({ to: { ...body.to, sha256: 'a'.repeat(64) } }))).toMatchObject({ code: 'takeover.unknown' })
    // What one overhaul began with at a bench is no revision to go on by.
    expect((await lead.append(bench.id, [sent({ to: { ...body.to, revision: 0 } })])).status).toBe(422)
    const both = await Promise.all([sent(), sent()].map(async one => (await lead.append(bench.id, [one])).body.results[0]!))
    expect(both.map(({ outcome }) => outcome).sort()).toEqual(['recorded', 'refused'])
    const after = await look()
    expect([after.newer, after.later]).toMatchObject([null, [{ revision: 2 }]])
    // Who comes later folds by both documents, and so does the record.
    const dossier = (await okafor.get<Dossier>(`/jobs/${bench.id}/dossier`)).body
    expect(dossier.takenOver).toMatchObject([{ from: 1, to: 2, reopened: [second!.title], by: expect.stringContaining('Brandt') }])
    expect([dossier.sheet.revision, dossier.chain.intact]).toEqual([2, true])
    expect(dossier.state.done[second!.key]).toBeUndefined()
    expect((await okafor.append(bench.id, [draft('step-done', { step: second!.key })])).body).toMatchObject({ status: 409 })
    expect(await refused(lead, draft('undone', { event: dossier.state.takenOver[0]!.event }))).toMatchObject({ code: 'undo.nothing' })
  })

  it('is printed on paper as it stands, for the day the tablets are down', async () => {
    const card = await okafor.get<string>(`/units/${TAG}/card`)
    expect([card.status, card.headers.get('content-type'), card.body.slice(0, 5)]).toEqual([200, 'application/pdf', '%PDF-'])
    expect((await okafor.get('/units/TS-201/card')).body).toMatchObject({ status: 409, code: 'unit.no-sheet' })
  })

  it('starts the next job by itself, and leaves a closed one alone', async () => {
    expect((await okafor.get<UnitAnswer>(`/units/${TAG}`)).body.unit.sheet).toMatchObject({ revision: 2 })
    expect(await revise(({ summary }) => [{ list: 'sheet', key: '', field: 'summary', before: summary, after: 'Third' }])).toBe(3)
    const body = await planned()
    expect(body).toMatchObject({ from: { revision: 2 }, to: { revision: 3 }, reopens: [], past: [] })
    expect((await lead.append(bench.id, [draft('sheet-taken-over', body)])).body.results[0]!.outcome).toBe('recorded')
    expect((await look()).later.map(({ revision }) => revision)).toEqual([2, 3])
    // The library says by which revision the work goes now.
    const { units } = (await holm.get<SheetAnswer>(`/sheets/${key}`)).body
    expect(units.find(({ job }) => job?.id === bench.id)!.job!.revision).toBe(3)
  })
})

describe('a figure that is another on one machine', () => {
  it('reaches its unit and, proposed and decided on by somebody else, all of its kind', async () => {
    const [okafor, lead, varga, holm] = await Promise.all([Client.as('okafor'), Client.as('brandt'), Client.as('varga'), Client.as('holm')])
    const own = `hoist-${randomUUID()}`
    const begin = async (start: object) => (await varga.post<{ ids: string[] }>('/drafts', start)).body.ids[0]!
    const tag = 'H-303'
    await holm.post(`/drafts/${await begin({ from: 'import', documents: [{ ...demoSheet('lever-hoist'), key: own }] })}/release`, { seq: 0, note: 'as its sister', units: [tag] })
    const bench = await benchAt(okafor, (await okafor.post<{ id: string }>(`/units/${tag}/jobs`, { reason: 'for a test', device: okafor.device })).body.id)
    const [position] = bench.sheet.positions.filter(({ limits }) => limits.upper !== undefined)
    const upper = position!.limits.upper! * 2
    const bent = draft('limit-bent', { position: position!.key, lower: position!.limits.lower ?? null, upper, source: 'manual of this machine' })
    expect((await lead.append(bench.id, [bent])).body.results[0]!.outcome).toBe('recorded')
    const said = (bend: string, reach: 'job' | 'unit' | 'kind') => okafor.append(bench.id, [draft('reach-said', { bend, reach, note: 'the drawing says so' })])
    expect((await said(randomUUID(), 'kind')).body).toMatchObject({ status: 409, code: 'reach.no-bend' })
    expect((await said(bent.id, 'kind')).body.results[0]!.outcome).toBe('recorded')
    // One step of it is done otherwise; a lead stands for that while the work goes on.
    const [departed] = nextSteps(bench.sheet, await bench.state())
    const departure = draft('departure-made', { step: departed!.key, how: 'done otherwise', reason: 'Locked at the crane’s main switch' })
    expect((await okafor.append(bench.id, [departure])).body.results[0]!.outcome).toBe('recorded')
    await bench.workTo(THE_END)
    for (const { photo } of (await bench.state()).photos)
      await okafor.putPhoto(bench.id, photo, await sharp({ create: { width: 16, height: 16, channels: 3, background: '#667' } }).jpeg().toBuffer())
    expect((await okafor.append(bench.id, [draft('job-closed', {})])).body.results[0]!.outcome).toBe('recorded')

    // The next job of this unit begins with it; its record says so.
    const { body: unit } = await okafor.get<UnitAnswer>(`/units/${tag}`)
    expect(unit.unit.bends).toMatchObject([{ name: position!.name, source: 'manual of this machine' }])
    const next = await benchAt(okafor, (await okafor.post<{ id: string }>(`/units/${tag}/jobs`, { reason: 'for a test', device: okafor.device })).body.id)
    expect(next.sheet.positions.find(({ key }) => key === position!.key)!.limits.upper).toBe(upper)
    expect((await next.state()).opened!.bends).toMatchObject({ version: 1, list: [{ source: 'manual of this machine' }] })

    // Decided on once, by somebody else than who stood for it, with a reason.
    const mine = async (who: Client) => (await who.get<ProposalsAnswer>('/proposals')).body.proposals.find(one => one.id === bent.id)
    expect(await mine(lead)).toMatchObject({ status: 'open', tag, note: 'the drawing says so' })
    expect(await mine(await Client.as('duarte'))).toBeUndefined()
    const decide = (who: Client, body: object) => who.post<{ draft: string, code: string }>(`/proposals/${bent.id}`, body)
    expect((await decide(lead, { says: 'accepted', reason: 'mine' })).body.code).toBe('proposal.own')
    expect((await decide(varga, { says: 'accepted' })).status).toBe(422)
    expect((await decide(okafor, { says: 'refused', reason: 'not mine to say' })).status).toBe(403)
    const both = await Promise.all([varga, varga].map(who => decide(who, { says: 'accepted', reason: 'Drawing 4 says so' })))
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    expect(await mine(lead)).toMatchObject({ status: 'accepted', reason: 'Drawing 4 says so', decidedBy: expect.stringContaining('Varga') })
    // So is the departure: once for all that were made, by somebody else.
    const left = async () => (await lead.get<ProposalsAnswer>('/proposals')).body.departures.find(one => one.sheet === own)
    expect(await left()).toMatchObject({ step: departed!.key, times: 1, open: 1, decided: null, reasons: ['Locked at the crane’s main switch'] })
    const settle = (who: Client, more: object = {}) =>
      who.post<{ draft: string | null, code: string }>('/departures', { sheet: own, step: departed!.key, says: 'refused', reason: 'The isolator is nearer', ...more })
    expect((await settle(varga, { step: 'no-such-step' })).body.code).toBe('departure.unknown')
    expect((await settle(varga, { says: 'accepted' })).status).toBe(422)
    expect((await settle(await Client.as('duarte'))).status).toBe(403)
    expect((await settle(varga)).body.draft).toBeNull()
    expect(await left()).toMatchObject({ open: 0, decided: { says: 'refused', reason: 'The isolator is nearer', by: expect.stringContaining('Varga') as string } })
    const { draft: id } = both.find(({ status }) => status === 200)!.body
    expect((await holm.post(`/drafts/${id}/release`, { seq: 1, note: 'from the bench' })).body).toMatchObject({ revision: 2 })
    const { body: sheet } = await holm.get<SheetAnswer>(`/sheets/${own}`)
    const released = (await holm.get<SheetDocument>(`/documents/${sheet.revisions[0]!.sha256}`)).body
    expect(released.positions.find(({ key }) => key === position!.key)!.limits.upper).toBe(upper)
  })
})
