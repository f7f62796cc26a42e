import { randomUUID } from 'node:crypto'
import { afterAll, describe, expect, it } from 'vitest'
import { eq } from 'drizzle-orm'
import Papa from 'papaparse'
import { emptyState, foldJob, nextDeed, nextSteps, type JobState } from '#core'
import type { Dossier } from '#shared/wire/dossier'
import type { JobBundle, UnitAnswer } from '#shared/wire/types'
import { closeConnection, database } from '../../server/db/client'
import { job as jobTable, jobEvent, jobEventRefused, person } from '../../server/db/schema'
import { appendEvents } from '../../server/services/append-events'
import { liftPumpTruth } from '../../demo/jobs'
import { liftPump } from '../support/demo-sheet'
import { Client, draft } from './client'

afterAll(closeConnection)

async function stateOf(client: Client, job: string): Promise<JobState> {
  const { body } = await client.get<JobBundle>(`/jobs/${job}`)
  return foldJob(liftPump, body.events, body.snapshot?.state ?? emptyState())
}

/** Works a job through the interface until the step is next, or to the end. */
async function workUntil(job: string, stepKey?: string): Promise<void> {
  const [technician, lead] = [await Client.as('lindqvist'), await Client.as('brandt')]
  const truth = liftPumpTruth(liftPump, { wear: 0.4, replaced: [] }, () => 0.2)
  let state = await stateOf(technician, job)
  for (let i = 0; i < 400; i++) {
    const [step] = nextSteps(liftPump, state)
    if (!step) return
    const { draft, byLead } = nextDeed(liftPump, state, step, truth, { at: new Date(), newId: randomUUID })
    if (draft.type === 'step-done' && step.key === stepKey) return
    expect((await (byLead ? lead : technician).append(job, [draft])).body.results[0]).toMatchObject({ outcome: 'recorded' })
    state = await stateOf(technician, job)
  }
}

async function startFresh(tag: string): Promise<string> {
  const client = await Client.as('okafor')
  const { body, status } = await client.post<{ id: string }>(`/units/${tag}/jobs`, { reason: 'for a test', device: client.device })
  expect(status).toBe(200)
  return body.id
}

describe('appending', () => {
  it('records each event once, however often it is sent', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const before = await client.seqOf(job)
    const notes = [draft('note-added', { text: 'one' }), draft('note-added', { text: 'two' })]
    const first = await client.append(job, notes)
    expect(first.body.results.map(result => result.outcome)).toEqual(['recorded', 'recorded'])
    const again = await client.append(job, [...notes, draft('note-added', { text: 'three' })])
    expect(again.body.results).toEqual([
      expect.objectContaining({ id: notes[0]!.id, outcome: 'duplicate', seq: before + 1 }),
      expect.objectContaining({ id: notes[1]!.id, outcome: 'duplicate', seq: before + 2 }),
      expect.objectContaining({ outcome: 'recorded', seq: before + 3 }),
    ])
    const twins = draft('note-added', { text: 'twice in one message' })
    expect((await client.append(job, [twins, twins])).body.results.map(result => result.outcome)).toEqual(['recorded', 'duplicate'])
    expect(await client.seqOf(job)).toBe(before + 4)
  })

  it('numbers without gaps and keeps the chain whole while many write, on more than one instance', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const before = await client.seqOf(job)
    // This test process is a second instance: it has its own view of the job and writes to the same database.
    const [lindqvist] = await database().select().from(person).where(eq(person.login, 'lindqvist'))
    const elsewhere = { id: lindqvist!.id, login: lindqvist!.login, name: lindqvist!.name, role: lindqvist!.role, sites: null }
    await Promise.all(Array.from({ length: 40 }, (_, i) => i % 2
      ? client.append(job, [draft('note-added', { text: `http ${i}` })])
      : appendEvents(database(), elsewhere, { jobId: job, device: randomUUID(), drafts: [draft('note-added', { text: `direct ${i}` })] })))
    const { body } = await client.get<Dossier>(`/jobs/${job}/dossier`)
    expect(body.events.map(event => event.seq)).toEqual(Array.from({ length: before + 40 }, (_, i) => i + 1))
    expect(body.chain).toMatchObject({ intact: true, brokenAt: null, head: body.events.at(-1)!.hash })
  })

  it('lets one of two people tick a step and keeps what the other sent', async () => {
    const job = await startFresh('P-106')
    await workUntil(job, 'close-valves')
    const [one, other] = [await Client.as('okafor'), await Client.as('lindqvist')]
    const ticks = [draft('step-done', { step: 'close-valves' }), draft('step-done', { step: 'close-valves' })]
    const answers = await Promise.all([one.append(job, [ticks[0]!]), other.append(job, [ticks[1]!])])
    expect(answers.map(answer => answer.status).sort()).toEqual([200, 409])
    const loser = answers.find(answer => answer.status === 409)!
    expect(loser.body.detail).toContain('already')
    const kept = await database().select().from(jobEventRefused).where(eq(jobEventRefused.jobId, job))
    expect(kept.map(row => row.id)).toEqual([loser.body.results[0]!.id])
    const mixed = await one.append(job, [draft('step-done', { step: 'close-valves' }), draft('note-added', { text: 'still counts' })])
    expect(mixed.status).toBe(207)
    expect(mixed.body.results.map(result => result.outcome)).toEqual(['refused', 'recorded'])
  })

  it('opens a long job from its snapshot, and it folds to the same state as the whole log', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-102')
    const { body } = await client.get<JobBundle>(`/jobs/${job}`)
    expect(body.snapshot!.seq).toBeGreaterThanOrEqual(50)
    expect(body.events.length).toBeLessThan(60)
    const { body: dossier } = await client.get<Dossier>(`/jobs/${job}/dossier`)
    expect(foldJob(liftPump, body.events, body.snapshot!.state)).toEqual(dossier.state)
  })
})

describe('a job to its end', () => {
  it('is worked, closed by one of two, and is a record from then on', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-103')
    const early = await client.append(job, [draft('job-closed', {})])
    expect(early.status).toBe(409)
    expect(early.body.detail).toContain('cannot close')
    await workUntil(job)

    const [one, other] = [await Client.as('brandt'), await Client.as('nakamura')]
    const answers = await Promise.all([one.append(job, [draft('job-closed', {})]), other.append(job, [draft('job-closed', {})])])
    expect(answers.map(answer => answer.status).sort()).toEqual([200, 409])
    expect(answers.find(answer => answer.status === 409)!.body.code).toBe('job.closed')

    const late = await client.append(job, [draft('note-added', { text: 'too late' })])
    expect(late.body).toMatchObject({ status: 409, code: 'job.closed' })
    const { body: unit } = await client.get<UnitAnswer>('/units/P-103')
    const all = liftPump.steps.length
    expect(unit.jobs.find(row => row.id === job)).toMatchObject({ status: 'closed', stepsDone: all, stepsTotal: all, currentStep: null })
    expect(unit.readings.filter(row => row.stage === 'as-left').length).toBeGreaterThan(0)
  })

  it('is told in full as JSON and as CSV without formulas', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-105')
    await client.append(job, [draft('note-added', { text: '=HYPERLINK("http://127.0.0.1")' })])
    const json = await client.get<Dossier>(`/jobs/${job}/dossier?as=json`)
    expect(json.headers.get('content-disposition')).toMatch(/attachment; filename="needler-job-\d+\.json"/)
    expect(json.body).toMatchObject({ format: 'needler-dossier/1', chain: { intact: true } })
    const csv = await client.get<string>(`/jobs/${job}/dossier?as=csv`)
    expect(csv.headers.get('content-type')).toContain('text/csv')
    const rows = Papa.parse<Record<string, string>>(csv.body, { header: true }).data
    expect(rows.length).toBe(json.body.events.length)
    expect(rows.map(row => Number(row.seq))).toEqual(json.body.events.map(event => event.seq))
    expect(rows.every(row => Object.values(row).every(cell => !/^[=+@-]/.test(cell)))).toBe(true)
  })

  it('shows a past that was changed', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-102')
    const db = database()
    const { body: honest } = await client.get<Dossier>(`/jobs/${job}/dossier`)
    const target = honest.events.find(event => event.type === 'reading-taken')!
    await db.update(jobEvent).set({ body: { ...target.body, typed: [['0.10']] } }).where(eq(jobEvent.id, target.id))
    expect((await client.get<Dossier>(`/jobs/${job}/dossier`)).body.chain).toMatchObject({ intact: false, brokenAt: target.seq })
    await db.update(jobEvent).set({ body: { ...target.body } }).where(eq(jobEvent.id, target.id))
    expect((await client.get<Dossier>(`/jobs/${job}/dossier`)).body.chain.intact).toBe(true)
  })
})

describe('starting', () => {
  it('needs a sheet, a known unit and no open job', async () => {
    const client = await Client.as('okafor')
    const start = (tag: string, reason = 'for a test') => client.post(`/units/${tag}/jobs`, { reason, device: client.device })
    expect((await start('P-151')).body).toMatchObject({ status: 409, code: 'unit.no-sheet' })
    expect((await start('X-999')).body).toMatchObject({ status: 404, code: 'unit.unknown' })
    expect((await start('P-104')).body).toMatchObject({ status: 409, code: 'job.open-already', job: await client.openJobOf('P-104') })
    expect((await start('P-101', ' ')).status).toBe(422)
  })

  it('is done once when two start at once', async () => {
    const clients = await Promise.all(['okafor', 'lindqvist', 'brandt'].map(login => Client.as(login)))
    const answers = await Promise.all(
      clients.map(client => client.post<{ id?: string; job?: string }>('/units/P-101/jobs', { reason: 'at once', device: client.device })),
    )
    expect(answers.map(answer => answer.status).sort()).toEqual([200, 409, 409])
    const jobs = await database().select().from(jobTable).where(eq(jobTable.reason, 'at once'))
    expect(jobs.length).toBe(1)
    expect(new Set(answers.map(answer => answer.body.id ?? answer.body.job)).size).toBe(1)
  })
})

describe('bad input', () => {
  it.each<[string, unknown, number, string]>([
    [
      'letters for a reading',
      { type: 'reading-taken', body: { position: 'end-float', stage: 'as-found', values: [['abc']], typed: [['abc']] } },
      422,
      'input.bad',
    ],
    [
      'an infinite reading',
      { type: 'reading-taken', body: { position: 'end-float', stage: 'as-found', values: [[1e300]], typed: [['1e300']] } },
      422,
      'input.bad',
    ],
    [
      'a grid of another shape',
      { type: 'reading-taken', body: { position: 'end-float', stage: 'as-found', values: [[1, 2]], typed: [['1', '2']] } },
      409,
      'reading.shape',
    ],
    [
      'an unknown position',
      { type: 'reading-taken', body: { position: 'moon', stage: 'as-found', values: [[1]], typed: [['1']] } },
      409,
      'job.unknown-reference',
    ],
    ['an unknown step', { type: 'step-done', body: { step: 'polish' } }, 409, 'job.unknown-reference'],
    ['an unknown type', { type: 'step-skipped', body: { step: 'isolate' } }, 422, 'input.bad'],
    ['an opening from outside', { type: 'job-opened', body: { reason: 'mine' } }, 422, 'input.bad'],
    ['an unknown key', { type: 'step-done', body: { step: 'isolate', force: true } }, 422, 'input.bad'],
    ['a NUL in a note', { type: 'note-added', body: { text: 'a\u0000b' } }, 422, 'body.unstorable'],
    ['half a character', { type: 'note-added', body: { text: 'a\ud800b' } }, 422, 'body.unstorable'],
    ['an id that is none', { id: 'first', type: 'note-added', body: { text: 'x' } }, 422, 'input.bad'],
    ['a day that is none', { happenedAt: 'yesterday', type: 'note-added', body: { text: 'x' } }, 422, 'input.bad'],
    ['an empty note', { type: 'note-added', body: { text: '   ' } }, 422, 'input.bad'],
  ])('%s', async (_name, event, status, code) => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-105')
    const before = await client.seqOf(job)
    const answer = await client.append(job, [{ id: randomUUID(), happenedAt: new Date().toISOString(), ...(event as object) }])
    expect(answer.body).toMatchObject({ status, code })
    expect(answer.body.detail.length).toBeGreaterThan(20)
    expect(JSON.stringify(answer.body)).not.toMatch(/\bat .*\.m?js|postgres|select /)
    expect(await client.seqOf(job)).toBe(before)
  })

  it('writes nothing of a batch that cannot be read', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-105')
    const before = await client.seqOf(job)
    expect((await client.append(job, [draft('note-added', { text: 'good' }), { type: 'nonsense' }])).status).toBe(422)
    expect((await client.append(job, [draft('note-added', { text: 'good' }), draft('note-added', { text: 'bad\u0000' })])).status).toBe(422)
    expect(await client.seqOf(job)).toBe(before)
  })

  it('does not take an event of another job', async () => {
    const client = await Client.as('okafor')
    const [one, other] = [await client.openJobOf('P-104'), await client.openJobOf('P-105')]
    const note = draft('note-added', { text: 'where do I belong' })
    await client.append(one, [note])
    const before = await client.seqOf(other)
    expect((await client.append(other, [note])).body).toMatchObject({ status: 409, code: 'event.foreign' })
    expect(await client.seqOf(other)).toBe(before)
  })

  it('names the fault of a message that is no JSON, of another kind, or too large', async () => {
    const client = await Client.as('okafor')
    const path = `/jobs/${await client.openJobOf('P-105')}/events`
    const json = { 'content-type': 'application/json' }
    expect((await client.send('POST', path, '{"device": ', json)).body).toMatchObject({ status: 400, code: 'body.bad-json' })
    expect((await client.send('POST', path, 'device=1', { 'content-type': 'application/x-www-form-urlencoded' })).body).toMatchObject({
      status: 415,
    })
    // 50 MB, once with its length told and once in pieces without one.
    const large = 'x'.repeat(50 * 1024 * 1024)
    expect(
      await client.send('POST', path, large, json).then(
        answer => answer.status,
        () => 'cut off',
      ),
    ).toSatisfy((outcome: unknown) => outcome === 413 || outcome === 'cut off')
    let sent = 0
    const pieces = new ReadableStream({
      async pull(controller) {
        await new Promise(resolve => setTimeout(resolve, 1))
        if (sent++ < 200) controller.enqueue(new Uint8Array(256 * 1024))
        else controller.close()
      },
    })
    expect(
      await client.send('POST', path, pieces, json).then(
        answer => answer.status,
        () => 'cut off',
      ),
    ).toSatisfy((outcome: unknown) => outcome === 413 || outcome === 'cut off')
    expect((await client.get('/health')).status).toBe(200)
  })

  it.each([
    ['/jobs/not-a-job', 422],
    [`/jobs/${randomUUID()}`, 404],
    ['/units/X-1', 404],
    ['/yard?limit=many', 422],
    ['/yard?colour=red', 422],
    ['/sheets/none', 404],
    [`/documents/${'0'.repeat(64)}`, 404],
    ['/documents/none', 422],
  ])('GET %s is %i', async (path, status) => {
    const { body } = await (await Client.as('okafor')).get(path)
    expect(body).toMatchObject({ status })
  })
})
