import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { takeoverPlan, type Edit, type EventBodies, type SheetDocument } from '#core'
import type { Dossier } from '#shared/wire/dossier'
import type { JobBundle, UnitAnswer } from '#shared/wire/types'
import { demoSheet } from '../support/demo-sheet'
import { benchAt, type Bench } from './bench-of'
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

  it('starts the next job by itself, and leaves a closed one alone', async () => {
    expect((await okafor.get<UnitAnswer>(`/units/${TAG}`)).body.unit.sheet).toMatchObject({ revision: 2 })
    expect(await revise(({ summary }) => [{ list: 'sheet', key: '', field: 'summary', before: summary, after: 'Third' }])).toBe(3)
    const body = await planned()
    expect(body).toMatchObject({ from: { revision: 2 }, to: { revision: 3 }, reopens: [], past: [] })
    expect((await lead.append(bench.id, [draft('sheet-taken-over', body)])).body.results[0]!.outcome).toBe('recorded')
    expect((await look()).later.map(({ revision }) => revision)).toEqual([2, 3])
  })
})
