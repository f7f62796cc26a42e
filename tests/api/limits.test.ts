import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { describe, expect, it } from 'vitest'
import { soon } from '../support/soon'
import { Client, draft } from './client'

const JSON_TYPE = { 'content-type': 'application/json' }
const nested = (depth: number) => '['.repeat(depth) + ']'.repeat(depth)

describe('what comes in', () => {
  it('from strangers is small, and read after they have said who they are', async () => {
    const stranger = new Client()
    const large = JSON.stringify({ readings: 'x'.repeat(1_900_000) })
    expect((await stranger.send('POST', '/hours', large, JSON_TYPE)).body).toMatchObject({ status: 401, code: 'link.none' })
    const guess = { ...JSON_TYPE, authorization: `Bearer ${'a'.repeat(43)}` }
    expect((await stranger.send('POST', '/hours', large, guess)).body).toMatchObject({ status: 401, code: 'link.unknown' })
    expect((await stranger.send('POST', '/session', nested(900_000), JSON_TYPE)).body).toMatchObject({ status: 413, code: 'body.too-large' })
    expect((await stranger.send('POST', '/session', nested(100), JSON_TYPE)).body).toMatchObject({ status: 413, code: 'body.too-much' })
    expect((await stranger.send('POST', '/session', '{"login":"[[[[[[{{{{","password":"\\"]]"}', JSON_TYPE)).status).toBe(401)
  })

  it('from people holds no more values than a message can mean, and a link has a name of its own', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const before = await client.seqOf(job)
    const events = Array.from({ length: 15_000 }, () => ({ id: 'x', type: 'note-added', happenedAt: 'now', body: { text: 'a' } }))
    expect((await client.append(job, events)).body).toMatchObject({ status: 413, code: 'body.too-much' })
    expect((await client.append(job, [draft('note-added', { text: nested(500) })])).status).toBe(200)
    expect(await client.seqOf(job)).toBe(before + 1)
    const admin = await Client.as('admin')
    expect((await admin.post('/hours/links', { name: 'Typed', sites: null })).body).toMatchObject({ status: 422, code: 'link.name-ours' })
  })

  it('is sent by a page of this house, or by a program that is none', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const before = await client.seqOf(job)
    const { host } = new URL(process.env.NEEDLER_URL!)
    const send = (headers: Record<string, string>) =>
      client.send('POST', `/jobs/${job}/events`, JSON.stringify({ device: client.device, events: [draft('note-added', { text: 'sent' })] }), { ...JSON_TYPE, ...headers })
    const foreign: Record<string, string>[] = [{ origin: 'http://127.0.0.1:9' }, { origin: 'null' }, { origin: 'nonsense' }, { 'sec-fetch-site': 'same-site' },
      { 'origin': `http://${host}`, 'sec-fetch-site': 'cross-site' }]
    for (const headers of foreign)
      expect((await send(headers)).body, JSON.stringify(headers)).toMatchObject({ status: 403, code: 'request.elsewhere' })
    expect(await client.seqOf(job)).toBe(before)
    for (const headers of [{}, { origin: `http://${host}` }, { 'sec-fetch-site': 'same-origin' }] as Record<string, string>[])
      expect((await send(headers)).status, JSON.stringify(headers)).toBe(200)
    // What changes nothing may be asked for from wherever somebody comes.
    expect((await client.send('GET', '/yard', undefined, { origin: 'http://127.0.0.1:9' })).status).toBe(200)
  })
})

describe('health', () => {
  it('says that a write has no answer, and is well again when it has', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const holder = new pg.Client({ connectionString: process.env.DATABASE_URL })
    await holder.connect()
    await holder.query('begin')
    await holder.query('select 1 from job where id = $1 for update', [job])
    const written = client.append(job, [draft('note-added', { text: 'waits for somebody' })])
    const health = async () => (await client.get<{ status: unknown, code?: string, stuck?: number }>('/health')).body
    expect(await health()).toMatchObject({ status: 'well' })
    await soon(async () => expect(await health()).toMatchObject({ status: 503, code: 'database.stuck', stuck: 1 }))
    await holder.query('commit')
    await holder.end()
    expect((await written).status).toBe(200)
    expect(await health()).toMatchObject({ status: 'well' })
  })
})

describe('sites that somebody gives others', () => {
  it('are never more than their own', async () => {
    const admin = await Client.as('admin')
    const login = `a${randomUUID().slice(0, 8)}`
    const { body: { id, code } } = await admin.post<{ id: string, code: string }>('/people', { login, name: 'Of one site', role: 'admin', sites: ['intake'] })
    const own = new Client()
    const entered = await own.post('/entry', { code, password: 'nine quiet valves', pin: '731905' })
    expect([entered.status, await own.signIn(login, 'nine quiet valves')]).toEqual([200, 200])
    const widened = [[`/people/${id}`, { sites: null }], [`/people/${id}`, { sites: ['intake', 'sludge'] }]] as const
    for (const [path, change] of widened) expect((await own.patch(path, change)).body).toMatchObject({ status: 403, code: 'site.out-of-reach' })
    const more = { login: `${login}b`, name: 'Of all', role: 'viewer', sites: null }
    expect((await own.post('/people', more)).body).toMatchObject({ status: 403, code: 'site.out-of-reach' })
    expect((await own.post('/people', { ...more, sites: ['intake'] })).status).toBe(200)
    expect((await own.patch(`/people/${id}`, { name: 'Of one site still', sites: ['intake'] })).status).toBe(200)
  })
})
