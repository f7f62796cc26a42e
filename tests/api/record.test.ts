import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { and, desc, eq } from 'drizzle-orm'
import { afterAll, describe, expect, it } from 'vitest'
import type { Dossier } from '#shared/wire/dossier'
import type { InstrumentRow, JobBundle, LoggedEvent } from '#shared/wire/types'
import { closeConnection, database } from '../../server/db/client'
import { job as jobTable, jobEvent, jobEventRefused, person, reading } from '../../server/db/schema'
import { benchOf } from './bench-of'
import { Client, draft } from './client'

afterAll(closeConnection)

const dossierOf = async (client: Client, job: string) => (await client.get<Dossier>(`/jobs/${job}/dossier`)).body

describe('the chain', () => {
  it('covers what is stored: numbers are written in one way only, and days lie in the years of machines', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const note = draft('note-added', { text: 'once' })
    const bare = note.id.replaceAll('-', '')
    for (const id of [note.id.toUpperCase(), bare, `{${note.id}}`, `(${note.id})`, `urn:uuid:${note.id}`]) {
      expect((await client.append(job, [{ ...note, id }])).body, id).toMatchObject({ status: 422, code: 'input.bad' })
    }
    expect((await client.post(`/jobs/${job.toUpperCase()}/events`, { device: client.device, events: [note] })).status).toBe(422)
    expect((await client.post(`/jobs/${job}/events`, { device: client.device.toUpperCase(), events: [note] })).status).toBe(422)
    for (const happenedAt of [
      '0026-05-04T08:00:00.000Z',
      '1999-05-04T08:00:00Z',
      '+012026-05-04T08:00:00Z',
      '2026-05-04T08:00:00+02:00',
      '2026-02-31T08:00:00Z',
      'May 4',
    ]) {
      expect((await client.append(job, [{ ...note, happenedAt }])).status, happenedAt).toBe(422)
    }
    const odd = { text: 'ä · ﬀ · e\u0301 · 𝔘 · "\\/\u2028' }
    expect(
      (
        await client.append(job, [
          { ...note, body: odd },
          draft('mark-made', { mark: 'MK-1', way: 'punch', angleDeg: 1e-7, note: ' trimmed ' }),
        ])
      ).status,
    ).toBe(200)
    expect((await dossierOf(client, job)).chain).toMatchObject({ intact: true, cutOff: false })
    // Whoever is given the record needs nothing of ours to see that it is whole.
    const { body: given } = await client.get<Dossier>(`/jobs/${job}/dossier?as=json`)
    const file = join(mkdtempSync(join(tmpdir(), 'needler-given-')), 'dossier.json')
    writeFileSync(file, JSON.stringify(given))
    const { status, stdout } = spawnSync('python3', ['docs/verify-dossier.py', file], { encoding: 'utf8' })
    expect([status, stdout]).toEqual([0, `${given.eventsTotal} entries, whole, up to ${given.chain.head}\n`])
    rmSync(dirname(file), { recursive: true })
  })

  it('shows a log that was cut off at its end, and one that was put together anew', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-105')
    await client.append(job, [draft('note-added', { text: 'the last one' })])
    const [last] = await database().select().from(jobEvent).where(eq(jobEvent.jobId, job)).orderBy(desc(jobEvent.seq)).limit(1)
    await database().delete(jobEvent).where(eq(jobEvent.id, last!.id))
    expect((await dossierOf(client, job)).chain).toMatchObject({ intact: false, cutOff: true, brokenAt: null })
    await database().insert(jobEvent).values(last!)
    expect((await dossierOf(client, job)).chain.intact).toBe(true)
    await database().update(jobTable).set({ headHash: 'f'.repeat(64) }).where(eq(jobTable.id, job))
    expect((await dossierOf(client, job)).chain).toMatchObject({ intact: false, cutOff: true })
    await database().update(jobTable).set({ headHash: last!.hash }).where(eq(jobTable.id, job))
  })

  it('is told to benches event by event, so that a signature can name its place', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-105')
    const { body } = await client.get<JobBundle>(`/jobs/${job}`)
    const { body: events } = await client.get<LoggedEvent[]>(`/jobs/${job}/events?after=${body.head.seq - 1}`)
    expect(events.map(({ seq, hash }) => ({ seq, hash }))).toEqual([body.head])
    const { body: { results } } = await client.append(job, [draft('note-added', { text: 'next' })])
    const [row] = await database().select().from(jobEvent).where(and(eq(jobEvent.jobId, job), eq(jobEvent.seq, body.head.seq + 1)))
    expect(results[0]).toMatchObject({ outcome: 'recorded', seq: row!.seq, hash: row!.hash })
    expect(row!.prevHash).toBe(body.head.hash)
  })

  it('is paged for a screen and whole in a file', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-102')
    for (let i = 0; i < 3; i++) await client.append(job, Array.from({ length: 100 }, (_, n) => draft('note-added', { text: `${i} ${n}` })))
    const [first, second, file] = await Promise.all([
      dossierOf(client, job),
      client.get<Dossier>(`/jobs/${job}/dossier?after=300`),
      client.get<Dossier>(`/jobs/${job}/dossier?as=json`),
    ])
    expect(first.events.length).toBe(300)
    expect(second.body.events[0]!.seq).toBe(301)
    expect(file.body.events.map(event => event.seq)).toEqual(Array.from({ length: first.eventsTotal }, (_, i) => i + 1))
  })
})

describe('what the record believes', () => {
  const seat = (value: string, more: object = {}) =>
    draft('reading-taken', {
      position: 'seat-de',
      stage: 'as-found',
      values: Array.from({ length: 3 }, () => [Number(value), Number(value)]),
      typed: Array.from({ length: 3 }, () => [value, value]),
      ...more,
    })
  const readings = (id: string) => database().select().from(reading).where(eq(reading.eventId, id))

  it('of a value is what was typed beside it', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-102')
    const lie = seat('70.012')
    lie.body.typed[1]![0] = '70.050'
    expect((await client.append(job, [lie])).body).toMatchObject({ status: 409, code: 'reading.typed' })
  })

  it('of an instrument is what the register says, not the bench, and it tells the bench', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-102')
    const { body: register } = await client.get<InstrumentRow[]>('/instruments')
    const mic = register.find(row => row.tag === 'MIC-13')!
    const told = { conditions: { instrument: { tag: 'MIC-13', uncertainty: 0, calibratedUntil: '2099-12-31' } } }
    const { body } = await client.append(job, [seat('70.012', told)])
    expect(body.results[0]).toMatchObject({
      outcome: 'recorded',
      body: { conditions: { instrument: { tag: 'MIC-13', uncertainty: mic.uncertainty, calibratedUntil: mic.calibratedUntil } } },
    })
    expect((await dossierOf(client, job)).chain.intact).toBe(true)
  })

  it('of an instrument that nobody knows, or that is past its calibration, is no good verdict; ticks above it are marked, not refused', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-102')
    for (const tag of ['XX-99', 'MIC-14']) {
      const event = seat('70.012', { conditions: { instrument: { tag, uncertainty: 0.0001, calibratedUntil: '2099-12-31' } } })
      const note = draft('note-added', { text: 'went on' })
      const { body, status } = await client.append(job, [event, note])
      expect(status).toBe(200)
      expect(body.results[0]).toMatchObject({ body: { shown: 'in' } })
      expect((await readings(event.id))[0]!.verdict).not.toBe('in')
    }
    const dossier = await dossierOf(client, job)
    expect(dossier.readings.findLast(row => row.position === 'seat-de')!.verdict).toBe('doubtful')
    const taker = dossier.weakened.map(row => row.step)
    expect(taker.length).toBeGreaterThan(0)
    expect(dossier.weakened[0]).toMatchObject({ shown: 'in' })
    // Measured anew with a good one, nothing is weak any more.
    await client.append(job, [
      seat('70.012', { conditions: { instrument: { tag: 'MIC-13', uncertainty: 0.002, calibratedUntil: '2099-12-31' } } }),
    ])
    expect((await dossierOf(client, job)).weakened).toEqual([])
  })

  it('of a time is nothing before the job was there, nor a wait begun before what it stands on', async () => {
    const { client, id, workTo } = await benchOf('M-103')
    const ago = (minutes: number) => new Date(Date.now() - minutes * 60_000).toISOString()
    expect((await client.append(id, [{ ...draft('note-added', { text: 'yesterday' }), happenedAt: ago(600) }])).body).toMatchObject({
      code: 'event.before-job',
    })
    // A few seconds are a clock.
    expect((await client.append(id, [{ ...draft('note-added', { text: 'just now' }), happenedAt: ago(0.5) }])).status).toBe(200)
    await workTo('still')
    expect((await client.append(id, [draft('step-done', { step: 'still' })])).status).toBe(200)
  })

  it('of taking back: one’s own, a lead anybody’s, and signatures a lead only', async () => {
    const [okafor, lindqvist, lead] = await Promise.all(['okafor', 'lindqvist', 'brandt'].map(login => Client.as(login)))
    const { id, client, workTo } = await benchOf('M-401')
    const note = draft('note-added', { text: 'mine' })
    await okafor!.append(id, [note])
    expect((await lindqvist!.append(id, [draft('undone', { event: note.id })])).body).toMatchObject({ status: 409, code: 'undo.not-yours' })
    expect((await okafor!.append(id, [draft('undone', { event: note.id })])).status).toBe(200)
    const other = draft('note-added', { text: 'mine too' })
    await okafor!.append(id, [other])
    expect((await lead!.append(id, [draft('undone', { event: other.id })])).status).toBe(200)
    await workTo('isolate', 'duties')
    const release = draft('hold-released', { step: 'isolate' })
    await lead!.append(id, [release])
    expect((await client.append(id, [draft('undone', { event: release.id })])).body).toMatchObject({ status: 409, code: 'undo.signature' })
    expect((await lead!.append(id, [draft('undone', { event: release.id })])).status).toBe(200)
  })
})

describe('what was refused', () => {
  it('is kept for those who may work there, no more than a bounded number, and none of it after the closing', async () => {
    const job = await (await Client.as('okafor')).openJobOf('P-104')
    const kept = async (login: string) =>
      (
        await database()
          .select({ id: jobEventRefused.id })
          .from(jobEventRefused)
          .innerJoin(person, eq(person.id, jobEventRefused.actorId))
          .where(and(eq(jobEventRefused.jobId, job), eq(person.login, login)))
      ).length
    const wrong = (n: number) => Array.from({ length: n }, () => draft('step-done', { step: 'nonsense' }))
    for (const login of ['guest', 'duarte', 'osei']) {
      const client = await Client.as(login)
      expect((await client.append(job, wrong(3))).status).toBe(403)
      expect(await kept(login)).toBe(0)
    }
    const client = await Client.as('lindqvist')
    for (let i = 0; i < 3; i++) expect((await client.append(job, wrong(100))).status).toBe(409)
    expect(await kept('lindqvist')).toBe(200)

    const [closed] = await database().select().from(jobTable).where(eq(jobTable.status, 'closed')).limit(1)
    const lead = await Client.as('brandt')
    expect((await lead.append(closed!.id, [draft('note-added', { text: 'after the fact' })])).body.code).toBe('job.closed')
    expect((await dossierOf(lead, closed!.id)).refused.filter(row => row.code === 'job.closed')).toEqual([])
  })
})

describe('work of somebody who is gone', () => {
  it('is sent by a lead, marked as entered for them, and never for one who is there', async () => {
    const [okafor, lead] = await Promise.all(['okafor', 'brandt'].map(login => Client.as(login)))
    const job = await okafor!.openJobOf('P-105')
    const [holm] = await database().select().from(person).where(eq(person.login, 'holm'))
    const send = (client: Client, events: unknown[]) =>
      client.post<{ results: { outcome: string; actor?: object }[] } & { code: string; status: number }>(`/jobs/${job}/events`, {
        device: client.device,
        enteredFor: { id: holm!.id, name: 'somebody else' },
        events,
      })
    const note = draft('note-added', { text: 'waited on the tablet' })
    expect((await send(lead!, [note])).body).toMatchObject({ status: 409, code: 'person.there' })
    const nobody = { device: lead!.device, enteredFor: { id: randomUUID(), name: 'R. Okafor' }, events: [note] }
    expect((await lead!.post(`/jobs/${job}/events`, nobody)).body).toMatchObject({ status: 422, code: 'person.unknown' })
    // What they have left sealed on a device: their key is theirs alone while they are there.
    const keyOf = (client: Client, path: string) => client.get<{ key: string, code: string, status: number }>(path)
    const own = (await keyOf(await Client.as('holm'), '/me/work-key')).body.key
    expect([Buffer.from(own, 'base64').length, (await keyOf(okafor!, '/me/work-key')).body.key === own]).toEqual([32, false])
    expect((await keyOf(lead!, `/people/${holm!.id}/work-key`)).body).toMatchObject({ status: 409, code: 'person.there' })
    await database().update(person).set({ active: false }).where(eq(person.id, holm!.id))
    expect((await keyOf(okafor!, `/people/${holm!.id}/work-key`)).body).toMatchObject({ status: 403, code: 'right.missing' })
    expect((await keyOf(lead!, `/people/${holm!.id}/work-key`)).body.key).toBe(own)
    expect((await send(okafor!, [note])).body).toMatchObject({ status: 403, code: 'right.missing' })
    expect((await send(lead!, [note])).body.results[0]).toMatchObject({
      outcome: 'recorded',
      actor: { name: 'H. Brandt, entered for E. Holm' },
    })
    await database().update(person).set({ active: true }).where(eq(person.id, holm!.id))
    const dossier = await dossierOf(lead!, job)
    expect(
      dossier.events.concat((await okafor!.get<Dossier>(`/jobs/${job}/dossier?after=300`)).body.events).find(event => event.id === note.id)!
        .actor.name,
    ).toBe('H. Brandt, entered for E. Holm')
    expect(dossier.chain.intact).toBe(true)
  })
})
