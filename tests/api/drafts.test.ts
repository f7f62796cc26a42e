import { randomUUID } from 'node:crypto'
import canonicalize from 'canonicalize'
import { beforeAll, describe, expect, it } from 'vitest'
import { auditSheet, countsOf, type Edit, type SheetDocument } from '#core'
import type { DeedAnswer, DraftAnswer, DraftRow, FindingsAnswer, SheetAnswer } from '#shared/wire/drafts'
import type { SheetRow, UnitAnswer } from '#shared/wire/types'
import { demoSheet, liftPumpDocument } from '../support/demo-sheet'
import { Client } from './client'

const bytes = (document: object) => canonicalize(document)
const look = async (client: Client, id: string) => (await client.get<DraftAnswer>(`/drafts/${id}`)).body
const begin = async (client: Client, start: object) => (await client.post<{ ids: string[] }>('/drafts', start)).body.ids
const write = (client: Client, id: string, edits: readonly Edit[], deed = randomUUID()) =>
  client.post<DeedAnswer & { code: string, detail: string, clash: unknown }>(`/drafts/${id}/deeds`, { id: deed, edits })
const undo = (client: Client, id: string, undoes: number) => client.post<DeedAnswer & { code: string }>(`/drafts/${id}/deeds`, { id: randomUUID(), undoes })
const release = (client: Client, id: string, seq: number, more: object = {}) =>
  client.post<{ revision: number, code: string, faults: { place: string }[] }>(`/drafts/${id}/release`, { seq, note: 'read and compared with the manual', ...more })
/** A document that nobody else in these tests has. */
const own = (more: Partial<SheetDocument> = {}) => ({ ...liftPumpDocument(), key: `pump-${randomUUID()}`, ...more })

describe('drafts', () => {
  let [varga, holm, brandt]: [Client, Client, Client] = [] as never
  beforeAll(async () => {
    ;[varga, holm, brandt] = await Promise.all([Client.as('varga'), Client.as('holm'), Client.as('brandt')])
  })

  it('come in from outside when they can be read, all or none, and are nobody’s sheet yet', async () => {
    const [good, circle] = [own(), own()]
    circle.steps = circle.steps.map((step, i) => i === 0 ? { ...step, after: ['hand-over'] } : step)
    const odd = own({ steps: good.steps.map((step, i) => (i === 2 ? { ...step, key: 'constructor' } : step)) })
    const before = (await varga.get<DraftRow[]>('/drafts')).body.length
    for (const [bad, place] of [[circle, `/steps/${circle.steps[0]!.key}/after`], [odd, '/steps/constructor/key'], [{ title: 'Half' }, '/format']] as const) {
      const { status, body } = await varga.post('/drafts', { from: 'import', documents: [good, bad] })
      expect([status, body.code]).toEqual([422, 'sheet.bad'])
      expect((body.faults as { place: string }[]).map(fault => fault.place)).toContain(place)
    }
    expect((await varga.get<DraftRow[]>('/drafts')).body.length).toBe(before)
    // A count that does not add up is for its author to mend.
    const unsound = own({ parts: good.parts.map((part, i) => i === 0 ? { ...part, count: 40 } : part) })
    expect(await begin(varga, { from: 'import', documents: [good, unsound] })).toHaveLength(2)
    expect((await varga.get(`/sheets/${good.key}`)).status).toBe(404)
    expect((await varga.get<DraftRow[]>('/drafts')).body).toEqual(expect.arrayContaining([expect.objectContaining({ key: good.key, origin: 'import', by: expect.stringContaining('Varga') })]))
    const sludge = await Client.as('duarte')
    expect((await sludge.get<DraftRow[]>('/drafts')).body.some(row => row.key === good.key)).toBe(true)
  })

  it('are told in numbers what the checker says of them, as they stand now, and so are sheets', async () => {
    const good = own()
    const part = good.parts.find(({ count, places }) => count > 1 && !places)!
    const placed = own({ parts: good.parts.map(one => one === part ? { ...one, places: ['drive end', 'far end', 'between', 'beyond', 'spare'] } : one) })
    const [sound, short] = await begin(varga, { from: 'import', documents: [good, placed] })
    const told = async () => {
      await expect.poll(async () => (await holm.get<FindingsAnswer>('/findings')).body.isReading, { timeout: 60_000 }).toBe(false)
      return (await holm.get<FindingsAnswer>('/findings')).body
    }
    const first = await told()
    const sheets = (await holm.get<SheetRow[]>('/sheets')).body
    expect(Object.keys(first.sheets).sort()).toEqual(sheets.map(({ key }) => key).sort())
    expect(first.sheets[liftPumpDocument().key]).toEqual({ faults: 0, findings: countsOf(auditSheet(liftPumpDocument())) })
    expect(first.drafts[sound!]!.faults).toBe(0)
    expect(first.drafts[short!]!.faults).toBeGreaterThan(0)
    await write(brandt, short!, [{ list: 'parts', key: part.key, field: 'places', before: ['drive end', 'far end', 'between', 'beyond', 'spare'] }])
    expect((await told()).drafts[short!]).toEqual(first.drafts[sound!])
  })

  it('take deeds whole, once, from two at a time, and never over what another has written', async () => {
    const [id] = await begin(varga, { from: 'import', documents: [own()] })
    const start = await look(varga, id!)
    const joint = start.document.joints.find(one => one.key === 'casing-joint')!
    const torque = (before: number, after: number): Edit =>
      ({ list: 'joints', key: joint.key, field: 'torqueNm', before: { ...joint.torqueNm, aim: before }, after: { ...joint.torqueNm, aim: after } })
    const { aim } = joint.torqueNm
    const deed = randomUUID()
    const thrice = await Promise.all([1, 2, 3].map(() => write(varga, id!, [torque(aim, aim + 20)], deed)))
    expect(thrice.map(({ body }) => body.n)).toEqual([1, 1, 1])
    const clash = await write(brandt, id!, [torque(aim, aim + 30)])
    expect(clash.status).toBe(409)
    expect(clash.body).toMatchObject({ code: 'edit.stale', clash: { now: { aim: aim + 20 } } })
    expect(clash.body.detail).toContain('Varga')
    const race = await Promise.all([brandt, varga].map((who, i) => write(who, id!, [torque(aim + 20, aim + 40 + i)])))
    expect(race.map(({ status }) => status).sort()).toEqual([200, 409])
    // The second half makes the first not happen.
    const half = await write(varga, id!, [
      { list: 'sheet', key: '', field: 'title', before: start.title, after: 'Half' }, { list: 'parts', key: 'nothing', field: 'name', before: 'x', after: 'y' },
    ])
    expect([half.status, half.body.code]).toEqual([422, 'edit.unknown'])
    expect((await look(varga, id!)).title).toBe(start.title)
    expect((await write(brandt, id!, [torque(1, 2)], deed)).body.code).toBe('deed.foreign')
    expect((await write(await Client.as('okafor'), id!, [torque(1, 2)])).status).toBe(403)
    expect((await write(varga, randomUUID(), [torque(1, 2)])).status).toBe(404)
    for (const bad of [{}, { id: randomUUID() }, { id: randomUUID(), edits: [] }, { id: randomUUID(), edits: [torque(1, 2)], undoes: 1 }, { id: 'x', undoes: 1 }])
      expect((await varga.post(`/drafts/${id}/deeds`, bad)).status).toBe(422)
  })

  it('go back and forth to the same bytes, by whoever wrote it', async () => {
    const [id] = await begin(varga, { from: 'import', documents: [own()] })
    const start = (await look(varga, id!)).document
    await write(varga, id!, [{ list: 'sheet', key: '', field: 'summary', before: start.summary, after: 'Another' }])
    await write(brandt, id!, [{ list: 'sheet', key: '', field: 'family', before: start.family, after: 'another' }])
    expect((await undo(varga, id!, 2)).body.code).toBe('undo.not-yours')
    expect((await undo(varga, id!, 9)).status).toBe(404)
    expect((await undo(varga, id!, 1)).body.n).toBe(3)
    expect((await undo(varga, id!, 1)).body.code).toBe('undo.done-already')
    expect((await undo(brandt, id!, 2)).status).toBe(200)
    expect(bytes((await look(varga, id!)).document)).toBe(bytes(start))
    expect((await undo(varga, id!, 3)).status).toBe(200)
    const draft = await look(varga, id!)
    expect(draft.document.summary).toBe('Another')
    expect(draft.history.map(({ undoes, isMine }) => [undoes, isMine]))
      .toEqual([[null, true], [null, false], [1, true], [2, false], [3, true]])
  })

  it('are released once, whole, by somebody who has not written in them, and then stand still', async () => {
    const document = own()
    const [id] = await begin(brandt, { from: 'import', documents: [document] })
    const part = document.parts.find(one => one.key === 'guard-screws')!
    await write(brandt, id!, [{ list: 'parts', key: part.key, field: 'count', before: part.count, after: part.count - 1 }])
    const blocked = await release(varga, id!, 1)
    expect([blocked.status, blocked.body.code, blocked.body.faults[0]!.place]).toEqual([422, 'release.blocked', '/parts/guard-screws/count'])
    await write(varga, id!, [{ list: 'parts', key: part.key, field: 'count', before: part.count - 1, after: part.count }])
    expect((await release(varga, id!, 2)).body.code).toBe('release.author')
    expect((await release(brandt, id!, 2)).status).toBe(403)
    expect((await release(holm, id!, 1)).body.code).toBe('draft.changed')
    expect((await brandt.post(`/drafts/${id}/review`, { seq: 2, says: 'ready', remark: 'Counts are from the nameplate list.' })).status).toBe(200)
    expect(await look(holm, id!)).toMatchObject({ status: 'ready', remark: { by: expect.stringContaining('Brandt') }, authors: [expect.stringContaining('Brandt'), expect.stringContaining('Varga')] })
    expect((await release(holm, id!, 2, { units: ['X-1'] })).status).toBe(404)
    expect((await release(holm, id!, 2, { units: ['P-101'] })).body.code).toBe('unit.has-sheet')
    const both = await Promise.all([holm, await Client.as('admin')].map(who => release(who, id!, 2)))
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    const { body: sheet } = await holm.get<SheetAnswer>(`/sheets/${document.key}`)
    expect(sheet.revisions).toMatchObject([{ revision: 1, note: 'read and compared with the manual' }])
    expect((await holm.get<SheetDocument>(`/documents/${sheet.revisions[0]!.sha256}`)).body).toMatchObject({ key: document.key, revision: 1 })
    for (const late of [write(brandt, id!, [{ list: 'sheet', key: '', field: 'title', before: document.title, after: 'Late' }]),
      brandt.post(`/drafts/${id}/review`, { seq: 2, says: 'dropped' }), release(holm, id!, 2)])
      expect((await late).body).toMatchObject({ code: 'draft.released' })

    // The next revision is one draft, whoever begins it; what was begun before is behind.
    const [next] = await begin(varga, { from: 'revision', key: document.key })
    expect(await begin(holm, { from: 'revision', key: document.key })).toEqual([next])
    const [foreign] = await begin(brandt, { from: 'import', documents: [document] })
    await write(varga, next!, [{ list: 'sheet', key: '', field: 'summary', before: document.summary, after: 'Second' }])
    expect((await release(holm, next!, 1)).body).toMatchObject({ revision: 2 })
    expect((await release(holm, foreign!, 0)).body.code).toBe('draft.behind')
    expect((await brandt.post(`/drafts/${foreign}/review`, { seq: 0, says: 'back', remark: 'no' })).body.code).toBe('draft.not-yours')
    expect((await holm.post(`/drafts/${foreign}/review`, { seq: 0, says: 'back' })).status).toBe(422)
    expect((await holm.post(`/drafts/${foreign}/review`, { seq: 0, says: 'dropped' })).status).toBe(200)
    expect((await brandt.get<DraftRow[]>('/drafts')).body.map(row => row.id)).not.toContain(foreign)
  })

  it('begin as a copy or from a frame, and give a unit its sheet', async () => {
    const [copy] = await begin(brandt, { from: 'copy', key: 'split-casing-lift-pump', title: 'Wash-water pump' })
    const draft = await look(brandt, copy!)
    expect(draft).toMatchObject({ title: 'Wash-water pump', basedOn: null, origin: 'copy' })
    expect(draft.document.parts).toEqual(demoSheet('split-casing-lift-pump').parts)
    const [frame] = await begin(brandt, { from: 'frame', title: 'Small fan', energies: ['electric'], family: 'fan' })
    expect((await look(brandt, frame!)).document.energies).toMatchObject([{ kind: 'electric' }])
    for (const bad of [{ from: 'copy', key: 'none', title: 'x' }, { from: 'revision', key: 'none' }]) expect((await brandt.post('/drafts', bad)).status).toBe(404)
    for (const bad of [{}, { from: 'moon' }, { from: 'copy', key: 'x' }, { from: 'import', documents: [] }, { from: 'frame', title: 'x' }])
      expect((await brandt.post('/drafts', bad)).status).toBe(422)
    const unit = 'P-152'
    const had = (await varga.get<UnitAnswer>(`/units/${unit}`)).body.unit.sheet
    expect(had).toBeNull()
    expect((await release(varga, copy!, 0, { units: [unit] })).body).toMatchObject({ revision: 1 })
    expect((await varga.get<UnitAnswer>(`/units/${unit}`)).body.unit.sheet).toMatchObject({ title: 'Wash-water pump', revision: 1 })
    const away = await Client.as('duarte')
    const unitsFor = async (who: Client) => (await who.get<SheetAnswer>(`/sheets/${draft.key}`)).body.units.map(({ tag }) => tag)
    expect([await unitsFor(varga), await unitsFor(away)]).toEqual([[unit], []])
  })

  it('take in what was released meanwhile: what both wrote stays, what stands against it is told, and nothing of it is taken back', async () => {
    const document = own()
    const [first] = await begin(varga, { from: 'import', documents: [document] })
    await release(holm, first!, 0)
    const [mine] = await begin(varga, { from: 'revision', key: document.key })
    const title = (step: number, after: string): Edit =>
      ({ list: 'steps', key: document.steps[step]!.key, field: 'title', before: document.steps[step]!.title, after })
    await write(varga, mine!, [title(0, 'Mine'), title(1, 'Mine too')])
    // The same sheet comes in from elsewhere with other words at one of the two places, and is released first.
    const others = { ...document, steps: document.steps.map((step, i) => i === 1 || i === 2 ? { ...step, title: `Theirs ${i}` } : step) }
    const [theirs] = await begin(brandt, { from: 'import', documents: [others] })
    expect((await release(holm, theirs!, 0)).status).toBe(200)
    expect((await look(varga, mine!)).behind).toBe(2)
    expect((await release(holm, mine!, 1)).body.code).toBe('draft.behind')

    const deed = randomUUID()
    const carry = (seq: number, id = deed) => holm.post<DeedAnswer & { code: string }>(`/drafts/${mine}/carry`, { id, seq })
    expect((await carry(0)).body.code).toBe('draft.changed')
    const twice = await Promise.all([carry(1), carry(1, randomUUID())])
    expect(twice.map(({ status }) => status).sort()).toEqual([200, 409])
    const now = await look(varga, mine!)
    expect([now.behind, now.basedOn, ...now.document.steps.slice(0, 3).map(step => step.title)]).toEqual([null, 2, 'Mine', 'Theirs 1', 'Theirs 2'])
    expect(now.history.at(-1)).toMatchObject({ carries: 2, left: [{ ...title(1, 'Mine too') }] })
    expect((await undo(holm, mine!, 2)).body.code).toBe('undo.carried')
    expect((await carry(2, randomUUID())).body.code).toBe('draft.newest')
    // Who has only brought a revision in has written nothing, and may release.
    const released = await release(holm, mine!, 2)
    expect([released.status, released.body.revision]).toEqual([200, 3])
  })
})
