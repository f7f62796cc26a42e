import { generateKeyPairSync, randomUUID, sign, type KeyObject } from 'node:crypto'
import { eq, sql } from 'drizzle-orm'
import { afterAll, afterEach, describe, expect, it } from 'vitest'
import type { Dossier } from '#shared/wire/dossier'
import { houseText, type HouseDeviceRow, type SitePlan } from '#shared/wire/house'
import type { PersonRow, SessionAnswer, SessionRow, YardAnswer } from '#shared/wire/types'
import { closeConnection, database } from '../../server/db/client'
import { badge, entryCode, houseDevice, person, rateLimit } from '../../server/db/schema'
import { closePools } from '../../server/work/pools'
import { benchOf } from './bench-of'
import { Client, draft } from './client'
import { askLive } from './live-channel'

afterAll(() => Promise.all([closeConnection(), closePools()]))
afterEach(() => database().delete(rateLimit))

const PIN = '481216'
const sitesOf = async (client: Client) => (await client.get<SitePlan[]>('/sites')).body
const siteOf = async (client: Client, key: string) => (await sitesOf(client)).find(site => site.key === key)!
const patch = async (client: Client, key: string, change: object) =>
  client.patch(`/sites/${key}`, { version: (await siteOf(client, key)).version, change })
/** The job that runs at a machine of the new site. */
let pitJob = ''
const NORTH = { key: 'north', name: 'North Pit', timeZone: 'Pacific/Auckland', bays: ['Pit', 'Bench 1'] }

describe('a site', () => {
  it('is made once, whatever the case of its key, with a zone that there is and bays that can be told apart', async () => {
    const office = await Client.as('admin')
    expect((await office.post('/sites', NORTH)).status).toBe(200)
    expect(await siteOf(office, 'north')).toMatchObject({ ...NORTH, units: 0, closedAt: null, version: 1 })
    const bad: [object, number, string][] = [
      [{ key: 'NORTH', name: 'Another' }, 409, 'site.key-taken'], [{ key: 'north-2', name: 'north pit' }, 409, 'site.name-taken'],
      [{ key: 'moon', name: 'Moon', timeZone: 'Moon/Tranquility' }, 422, 'input.bad'], [{ key: 'off', name: 'Offset', timeZone: '+02:00' }, 422, 'input.bad'],
      [{ key: 'x y', name: 'Blank' }, 422, 'input.bad'], [{ key: 'twice', name: 'Twice', bays: ['Pit', 'pit'] }, 422, 'input.bad'],
    ]
    for (const [input, status, code] of bad) expect((await office.post('/sites', { ...NORTH, ...input })).body, JSON.stringify(input)).toMatchObject({ status, code })
    const twice = await Promise.all([1, 2, 3].map(() => office.post('/sites', { ...NORTH, key: 'rush', name: `Rush ${randomUUID()}` })))
    expect(twice.map(({ status }) => status).sort()).toEqual([200, 409, 409])
    expect((await new Client().get('/sites')).status).toBe(401)
    expect((await (await Client.as('osei')).post('/sites', NORTH)).body.code).toBe('right.missing')
    // Who sees some sites only makes none, and changes none of the others.
    await database().update(person).set({ sites: ['sludge'] }).where(eq(person.login, 'holm'))
    const limited = await Client.as('holm')
    expect((await limited.post('/sites', { ...NORTH, key: 'mine', name: 'Mine' })).body.code).toBe('site.out-of-reach')
    expect((await limited.patch('/sites/north', { version: 1, change: { name: 'Mine' } })).body.code).toBe('site.out-of-reach')
    expect((await sitesOf(limited)).map(({ key }) => key)).toEqual(['sludge'])
    await database().update(person).set({ sites: null }).where(eq(person.login, 'holm'))
  })

  it('is changed by who saw it last, put in order, and shown in the yard before it has a machine', async () => {
    const office = await Client.as('varga')
    expect((await patch(office, 'north', { name: 'North Pumping Pit', bays: ['Bench 1', 'Crane hall'], place: 9 })).status).toBe(200)
    expect((await office.patch('/sites/north', { version: 1, change: { name: 'Old' } })).body).toMatchObject({ status: 409, code: 'site.changed' })
    expect(await siteOf(office, 'north')).toMatchObject({ name: 'North Pumping Pit', bays: ['Bench 1', 'Crane hall'], version: 2 })
    expect((await office.get<YardAnswer>('/yard')).body.sites.find(({ key }) => key === 'north')).toMatchObject({ units: 0 })
    await patch(office, 'north', { place: 0 })
    await patch(office, 'intake', { place: 5 })
    expect((await sitesOf(office)).findIndex(({ key }) => key === 'north')).toBeLessThan((await sitesOf(office)).findIndex(({ key }) => key === 'intake'))
  })

  it('closes when nothing is on the bench there; then nothing new begins, and its record stays', async () => {
    const office = await Client.as('admin')
    expect((await patch(office, 'intake', { isClosed: true })).body).toMatchObject({ status: 409, code: 'site.at-work' })
    expect((await patch(office, 'north', { isClosed: true })).status).toBe(200)
    const machine = { tag: 'N-1', site: 'north', name: 'Pit pump', family: 'pump', make: 'unknown' }
    expect((await office.post('/units', machine)).body).toMatchObject({ status: 409, code: 'site.closed' })
    await patch(office, 'north', { isClosed: false })
    expect((await office.post('/units', machine)).status).toBe(200)
    await patch(office, 'north', { isClosed: true })
    const start = { reason: 'for a test', device: office.device, without: { from: 'nothing', energies: [] } }
    expect((await office.post('/units/N-1/jobs', start)).body).toMatchObject({ status: 409, code: 'site.closed' })
    expect((await office.get<YardAnswer>('/yard?site=north')).body.units.map(({ tag }) => tag)).toEqual(['N-1'])
    // What something names is never taken away.
    expect((await office.send('DELETE', '/sites/north')).body).toMatchObject({ status: 409, code: 'site.named' })
    expect((await office.send('DELETE', '/sites/rush')).status).toBe(200)
    expect((await office.send('DELETE', '/sites/rush')).status).toBe(404)
    await patch(office, 'north', { isClosed: false })
  })

  it('may change its clock while a job runs: times are shown by the new one, nothing of the record moves', async () => {
    const office = await Client.as('admin')
    const { client, id } = await benchOf('N-1', { without: { from: 'nothing', energies: [] } })
    pitJob = id
    await client.append(id, [{ ...draft('note-added', { text: 'late' }), happenedAt: new Date().toISOString() }])
    const read = async () => ({
      ...(await client.get<Dossier>(`/jobs/${id}/dossier?as=json`)).body,
      csv: (await client.get<string>(`/jobs/${id}/dossier?as=csv`)).body.split('\r\n')[1],
    })
    const before = await read()
    await patch(office, 'north', { timeZone: 'America/Lima' })
    const after = await read()
    expect([before.unit.timeZone, after.unit.timeZone]).toEqual(['Pacific/Auckland', 'America/Lima'])
    expect(after.csv).not.toBe(before.csv)
    expect([after.events, after.chain, after.job]).toEqual([before.events, before.chain, before.job])
    expect(after.isDemonstration).toBe(true)
  })
})

describe('a code of the office', () => {
  const add = async (office: Client, login: string, role = 'technician') =>
    (await office.post<{ id: string, code: string, until: string }>('/people', { login, name: `N. ${login}`, role, sites: null })).body
  const enter = (code: string, more: object = {}) => new Client().post('/entry', { code, password: 'four wet valves', pin: '805319', ...more })

  it('greets its person and is used up by exactly one, who has a password and a PIN from then on', async () => {
    const office = await Client.as('admin')
    const made = await add(office, 'newton')
    expect(Date.parse(made.until) - Date.now()).toBeGreaterThan(71 * 3_600_000)
    expect(await new Client().signIn('newton', made.code)).toBe(401)
    // As somebody types it: without hyphens, in capitals.
    const typed = made.code.replaceAll('-', '').toUpperCase()
    expect((await new Client().post('/entry/greeting', { code: typed })).body).toEqual({ name: 'N. newton', login: 'newton', needsPin: true })
    expect((await enter(made.code, { pin: '111111' })).body.code).toBe('pin.weak')
    expect((await enter(made.code, { password: 'newton wet valves' })).body.code).toBe('password.weak')
    expect((await enter(made.code, { pin: undefined })).body.code).toBe('pin.missing')
    const tries = await Promise.all(Array.from({ length: 8 }, () => enter(made.code)))
    expect(tries.filter(({ status }) => status === 200).length).toBe(1)
    expect(await new Client().signIn('newton', 'four wet valves')).toBe(200)
    expect((await enter(made.code)).body).toMatchObject({ status: 403, code: 'code.not-good' })
    const { body: people } = await office.get<PersonRow[]>('/people')
    expect(people.find(({ login }) => login === 'newton')).toMatchObject({ codeUntil: null, hasPassword: true, hasPin: true })
  })

  it('is not good after its time, when it was ended, when another was made, and when its person was', async () => {
    const office = await Client.as('admin')
    const made = await add(office, 'ender')
    await database().update(entryCode).set({ endsAt: sql`now() - interval '1 second'` }).where(eq(entryCode.personId, made.id))
    expect((await enter(made.code)).body.code).toBe('code.not-good')
    const second = (await office.post<{ code: string }>(`/people/${made.id}/reset`, {})).body.code
    const third = (await office.post<{ code: string }>(`/people/${made.id}/reset`, {})).body.code
    expect((await enter(second)).body.code).toBe('code.not-good')
    expect((await office.send('DELETE', `/people/${made.id}/code`)).status).toBe(200)
    expect((await office.send('DELETE', `/people/${made.id}/code`)).status).toBe(404)
    expect((await enter(third)).body.code).toBe('code.not-good')
    const fourth = (await office.post<{ code: string }>(`/people/${made.id}/reset`, {})).body.code
    await office.patch(`/people/${made.id}`, { active: false })
    expect((await enter(fourth)).body.code).toBe('code.not-good')
    await office.patch(`/people/${made.id}`, { active: true })
    expect((await enter(fourth)).body.code).toBe('code.not-good')
  })

  it('is not guessed: wrong ones are counted by address, and the database has only its hash', async () => {
    const guess = () => new Client().post('/entry/greeting', { code: `aaaa-${randomUUID()}` })
    const tries = await Promise.all(Array.from({ length: 40 }, guess))
    expect(tries.filter(({ status }) => status === 403).length).toBe(20)
    expect(tries.filter(({ status }) => status === 429).length).toBe(20)
    await database().delete(rateLimit)
    const office = await Client.as('admin')
    const { code } = await add(office, 'hashed', 'viewer')
    expect(JSON.stringify(await database().select().from(entryCode))).not.toContain(code)
    // Who signs nothing needs no PIN.
    expect((await enter(code, { pin: undefined })).status).toBe(200)
  })
})

/** A tablet of the house without its browser: a client with a key of its own. */
class Tablet extends Client {
  private readonly key: KeyObject
  readonly publicKey: object
  constructor() {
    super()
    const pair = generateKeyPairSync('ec', { namedCurve: 'P-256' })
    const { x, y } = pair.publicKey.export({ format: 'jwk' })
    this.key = pair.privateKey
    this.publicKey = { kty: 'EC', crv: 'P-256', x, y }
  }

  prove = (challenge: string, card: string, pin: string) =>
    sign('sha256', Buffer.from(houseText(challenge, card, pin)), { key: this.key, dsaEncoding: 'ieee-p1363' }).toString('base64')

  async enter(card: string, pin = PIN, at: Client = this) {
    const { body: { challenge } } = await at.post<{ challenge: string }>('/house/challenge', {})
    return at.post('/house/entry', { badge: card, pin, challenge: challenge ?? 'none', proof: this.prove(challenge ?? 'none', card, pin) })
  }
}

describe('a tablet of the house', () => {
  const idOf = async (login: string) => (await database().select({ id: person.id }).from(person).where(eq(person.login, login)))[0]!.id
  const badgeFor = async (office: Client, login: string, code?: string) =>
    (await office.post<{ id: string, code: string }>(`/people/${await idOf(login)}/badges`, { name: 'card', ...code ? { code } : {} })).body
  const tablet = new Tablet()
  const cards: Record<string, { id: string, code: string }> = {}

  it('is made by an admin, with a name and a bay of its own', async () => {
    expect(await tablet.signIn('admin')).toBe(200)
    const say = (more: object = {}) =>
      tablet.post('/house/devices', { name: 'Bench 2', site: 'intake', bay: 'Bay 1', restMinutes: 5, publicKey: tablet.publicKey, ...more })
    expect((await say({ bay: 'Nowhere' })).body.code).toBe('bay.unknown')
    expect((await say({ publicKey: { kty: 'oct', k: 'x' } })).status).toBe(422)
    expect((await say()).status).toBe(200)
    expect((await say()).body.code).toBe('tablet.enrolled')
    const [row] = (await tablet.get<HouseDeviceRow[]>('/house/devices')).body
    expect(row).toMatchObject({ name: 'Bench 2', bay: 'Bay 1', restMinutes: 5, isThis: true, who: 'M. Castellan' })
    const other = await Client.as('admin')
    expect((await other.post('/house/devices', { name: 'bench 2', site: 'intake', bay: null, restMinutes: 5, publicKey: tablet.publicKey })).body.code)
      .toBe('tablet.name-taken')
    // A bay where a tablet stands stays.
    expect((await patch(other, 'intake', { bays: ['Pump pit'] })).body.code).toBe('bay.named')
    expect((await new Client().get<SessionAnswer>('/session')).body.house).toBeUndefined()
    for (const login of ['okafor', 'brandt', 'duarte', 'admin']) cards[login] = await badgeFor(other, login)
    expect(cards.okafor!.code).toMatch(/^NB-([A-Z2-9]{4}-){3}[A-Z2-9]{4}$/)
    expect(JSON.stringify(await database().select().from(badge))).not.toContain(cards.okafor!.code.slice(3))
    expect((await other.post(`/people/${await idOf('brandt')}/badges`, { name: 'x', code: cards.okafor!.code })).body.code).toBe('badge.taken')
  })

  it('lets somebody in by badge and PIN, there and nowhere else, and opens no office', async () => {
    expect((await tablet.enter(cards.okafor!.code)).body).toMatchObject({ name: 'R. Okafor', byBadge: true })
    expect((await tablet.get<SessionAnswer>('/session')).body).toMatchObject({ person: { login: 'okafor', byBadge: true }, house: { name: 'Bench 2' } })
    expect((await tablet.enter(cards.okafor!.code, '481217')).body).toMatchObject({ status: 403, code: 'badge.wrong' })
    expect((await tablet.enter('NB-AAAA-AAAA-AAAA-AAAA')).body.code).toBe('badge.wrong')
    // Not from a device that is nobody's but its person's, nor with the cookie of the tablet on another one.
    const own = await Client.as('okafor')
    expect((await own.post('/house/challenge', {})).body).toMatchObject({ status: 403, code: 'tablet.none' })
    const stolen = tablet.leaveDevice()
    const thief = new Tablet()
    expect((await thief.enter(cards.okafor!.code, PIN, stolen)).body).toMatchObject({ status: 403, code: 'tablet.none' })
    // What was signed once is worth nothing a second time, and nothing for another badge.
    const { body: { challenge } } = await tablet.post<{ challenge: string }>('/house/challenge', {})
    const proof = tablet.prove(challenge, cards.okafor!.code, PIN)
    const said = { badge: cards.okafor!.code, pin: PIN, challenge, proof }
    expect((await tablet.post('/house/entry', { ...said, badge: cards.brandt!.code })).body.code).toBe('tablet.none')
    const { body: next } = await tablet.post<{ challenge: string }>('/house/challenge', {})
    const again = { ...said, challenge: next.challenge, proof: tablet.prove(next.challenge, said.badge, PIN) }
    const both = await Promise.all([tablet.leaveDevice(), tablet.leaveDevice()].map(client => client.post('/house/entry', again)))
    expect(both.map(({ status }) => status).sort()).toEqual([200, 403])
    // An admin has all rights but the office's, and signs in with the password for those.
    expect((await tablet.enter(cards.admin!.code)).status).toBe(200)
    for (const path of ['/people', '/house/devices', '/sessions', '/hours/links'])
      expect((await tablet.get(path)).body, path).toMatchObject({ status: 403, code: 'right.badge' })
    expect((await tablet.post('/sites', NORTH)).body.code).toBe('right.badge')
    const { body: sessions } = await own.get<SessionRow[]>('/me/sessions')
    expect((await tablet.send('DELETE', `/sessions/${sessions[0]!.id}`)).status).toBe(404)
    expect((await tablet.get('/yard')).status).toBe(200)
  })

  it('passes from one to the other: the one before is signed out there, and who may not see the site gets nothing', async () => {
    const id = pitJob
    await tablet.enter(cards.okafor!.code)
    const before = tablet.cookies
    const live = await askLive('/api/live', { cookie: before })
    expect((await tablet.append(id, [draft('note-added', { text: 'of Okafor' })])).status).toBe(200)
    expect((await tablet.enter(cards.brandt!.code)).status).toBe(200)
    await live.closed
    expect((await fetch(`${process.env.NEEDLER_URL}/api/yard`, { headers: { cookie: before } })).status).toBe(401)
    expect((await tablet.append(id, [draft('note-added', { text: 'of Brandt' })])).status).toBe(200)
    const { body } = await tablet.get<Dossier>(`/jobs/${id}/dossier?as=json`)
    expect(body.events.slice(-2).map(({ actor }) => actor.name)).toEqual(['R. Okafor', 'H. Brandt'])
    const { body: own } = await tablet.get<SessionRow[]>('/me/sessions')
    expect(own.find(({ isThis }) => isThis)).toMatchObject({ way: 'badge', tablet: 'Bench 2' })
    expect((await tablet.enter(cards.duarte!.code)).status).toBe(200)
    expect((await tablet.get(`/jobs/${id}`)).body).toMatchObject({ status: 403, code: 'site.out-of-reach' })
    expect((await tablet.append(id, [draft('note-added', { text: 'x' })])).body.code).toBe('site.out-of-reach')
  })

  it('locks: nothing works under the sign-in that rests, nor its live channel, until somebody enters', async () => {
    await tablet.enter(cards.okafor!.code)
    const live = await askLive('/api/live', { cookie: tablet.cookies })
    expect((await tablet.post('/session/lock', {})).status).toBe(200)
    await live.closed
    expect((await tablet.get('/yard')).body).toMatchObject({ status: 401, code: 'session.locked' })
    expect((await tablet.get<SessionAnswer>('/session')).body).toMatchObject({ person: null, lockedFor: 'R. Okafor', house: { name: 'Bench 2' } })
    expect((await askLive('/api/live', { cookie: tablet.cookies })).status).toBe(401)
    expect((await tablet.enter(cards.brandt!.code)).status).toBe(200)
    expect((await tablet.get('/yard')).status).toBe(200)
    expect((await (await Client.as('okafor')).post('/session/lock', {})).body.code).toBe('tablet.none')
  })

  it('knows no badge that was ended, nor that of somebody who was; PINs are counted, and the tablet itself is ended at once', async () => {
    const office = await Client.as('admin')
    const lost = await badgeFor(office, 'lindqvist', '0004711815')
    expect((await tablet.enter(lost.code)).status).toBe(200)
    expect((await office.send('DELETE', `/badges/${lost.id}`)).status).toBe(200)
    expect((await tablet.enter(lost.code)).body.code).toBe('badge.wrong')
    // The card may become a badge again, of whomever.
    const again = await badgeFor(office, 'marsh', '0004711815')
    await office.patch(`/people/${await idOf('marsh')}`, { active: false })
    expect((await tablet.enter(again.code)).body.code).toBe('badge.wrong')
    await office.patch(`/people/${await idOf('marsh')}`, { active: true })
    await database().delete(rateLimit)
    const tries = []
    for (let i = 0; i < 8; i++) tries.push((await tablet.enter(cards.okafor!.code, `48121${i}`.replace('481216', '481219'))).body.code)
    expect(tries).toEqual([...Array.from({ length: 5 }, () => 'badge.wrong'), 'pin.spent', 'pin.spent', 'pin.spent'])
    await database().delete(rateLimit)
    await tablet.enter(cards.okafor!.code)
    const [row] = (await office.get<HouseDeviceRow[]>('/house/devices')).body
    expect(row!.who).toBe('R. Okafor')
    expect((await office.send('DELETE', `/house/devices/${row!.id}`)).status).toBe(200)
    expect((await tablet.get('/yard')).status).toBe(401)
    expect((await tablet.enter(cards.okafor!.code)).body.code).toBe('tablet.none')
    expect((await office.send('DELETE', `/house/devices/${row!.id}`)).status).toBe(404)
    expect((await database().select().from(houseDevice)).length).toBe(1)
  })
})

describe('a person', () => {
  it('ends all their other sign-ins at once', async () => {
    const [one, other] = [await Client.as('nakamura'), await Client.as('nakamura')]
    expect((await one.send<{ ended: number }>('DELETE', '/me/sessions')).body.ended).toBeGreaterThan(0)
    expect([(await one.get('/yard')).status, (await other.get('/yard')).status]).toEqual([200, 401])
  })
})
