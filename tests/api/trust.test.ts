import { randomUUID } from 'node:crypto'
import { connect } from 'node:net'
import { afterAll, afterEach, describe, expect, it } from 'vitest'
import { eq, sql } from 'drizzle-orm'
import type { PersonRow, SessionRow } from '#shared/wire/types'
import { closeConnection, database } from '../../server/db/client'
import { person, rateLimit } from '../../server/db/schema'
import { closePools } from '../../server/work/pools'
import { benchOf } from './bench-of'
import { Client, draft } from './client'
import { askLive } from './live-channel'

afterAll(() => Promise.all([closeConnection(), closePools()]))
afterEach(() => database().delete(rateLimit))

const PIN = '481216'
const count = (statuses: number[]) =>
  Object.fromEntries([...new Set(statuses)].sort().map(status => [status, statuses.filter(one => one === status).length]))
const many = <T>(n: number, work: (i: number) => Promise<T>) => Promise.all(Array.from({ length: n }, (_, i) => work(i)))
/** A try from somewhere else, as the proxy tells it. */
const from = (address: string, login: string, password = 'wrong', client = new Client()) =>
  client.send('POST', '/session', JSON.stringify({ login, password }), { 'content-type': 'application/json', 'x-forwarded-for': address })

describe('passwords', () => {
  it('are counted before they are looked at: of 300 at once ten are tried, and the person signs in meanwhile where they always do', async () => {
    const own = await Client.as('holm')
    const house = (await Client.as('okafor')).leaveDevice()
    const tries = await many(300, i => from(`203.0.113.${i % 250}`, 'holm'))
    expect(count(tries.map(answer => answer.status))).toEqual({ 401: 10, 429: 290 })
    expect(tries.find(answer => answer.status === 429)!.headers.get('retry-after')).toMatch(/^[1-9]\d*$/)
    // The right one does not get through from outside now; a tablet of the house and the own one are not touched by that.
    expect(await new Client().signIn('holm')).toBe(429)
    expect(await own.leaveDevice().signIn('holm')).toBe(200)
    expect(await house.signIn('holm')).toBe(200)
  })

  it('tried from one address for every name lock nobody of the house out', async () => {
    const tablets = await Promise.all(
      ['lindqvist', 'marsh', 'varga'].map(async login => ({ login, tablet: (await Client.as(login)).leaveDevice() })),
    )
    const tries = await many(120, i => from('198.51.100.7', `name${i}`))
    expect(count(tries.map(answer => answer.status))).toEqual({ 401: 60, 429: 60 })
    for (const { login, tablet } of tablets) {
      const { status } = await tablet.send('POST', '/session', JSON.stringify({ login, password: 'merrow-sound' }), {
        'content-type': 'application/json',
      })
      expect(status).toBe(200)
    }
  })

  it('on a known device are slowed down, never locked, and the right one ends it', async () => {
    const tablet = (await Client.as('varga')).leaveDevice()
    const statuses = await many(30, () => tablet.signIn('varga', 'wrong'))
    expect(count(statuses)[401]).toBeLessThanOrEqual(6)
    // However slow this machine is, they are still held off.
    await database().execute(sql`update rate_limit set expire = expire + 60000 where key like 'pw-pace%'`)
    const { status, headers } = await tablet.post('/session', { login: 'varga', password: 'merrow-sound' })
    expect(status).toBe(429)
    expect(Number(headers.get('retry-after'))).toBeLessThanOrEqual(300)
    await database().execute(sql`delete from rate_limit where key like 'pw-pace%'`)
    expect(await tablet.signIn('varga')).toBe(200)
    expect(await tablet.leaveDevice().signIn('varga', 'wrong')).toBe(401)
  })

  it('of the demonstration are good at this machine only', async () => {
    expect((await from('203.0.113.5', 'okafor', 'merrow-sound')).status).toBe(401)
    expect(await new Client().signIn('okafor')).toBe(200)
  })
})

describe('PINs', () => {
  it('have ten wrong tries an hour whatever the way, half of them kept for devices that the signer uses', async () => {
    const { client, id, workTo } = await benchOf('M-101')
    await workTo('isolate', 'duties')
    const sign = (by: Client, login: string, secret: object) =>
      by.post(`/jobs/${id}/sign`, { device: by.device, event: draft('hold-released', { step: 'isolate' }), login, ...secret })
    const nakamura = await Client.as('nakamura')
    const guesses = await many(40, i => sign(client, 'nakamura', { pin: String(100_000 + i) }))
    expect(count(guesses.map(answer => answer.status))).toEqual({ 403: 5, 429: 35 })
    expect(guesses.find(answer => answer.status === 429)!.body.code).toBe('pin.spent')
    // The right PIN is refused there too, until the password has spoken; at the signer's own device it is not.
    expect((await sign(client, 'nakamura', { pin: PIN })).body.code).toBe('pin.spent')
    expect((await sign(client, 'nakamura', { password: 'wrong' })).body).toMatchObject({ status: 403, code: 'sign.wrong' })
    const own = nakamura.leaveDevice()
    await own.signIn('okafor')
    expect((await sign(own, 'nakamura', { pin: '000000' })).body).toMatchObject({ status: 403, code: 'pin.wrong' })
    expect((await sign(own, 'nakamura', { pin: PIN })).body).toMatchObject({ outcome: 'recorded', signer: 'Y. Nakamura' })
    expect((await sign(client, 'nakamura', { password: 'merrow-sound' })).body).toMatchObject({
      status: 409,
      code: 'hold.released-already',
    })
  })

  it('of others are for those who may work on that job: not for a viewer, nor from another site', async () => {
    const job = await (await Client.as('okafor')).openJobOf('P-105')
    const body = { event: draft('hold-released', { step: 'isolate' }), login: 'brandt', pin: PIN }
    for (const [login, code] of [['guest', 'right.missing'], ['osei', 'right.missing'], ['duarte', 'site.out-of-reach']]) {
      const client = await Client.as(login!)
      expect((await client.post(`/jobs/${job}/sign`, { ...body, device: client.device })).body).toMatchObject({ status: 403, code })
    }
    // A signer of another site does not sign here either.
    const { client, id, workTo } = await benchOf('M-102')
    await workTo('isolate', 'duties')
    await database().update(person).set({ sites: ['sludge'] }).where(eq(person.login, 'nakamura'))
    const answer = await client.post(`/jobs/${id}/sign`, {
      device: client.device,
      event: draft('hold-released', { step: 'isolate' }),
      login: 'nakamura',
      pin: PIN,
    })
    await database().update(person).set({ sites: null }).where(eq(person.login, 'nakamura'))
    expect(answer.body).toMatchObject({ status: 403, code: 'site.out-of-reach' })
  })
})

describe('a session', () => {
  const gone = async (client: Client, within = 2000) => {
    const until = Date.now() + within
    while (Date.now() < until) if ((await client.get('/yard')).status === 401) return true
    return false
  }

  it('ends with signing out: its cookie is worth nothing afterwards, nor are its live channels', async () => {
    const client = await Client.as('lindqvist')
    const cookies = client.cookies
    const live = await askLive('/api/live', { cookie: cookies })
    expect(live.status).toBe(101)
    expect((await client.send('DELETE', '/session')).status).toBe(200)
    const again = await fetch(`${process.env.NEEDLER_URL}/api/yard`, { headers: { cookie: cookies } })
    expect(again.status).toBe(401)
    await live.closed
    expect((await askLive('/api/live', { cookie: cookies })).status).toBe(401)
  })

  it('ends when the office disables the person, changes the role, the sites, or the password, and the office sees and ends single ones', async () => {
    const office = await Client.as('admin')
    const { body: made } = await office.post<{ id: string; code: string }>('/people', {
      login: 'tryout',
      name: 'T. Ryout',
      role: 'technician',
      sites: ['intake'],
    })
    const client = new Client()
    // The code is no password: it opens nothing but the choosing of one.
    expect(await client.signIn('tryout', made.code)).toBe(401)
    const entry = { code: made.code, password: 'two dry anchors', pin: '660417' }
    expect((await client.post('/entry', entry)).status).toBe(200)
    expect((await client.put('/me/password', { present: 'two dry anchors', password: 'short' })).status).toBe(422)
    expect((await client.put('/me/password', { present: 'not that one', password: 'nine rusty anchors' })).body.code).toBe('password.wrong')
    expect((await client.put('/me/password', { present: 'two dry anchors', password: 'nine rusty anchors' })).status).toBe(200)
    expect((await client.get('/yard')).status).toBe(200)
    expect((await client.put('/me/pin', { present: 'nine rusty anchors', pin: '123456' })).body.code).toBe('pin.weak')
    expect((await client.put('/me/pin', { present: 'nine rusty anchors', pin: '805319' })).status).toBe(200)

    const changes: [string, object][] = [
      ['role', { role: 'lead' }],
      ['sites', { sites: null }],
      ['being disabled', { active: false }],
    ]
    for (const [what, change] of changes) {
      const elsewhere = new Client()
      expect(await elsewhere.signIn('tryout', 'nine rusty anchors'), what).toBe(200)
      const live = await askLive('/api/live', { cookie: elsewhere.cookies })
      expect((await office.patch(`/people/${made.id}`, change)).status).toBe(200)
      expect(await gone(elsewhere), what).toBe(true)
      await live.closed
    }
    expect(await new Client().signIn('tryout', 'nine rusty anchors')).toBe(401)
    await office.patch(`/people/${made.id}`, { active: true })
    const [one, other] = [new Client(), new Client()]
    expect(await one.signIn('tryout', 'nine rusty anchors')).toBe(200)
    expect(await other.signIn('tryout', 'nine rusty anchors')).toBe(200)
    const { body: sessions } = await office.get<SessionRow[]>('/sessions')
    const theirs = sessions.filter(row => row.person === made.id)
    expect(theirs.length).toBe(2)
    await office.send('DELETE', `/sessions/${theirs[0]!.id}`)
    expect([await gone(one), await gone(other, 300)].sort()).toEqual([false, true])
    const { body: reset } = await office.post<{ code: string }>(`/people/${made.id}/reset`, {})
    expect([await gone(one), await gone(other)]).toEqual([true, true])
    expect(await new Client().signIn('tryout', 'nine rusty anchors')).toBe(401)
    expect(reset.code).toMatch(/^([a-z2-9]{4}-){4}[a-z2-9]{4}$/)
    const { body: people } = await office.get<PersonRow[]>('/people')
    expect(people.find(row => row.login === 'tryout')).toMatchObject({ role: 'lead', hasPassword: false, hasPin: false })
    expect(JSON.stringify(people)).not.toMatch(/scrypt|Hash|Sha256|Hmac/)
  })

  it('of somebody else is not mine to see or end, and the office is for admins', async () => {
    const client = await Client.as('okafor')
    const { body: own } = await client.get<SessionRow[]>('/me/sessions')
    expect(own.every(row => row.name === 'R. Okafor')).toBe(true)
    expect(own.filter(row => row.isThis).length).toBe(1)
    const lead = await Client.as('brandt')
    expect((await lead.send('DELETE', `/sessions/${own[0]!.id}`)).status).toBe(404)
    for (const path of ['/people', '/sessions']) expect((await lead.get(path)).status).toBe(403)
    expect((await lead.patch(`/people/${randomUUID()}`, { role: 'admin' })).status).toBe(403)
  })

  it('of the last admin stays: nobody takes the office away from the house', async () => {
    const office = await Client.as('admin')
    const { body: people } = await office.get<PersonRow[]>('/people')
    const admin = people.find(row => row.login === 'admin')!
    expect((await office.patch(`/people/${admin.id}`, { role: 'viewer' })).body).toMatchObject({ status: 409, code: 'person.yourself' })
    expect((await office.patch(`/people/${admin.id}`, { active: false })).body).toMatchObject({ status: 409, code: 'person.yourself' })
    expect((await office.post('/people', { login: 'okafor', name: 'Another', role: 'viewer', sites: null })).body).toMatchObject({
      status: 409,
      code: 'person.login-taken',
    })
    expect((await office.post('/people', { login: 'x y', name: 'Another', role: 'viewer', sites: null })).status).toBe(422)
    expect((await office.post('/people', { login: 'moon', name: 'Another', role: 'viewer', sites: ['moon'] })).body).toMatchObject({
      status: 422,
      code: 'site.unknown',
    })
  })
})

describe('nobody', () => {
  it('gets a cookie without having signed in, nor with anything that is kept for good', async () => {
    for (const path of ['/api/session', '/api/health', '/api/yard', '/', '/needle.svg']) {
      const answer = await fetch(`${process.env.NEEDLER_URL}${path}`, { headers: { cookie: 'needler=Fe26.2**broken' } })
      expect(answer.headers.getSetCookie(), path).toEqual([])
    }
  })

  it('opens a live channel anywhere: without a session, from another page, with a cookie that is none', async () => {
    const { cookies } = await Client.as('okafor')
    const { host } = new URL(process.env.NEEDLER_URL!)
    expect((await askLive('/api/live', { cookie: cookies, origin: `http://${host}` })).status).toBe(101)
    for (const [path, headers, status] of [
      ['/api/live', {}, 401],
      ['/', {}, 404],
      ['/jobs/1', { cookie: cookies }, 404],
      ['/api/yard', { cookie: cookies }, 404],
      ['/api/live', { cookie: 'needler=%E0%A4%A' }, 401],
      ['/api/live', { cookie: 'needler=Fe26.2**x' }, 401],
      ['/api/live', { cookie: cookies, origin: 'http://elsewhere.example' }, 403],
      ['/api/live', { cookie: cookies, origin: 'null' }, 403],
      ['/api/live', { cookie: cookies, origin: '::' }, 403],
    ] as const)
      expect((await askLive(path, headers)).status, `${path} ${JSON.stringify(headers).slice(0, 60)}`).toBe(status)
    const refused = await many(200, () => askLive('/', {}))
    expect(count(refused.map(answer => answer.status))).toEqual({ 404: 200 })
  })

  it('holds more channels than a person needs, and none takes a long message', async () => {
    const { cookies } = await Client.as('marsh')
    const opened = await many(32, () => askLive('/api/live', { cookie: cookies }))
    expect(count(opened.map(answer => answer.status))).toEqual({ 101: 24, 429: 8 })
    const [first] = opened.filter(answer => answer.socket)
    // A frame that says it has 60 MB ends the connection at its head.
    first!.socket!.write(Buffer.from([0x81, 0xff, 0, 0, 0, 0, 0x03, 0x93, 0x87, 0, 1, 2, 3, 4]))
    await first!.closed
    for (const { socket } of opened) socket?.destroy()
  })
})

describe('an address', () => {
  it.each([
    ['PUT', '/session', 'DELETE, GET, POST'],
    ['DELETE', '/yard', 'GET'],
    ['GET', '/me/password', 'PUT'],
    ['POST', `/jobs/${randomUUID()}`, 'GET'],
    ['GET', `/people/${randomUUID()}`, 'PATCH'],
  ])('%s %s takes %s', async (method, path, allow) => {
    const { status, headers, body } = await new Client().send(method, path)
    expect([status, headers.get('allow'), body.code]).toEqual([405, allow, 'method.other'])
  })

  it('that is hung up on is nobody’s incident', async () => {
    const { cookies } = await Client.as('okafor')
    const { host, hostname, port } = new URL(process.env.NEEDLER_URL!)
    const hangUp = (head: string) => new Promise<void>((resolve) => {
      const socket = connect(Number(port), hostname, () => {
        socket.write(
          `${head}\r\nhost: ${host}\r\ncookie: ${cookies}\r\ncontent-type: application/json\r\ncontent-length: 5000\r\n\r\n{"half`,
        )
        setTimeout(() => { socket.resetAndDestroy() }, 30)
      }).on('close', resolve).on('error', () => undefined)
    })
    await many(20, i => hangUp(i % 2 ? 'POST /api/session HTTP/1.1' : `PUT /api/me/password HTTP/1.1`))
    await many(20, () => hangUp('GET / HTTP/1.1\r\nupgrade: websocket\r\nconnection: upgrade'))
    // Whatever the server says of it shows in what its log must not hold (`npm test` looks), and it goes on.
    expect((await new Client().get('/health')).status).toBe(200)
  })

  it('never repeats what was sent to it', async () => {
    const client = await Client.as('okafor')
    const word = 'KRAKEN-5f1f'
    const job = await client.openJobOf('P-105')
    const answers = [
      await client.post('/session', { login: { [word]: word }, password: 'x' }),
      await client.post(`/jobs/${job}/events`, { device: word, events: [] }),
      await client.append(job, [{ ...draft('note-added', { text: 'x' }), [word]: 1 }]),
      await client.append(job, [{ ...draft('note-added', { text: 'x' }), type: word }]),
      await client.get(`/yard?${word}=1`),
      await client.get(`/yard?site[${word}]=1`),
      await client.get(`/jobs/${word}`),
      await client.post(`/jobs/${job}/sign`, {
        device: client.device,
        event: draft('hold-released', { step: 'isolate' }),
        login: 'brandt',
        pin: word,
      }),
    ]
    for (const { status, body } of answers) {
      expect(status).toBe(422)
      expect(JSON.stringify(body)).not.toContain(word)
    }
  })
})
