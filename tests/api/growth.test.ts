import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  emptyState, foldJob, goodTruth, growOff, nextDeed, nextSteps, OPEN_UP, reservation, rungStepsOf, standingSheet,
  type Drafted, type JobState, type Sheet, type SheetDocument,
} from '#core'
import type { Dossier } from '#shared/wire/dossier'
import type { DraftAnswer, DraftRow } from '#shared/wire/drafts'
import type { JobBundle, UnitAnswer } from '#shared/wire/types'
import { Client, draft } from './client'

interface OneStep { key: string, after: string[], limb: string }

const without = { from: 'nothing', energies: ['electric', 'pressure'], family: 'fan' }
const start = (client: Client, tag: string, how: object = without) =>
  client.post<{ id: string }>(`/units/${tag}/jobs`, { reason: 'for a test', device: client.device, without: how })

/** A job that writes its own sheet, as a bench sees it. */
class Growing {
  document!: SheetDocument
  state!: JobState
  constructor(readonly client: Client, readonly id: string) {}

  get sheet(): Sheet { return standingSheet(this.document, this.state) }

  async look(): Promise<this> {
    const { body } = await this.client.get<JobBundle>(`/jobs/${this.id}`)
    this.document = (await this.client.get<SheetDocument>(`/documents/${body.sheet.sha256}`)).body
    this.state = foldJob(this.document, body.events, body.snapshot?.state ?? emptyState())
    return this
  }

  at = () => ({ sheet: this.sheet, state: this.state, personId: this.state.opened!.byId, bench: this.client.device, newId: randomUUID })

  /** One tap: its events share a deed. */
  tap = async (drafts: readonly Drafted[], deed = randomUUID(), who = this.client) =>
    (await who.append(this.id, drafts.map(({ type, body }) => ({ ...draft(type, body), deed })))).body.results

  async workTo(until: string, lead: Client): Promise<void> {
    for (let deeds = 0; deeds < 400; deeds++) {
      await this.look()
      const step = nextSteps(this.sheet, this.state).find(({ key }) => key !== until)
      if (!step || this.state.done[until]) return
      const { draft: next, byLead } = nextDeed(this.sheet, this.state, step, goodTruth(this.sheet), { at: new Date(), newId: randomUUID })
      const { body } = await (byLead ? lead : this.client).append(this.id, [next])
      if (body.results?.[0]?.outcome !== 'recorded') throw new Error(`${step.title}: ${JSON.stringify(body)}`)
    }
  }
}

describe('a machine without a sheet, over the wire', () => {
  let [client, lead, job]: [Client, Client, Growing] = [] as never
  beforeAll(async () => {
    ;[client, lead] = await Promise.all([Client.as('okafor'), Client.as('brandt')])
    const { body } = await start(client, 'B-552')
    job = await new Growing(client, body.id).look()
    await job.workTo(OPEN_UP, lead)
  })

  it('begins with what can hurt somebody, or is told what is missing', async () => {
    expect((await client.post('/units/B-553/jobs', { reason: 'for a test', device: client.device })).body).toMatchObject({ status: 409, code: 'unit.no-sheet' })
    for (const bad of [{}, { from: 'nothing' }, { from: 'nothing', energies: ['magic'] }, { from: 'nothing', energies: ['electric', 'electric'] },
      { from: 'nothing', energies: [], family: 'rocket' }, { from: 'sister' }, { from: 'draft', energies: ['electric'] }])
      expect((await start(client, 'B-553', bad)).status).toBe(422)
    expect((await start(client, 'B-553', { from: 'sister', sheet: 'none' })).status).toBe(404)
    expect((await start(client, 'B-553', { from: 'draft' })).status).toBe(404)
    expect((await start(client, 'P-101')).body).toMatchObject({ status: 409, code: 'unit.has-sheet' })
    expect((await start(await Client.as('pike'), 'B-553')).status).toBe(403)
    // What it was opened with is inside the chain.
    expect(job.state.opened!.sheet).toMatchObject({ key: job.document.key, revision: 1, sha256: expect.stringMatching(/^[0-9a-f]{64}$/) })
    expect(job.document.steps.filter(step => step.stage === 'make-safe').every(step => step.hold && step.isolates)).toBe(true)
    // A sheet that was begun at a bench is nobody else's sheet yet.
    expect((await client.get<{ key: string }[]>('/sheets')).body.map(row => row.key)).not.toContain(job.document.key)
  })

  it('takes a tap whole or not at all, once, and back whole', async () => {
    const { drafts } = growOff(job.at(), { name: 'Belt', count: 3, lifted: 'by hand' })
    const halves = [drafts[0]!, { type: 'step-done', body: { step: 'step-of-nobody' } } as Drafted]
    expect((await job.tap(halves)).map(({ outcome }) => outcome)).toEqual(['refused', 'refused'])
    expect((await job.look()).sheet.parts.some(part => part.name === 'Belt')).toBe(false)
    const deed = randomUUID()
    const events = drafts.map(({ type, body }) => ({ ...draft(type, body), deed }))
    const sent = await Promise.all([1, 2, 3].map(() => client.append(job.id, events)))
    expect(sent.map(({ body }) => body.results.map(one => one.outcome).join()).sort()).toEqual(['duplicate,duplicate', 'duplicate,duplicate', 'recorded,recorded'])
    const part = (await job.look()).sheet.parts.find(one => one.name === 'Belt')!
    expect(job.state.done[rungStepsOf(job.sheet, part.key).off!.key]).toBeDefined()
    // Nobody hangs something on the tap of another, and nobody takes that back.
    const note = { type: 'note-added', body: { text: 'mine' } } as Drafted
    expect(await job.tap([note], deed, await Client.as('duarte'))).toMatchObject([{ outcome: 'refused', code: 'deed.foreign' }])
    expect((await (await Client.as('duarte')).append(job.id, [draft('undone', { event: events[1]!.id })])).body.results[0]).toMatchObject({ code: 'undo.not-yours' })
    // What stands on it is named, and goes first.
    const behind = growOff((await job.look()).at(), { name: 'Pulley', count: 1, lifted: 'by hand', after: [rungStepsOf(job.sheet, part.key).off!.key] })
    const second = await job.tap(behind.drafts)
    expect((await client.append(job.id, [draft('undone', { event: events[0]!.id })])).body.results[0]).toMatchObject({ outcome: 'refused', code: 'undo.stood-on' })
    for (const event of [second[1]!.id, events[1]!.id])
      expect((await client.append(job.id, [draft('undone', { event })])).body.results[0]!.outcome).toBe('recorded')
    expect((await job.look()).sheet).toEqual(standingSheet(job.document, { ...job.state, growth: [] }))
  })

  it('refuses what would make it less safe, is no addition, or is no addition of a bench', async () => {
    const before = await client.seqOf(job.id)
    const good = growOff((await job.look()).at(), { name: 'Casing screws', count: 2, lifted: 'by hand' }).drafts[0]!.body as { adds: { steps: OneStep[], parts: object[] }, links: object[] }
    const off = good.adds.steps.find(step => step.limb === 'off')!
    const changed = (more: object) =>
      ({ ...good, adds: { ...good.adds, steps: good.adds.steps.map(step => step === off ? { ...step, ...more } : step) } })
    const refusals: [object, string][] = [
      [changed({ after: [] }), 'growth.unsafe'],
      [{ ...good, links: [] }, 'growth.unsafe'],
      [changed({ state: { makes: 'powered' } }), 'growth.of-the-sheet'],
      [changed({ after: [...off.after, good.adds.steps.find(step => step.limb === 'on')!.key] }), 'growth.circle'],
      [changed({ key: 'off-electric' }), 'growth.key-used'],
      [changed({ key: 'step-mine' }), 'growth.key'],
      [{ ...good, links: [{ step: 'off-electric', after: [off.key] }] }, 'growth.behind-tick'],
      [{ ...good, adds: { ...good.adds, steps: good.adds.steps.filter(step => step.limb !== 'on') } }, 'job.unknown-reference'],
      [{ adds: {} }, 'growth.nothing'],
      [{ ...good, adds: { ...good.adds, parts: Array.from({ length: 50 }, () => ({ key: `part-${randomUUID()}`, name: 'x'.repeat(190), count: 1, kind: 'seal', handling: 'y'.repeat(1000) })) } }, 'growth.too-large'],
    ]
    for (const [body, code] of refusals) {
      const { results } = (await client.append(job.id, [draft('sheet-grown', body as never)])).body
      expect(results?.[0], code).toMatchObject({ outcome: 'refused', code })
    }
    for (const body of [{}, { adds: { parts: [{ key: 'part-1' }] } }, { adds: { steps: [{ ...off, hold: 'x'.repeat(900) }] } }, { adds: { options: [] } }])
      expect((await client.append(job.id, [draft('sheet-grown', body as never)])).status).toBe(422)
    expect(await client.seqOf(job.id)).toBe(before)
  })

  it('gives each bench numbers of its own, however many ask at once', async () => {
    const benches = await Promise.all(['okafor', 'lindqvist', 'duarte', 'nakamura'].map(login => Client.as(login)))
    const take = async (who: Client): Promise<void> => {
      for (let tries = 0; tries < 12; tries++) {
        const { state, sheet } = await new Growing(who, job.id).look()
        const { body } = await who.append(job.id, [draft('numbers-reserved', reservation(sheet, state, who.device)!)])
        if (body.results?.[0]?.outcome === 'recorded') return
      }
      throw new Error('no numbers')
    }
    await Promise.all(benches.map(take))
    const { state } = await job.look()
    for (const of of ['marks', 'bags'] as const) {
      const numbers = state.reserved.flatMap(one => Array.from({ length: one[of].to - one[of].from + 1 }, (_, i) => one[of].from + i))
      expect(new Set(numbers).size).toBe(numbers.length)
    }
    expect((await client.append(job.id, [draft('numbers-reserved', { bench: client.device, marks: { from: 1, to: 900 }, bags: { from: 1, to: 900 } })])).body.results[0]).toMatchObject({ code: 'numbers.taken' })
  })

  it('judges what stands by a figure of this machine that a lead stands for, in the fleet as well, and back', async () => {
    const bend = draft('limit-bent', { position: 'usual-1', lower: null, upper: 0.0001, source: 'its manual, page 3' })
    expect((await client.append(job.id, [bend])).body.results[0]).toMatchObject({ outcome: 'refused', code: 'right.missing' })
    for (const bad of [{ position: 'usual-1', lower: null, upper: null, source: 'x' }, { position: 'usual-1', upper: 1, source: 'its manual' },
      { position: 'usual-1', lower: null, upper: 1e300, source: 'its manual' }])
      expect((await lead.append(job.id, [draft('limit-bent', bad as never)])).status).toBe(422)
    const verdicts = async () => new Set((await client.get<UnitAnswer>('/units/B-552')).body.readings
      .filter(row => row.position === 'usual-1').map(row => row.verdict))
    expect(await verdicts()).toEqual(new Set(['in']))
    const made = draft('limit-bent', { position: 'usual-1', lower: null, upper: 0.0001, source: 'its manual, page 3' })
    expect((await lead.append(job.id, [made])).body.results[0]!.outcome).toBe('recorded')
    expect(await verdicts()).toEqual(new Set(['out']))
    const { body: { bends } } = await client.get<Dossier>(`/jobs/${job.id}/dossier`)
    expect(bends).toMatchObject([{ source: 'its manual, page 3', by: 'H. Brandt', judged: [{ stage: 'as-found', was: 'in', is: 'out' }] }])
    expect((await client.append(job.id, [draft('undone', { event: made.id })])).body.results[0]).toMatchObject({ code: 'undo.signature' })
    expect((await lead.append(job.id, [draft('undone', { event: made.id })])).body.results[0]!.outcome).toBe('recorded')
    expect(await verdicts()).toEqual(new Set(['in']))
  })

  it('closes with its gaps signed, counts under the key of its draft, and is the beginning of the next', async () => {
    const { drafts } = growOff((await job.look()).at(), { name: 'Cover screws', count: 8, lifted: 'by hand' })
    await job.tap(drafts)
    await job.workTo('', lead)
    const close = async () => (await client.append(job.id, [draft('job-closed', {})])).body.results[0]!
    expect(await close()).toMatchObject({ outcome: 'refused', code: 'close.blocked' })
    const screws = (await job.look()).sheet.parts.find(part => part.name === 'Cover screws')!
    const sign = draft('gap-signed', { thing: screws.key, field: 'torque', reason: 'by feel' })
    expect((await client.append(job.id, [sign])).body.results[0]).toMatchObject({ outcome: 'refused', code: 'right.missing' })
    const engineer = await Client.as('varga')
    expect((await engineer.append(job.id, [draft('gap-signed', { thing: screws.key, field: 'torque', reason: 'by feel' })])).body.results[0]!.outcome).toBe('recorded')
    expect((await close()).outcome).toBe('recorded')
    const { body: rows } = await client.get<DraftRow[]>('/drafts')
    const left = rows.find(row => row.jobId === job.id)!
    expect(left).toMatchObject({ key: job.document.key, tag: 'B-552', by: 'R. Okafor' })
    const { body: { document } } = await client.get<DraftAnswer>(`/drafts/${left.id}`)
    expect(document).toMatchObject({ key: job.document.key, revision: 2 })
    expect(document.positions[0]!.source).toContain('first measured')
    // Whoever has stood for something in it has written in it.
    expect((await engineer.post(`/drafts/${left.id}/release`, { seq: 0, note: 'my own word' })).body.code).toBe('release.author')
    expect((await client.get<Dossier>(`/jobs/${job.id}/dossier`)).body.chain.intact).toBe(true)
    // It is of a site, and nobody else's.
    const stranger = await Client.as('marsh')
    expect((await stranger.get<DraftRow[]>('/drafts')).body.filter(row => row.tag === left.tag)).toEqual([])
    expect((await stranger.get(`/drafts/${left.id}`)).status).toBe(403)
    const next = await start(client, 'B-552', { from: 'draft' })
    expect(next.status).toBe(200)
    const again = await new Growing(client, next.body.id).look()
    expect(again.document).toEqual(document)
  })
})
