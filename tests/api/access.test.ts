import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { describe, expect, it } from 'vitest'
import type { Role } from '#shared/rights'
import type { Person, ProblemDetails, YardAnswer } from '#shared/wire/types'
import { database } from '../../server/db/client'
import { person as personTable } from '../../server/db/schema'
import { apiRoutes } from '../support/routes'
import { Client, draft, type Answer } from './client'

const PUBLIC = new Set([
  'GET /health', 'GET /session', 'POST /session', 'DELETE /session', 'POST /set-up', 'GET /live', 'POST /hours',
  'POST /entry', 'POST /entry/greeting', 'POST /house/challenge', 'POST /house/entry',
])

/** Every route, as it is named and with something in its free segments. */
const routes = () =>
  apiRoutes.map(({ method, path }) => ({
    method,
    path: {
      pattern: path,
      filled: path
        .replaceAll('[id]', randomUUID())
        .replaceAll('[photo]', randomUUID())
        .replaceAll('[tag]', 'P-101')
        .replaceAll('[key]', 'split-casing-lift-pump')
        .replaceAll('[step]', 'sites')
        .replaceAll('[revision]', '1'),
    },
  }))

describe('without a session', () => {
  it.each(routes().filter(({ method, path }) => !PUBLIC.has(`${method} ${path.pattern}`)))(
    '$method $path.pattern is refused',
    async ({ method, path }) => {
      const { status, body, headers } = await new Client().send(method, path.filled)
      expect(status).toBe(401)
      expect(headers.get('content-type')).toContain('application/problem+json')
      expect(body).toMatchObject({ status: 401, code: 'session.none' })
    },
  )

  it('tells nobody as an answer, health in full, and nothing at other addresses', async () => {
    const client = new Client()
    expect((await client.get('/session')).body).toEqual({ person: null, isDemo: true })
    expect((await client.get('/health')).body).toEqual({ status: 'well', database: 'answers' })
    expect((await client.get('/plans/of/the/moon')).body).toMatchObject({ status: 404, code: 'route.unknown' })
  })

  it('does not open a live channel', async () => {
    const response = await fetch(`${process.env.NEEDLER_URL}/api/live`, {
      headers: {
        'connection': 'upgrade',
        'upgrade': 'websocket',
        'sec-websocket-key': 'dGhlIHNhbXBsZSBub25jZQ==',
        'sec-websocket-version': '13',
      },
    }).catch((error: unknown) => error as Error)
    expect(response instanceof Response ? response.status : 'refused').not.toBe(101)
  })
})

describe('signing in', () => {
  it('gives a cookie that scripts and other sites do not get', async () => {
    const { status, headers, body } = await new Client().post<Person>('/session', { login: 'Okafor', password: 'merrow-sound' })
    expect(status).toBe(200)
    expect(body).toMatchObject({ name: 'R. Okafor', role: 'technician' })
    expect(body).not.toHaveProperty('passwordHash')
    const cookie = headers.getSetCookie().find(line => line.startsWith('needler='))!
    expect(cookie).toMatch(/HttpOnly/i)
    expect(cookie).toMatch(/SameSite=Strict/i)
  })

  it('ends with signing out', async () => {
    const client = await Client.as('okafor')
    expect((await client.get('/yard')).status).toBe(200)
    await client.send('DELETE', '/session')
    expect((await client.get('/yard')).status).toBe(401)
  })

  it('says the same for a wrong name and a wrong password', async () => {
    const name = await new Client().post('/session', { login: 'nobody', password: 'x' })
    const password = await new Client().post('/session', { login: 'guest', password: 'x' })
    expect(name.body.detail).toBe(password.body.detail)
  })
})

describe('rights', () => {
  const logins: Record<Role, string> = {
    technician: 'lindqvist',
    lead: 'nakamura',
    planner: 'osei',
    engineer: 'varga',
    admin: 'admin',
    trainee: 'pike',
    viewer: 'guest',
  }

  it.each<[Role, number, number, number]>([
    // role, taking a note at a job, releasing a hold point too early, bringing in no sheet
    ['technician', 200, 403, 403],
    ['lead', 200, 409, 422],
    ['planner', 403, 403, 403],
    ['engineer', 200, 409, 422],
    ['admin', 200, 409, 422],
    ['trainee', 403, 403, 403],
    ['viewer', 403, 403, 403],
  ])('of a %s', async (role, note, release, sheet) => {
    const client = await Client.as(logins[role])
    const job = await client.openJobOf('P-105')
    expect((await client.append(job, [draft('note-added', { text: `a ${role} was here` })])).status).toBe(note)
    expect((await client.append(job, [draft('hold-released', { step: 'unlock' })])).status).toBe(release)
    expect((await client.post('/drafts', {})).status).toBe(sheet)
    expect((await client.get('/sheets')).status).toBe(200)
  })

  /** Who may ask each route: all who are signed in, or these. */
  const WORKERS: readonly Role[] = ['technician', 'lead', 'engineer', 'admin']
  const TABLE: Readonly<Record<string, readonly Role[] | 'all'>> = {
    'GET /yard': 'all',
    'GET /units/[tag]': 'all',
    'GET /units/[tag]/sisters': 'all',
    'GET /units/[tag]/card': 'all',
    'GET /units/[tag]/wear': 'all',
    'GET /units/[tag]/parts': 'all',
    'GET /units/[tag]/hours': 'all',
    'POST /units/[tag]/hours': [...WORKERS, 'planner'],
    'DELETE /units/[tag]/hours/[id]': [...WORKERS, 'planner'],
    'GET /units/[tag]/plans': 'all',
    'POST /units/[tag]/plans': ['planner', 'engineer', 'admin'],
    'GET /units/[tag]/workers': 'all',
    'GET /plans': 'all',
    'GET /plans/[id]': 'all',
    'PATCH /plans/[id]': ['planner', 'engineer', 'admin'],
    'DELETE /plans/[id]': ['planner', 'engineer', 'admin'],
    'POST /plans/[id]/hold': ['planner', 'lead', 'engineer', 'admin'],
    'POST /plans/[id]/issue': ['planner', 'lead', 'engineer', 'admin'],
    'GET /stores/items': 'all',
    'POST /stores/items': ['planner', 'lead', 'engineer', 'admin'],
    'GET /stores/items/[number]': 'all',
    'PATCH /stores/items/[number]': ['planner', 'lead', 'engineer', 'admin'],
    'POST /stores/items/[number]/fits': ['engineer', 'admin'],
    'DELETE /stores/items/[number]/fits/[id]': ['engineer', 'admin'],
    'POST /stores/entries': ['planner', 'lead', 'engineer', 'admin'],
    'POST /stores/extend': ['engineer', 'admin'],
    'GET /stores/orders': 'all',
    'POST /stores/orders': ['planner', 'lead', 'engineer', 'admin'],
    'POST /stores/orders/[id]/close': ['planner', 'lead', 'engineer', 'admin'],
    'GET /stores/shortages': 'all',
    'GET /stores/outside': 'all',
    'PUT /stores/outside/[id]/[part]': ['planner', 'lead', 'engineer', 'admin'],
    'POST /hours/list': [...WORKERS, 'planner'],
    'GET /hours/links': ['admin'],
    'POST /hours/links': ['admin'],
    'DELETE /hours/links/[id]': ['admin'],
    'POST /units': ['planner', 'engineer', 'admin'],
    'PATCH /units/[tag]': ['planner', 'engineer', 'admin'],
    'POST /units/[tag]/retire': ['planner', 'engineer', 'admin'],
    'GET /instruments': 'all',
    'POST /instruments': ['engineer', 'admin'],
    'PATCH /instruments/[tag]': ['engineer', 'admin'],
    'GET /instruments/[tag]': ['engineer', 'admin'],
    'POST /instruments/[tag]/calibrations': ['engineer', 'admin'],
    'GET /instruments/links': 'all',
    'POST /instruments/[tag]/lease': WORKERS,
    'DELETE /instruments/[tag]/lease': WORKERS,
    'GET /sheets': 'all',
    'GET /sheets/[key]': 'all',
    'GET /documents/[sha256]': 'all',
    'POST /attachments': ['lead', 'engineer', 'admin'],
    'GET /attachments/[sha256]': 'all',
    'GET /catalogue': 'all',
    'POST /catalogue': ['engineer', 'admin'],
    'GET /findings': 'all',
    'GET /drafts': 'all',
    'GET /drafts/[id]': 'all',
    'POST /drafts': ['lead', 'engineer', 'admin'],
    'POST /drafts/[id]/deeds': ['lead', 'engineer', 'admin'],
    'POST /drafts/[id]/carry': ['lead', 'engineer', 'admin'],
    'POST /drafts/[id]/review': ['lead', 'engineer', 'admin'],
    'POST /drafts/[id]/release': ['engineer', 'admin'],
    'GET /proposals': 'all',
    'POST /departures': ['lead', 'engineer', 'admin'],
    'POST /proposals/[id]': ['lead', 'engineer', 'admin'],
    'GET /jobs/[id]': 'all',
    'GET /jobs/[id]/events': 'all',
    'GET /jobs/[id]/dossier': 'all',
    'GET /jobs/[id]/lasting': 'all',
    'GET /jobs/[id]/labels': 'all',
    'GET /jobs/[id]/photos/[photo]': 'all',
    'POST /jobs/[id]/events': WORKERS,
    'POST /jobs/[id]/sign': WORKERS,
    'PUT /jobs/[id]/photos/[photo]': WORKERS,
    'POST /units/[tag]/jobs': [...WORKERS, 'planner'],
    'GET /rules': 'all',
    'GET /rules/agreement': 'all',
    'POST /rules': ['engineer', 'admin'],
    'POST /rules/dry-run': ['engineer', 'admin'],
    'GET /people': ['admin'],
    'POST /people': ['admin'],
    'PATCH /people/[id]': ['admin'],
    'POST /people/[id]/reset': ['admin'],
    'DELETE /people/[id]/code': ['admin'],
    'POST /people/[id]/badges': ['admin'],
    'DELETE /badges/[id]': ['admin'],
    'GET /house/devices': ['admin'],
    'POST /house/devices': ['admin'],
    'PATCH /house/devices/[id]': ['admin'],
    'DELETE /house/devices/[id]': ['admin'],
    'GET /sites': 'all',
    'POST /sites': ['engineer', 'admin'],
    'PATCH /sites/[key]': ['engineer', 'admin'],
    'DELETE /sites/[key]': ['engineer', 'admin'],
    'GET /first-steps': 'all',
    'PUT /first-steps/[step]': 'all',
    'POST /session/lock': 'all',
    'DELETE /me/sessions': 'all',
    'GET /sessions': ['admin'],
    'DELETE /sessions/[id]': 'all',
    'GET /me/sessions': 'all',
    'GET /me/work-key': 'all',
    'GET /people/[id]/work-key': ['lead', 'engineer', 'admin'],
    'PUT /me/password': 'all',
    'PUT /me/pin': 'all',
  }

  it('stand in the table for every route there is', () => {
    expect(
      apiRoutes
        .map(({ method, path }) => `${method} ${path}`)
        .filter(name => !PUBLIC.has(name))
        .sort(),
    ).toEqual(Object.keys(TABLE).sort())
  })

  it.each(Object.entries(logins) as [Role, string][])('let a %s do what the table says, route by route', async (role, login) => {
    const client = await Client.as(login)
    for (const { method, path } of routes()) {
      const name = `${method} ${path.pattern}`
      if (PUBLIC.has(name)) continue
      const { status, body } = await client.send(method, path.filled, method === 'GET' || method === 'DELETE' ? undefined : '{}', {
        'content-type': 'application/json',
      })
      const isAllowed = TABLE[name] === 'all' || TABLE[name]!.includes(role)
      // Who may not is told so before anything that was sent is looked at.
      expect([name, status === 403 && body.code === 'right.missing'], `${role}: ${status} ${body.code}`).toEqual([name, !isAllowed])
      expect(status, name).toBeLessThan(500)
    }
  })

  it('end at the sites of a sign-in, on every route that leads to a job or a unit', async () => {
    const okafor = await Client.as('okafor')
    const job = await okafor.openJobOf('P-104')
    const photo = await okafor.announcePhoto(job)
    const elsewhere = await Client.as('duarte')
    expect((await elsewhere.get<YardAnswer>('/yard')).body.sites.map(site => site.key)).toEqual(['sludge'])
    const { device } = elsewhere
    const note = draft('note-added', { text: 'from outside' })
    const sealed = { key: 'AAAA', iv: 'AAAA', text: 'AAAA' }
    const [{ id: _id, ...duarte } = {} as never] = await database().select().from(personTable).where(eq(personTable.login, 'duarte'))
    await database().insert(personTable).values({ ...duarte, login: 'far-planner', role: 'planner' }).onConflictDoNothing()
    const planner = await Client.as('far-planner')
    const hours = { at: new Date().toISOString(), hours: 1 }
    const [plan] = (await okafor.get<{ id: string }[]>('/units/P-101/plans')).body as [{ id: string }]
    const asked: Record<string, Promise<Answer<ProblemDetails>>> = {
      'GET /jobs/[id]': elsewhere.get(`/jobs/${job}`),
      'GET /jobs/[id]/lasting': elsewhere.get(`/jobs/${job}/lasting`),
      'GET /jobs/[id]/events': elsewhere.get(`/jobs/${job}/events?after=0`),
      'GET /jobs/[id]/dossier': elsewhere.get(`/jobs/${job}/dossier`),
      'GET /jobs/[id]/labels': elsewhere.get(`/jobs/${job}/labels`),
      'GET /jobs/[id]/photos/[photo]': elsewhere.get(`/jobs/${job}/photos/${photo}`),
      'GET /units/[tag]': elsewhere.get('/units/P-104'),
      'GET /units/[tag]/card': elsewhere.get('/units/P-104/card'),
      'GET /units/[tag]/sisters': elsewhere.get('/units/P-104/sisters'),
      'GET /units/[tag]/wear': elsewhere.get('/units/P-104/wear'),
      'GET /units/[tag]/parts': elsewhere.get('/units/P-104/parts'),
      'GET /units/[tag]/hours': elsewhere.get('/units/P-104/hours'),
      'POST /units/[tag]/hours': elsewhere.post('/units/P-104/hours', hours),
      'DELETE /units/[tag]/hours/[id]': elsewhere.send('DELETE', '/units/P-104/hours/1'),
      'GET /units/[tag]/plans': elsewhere.get('/units/P-104/plans'),
      'GET /units/[tag]/workers': elsewhere.get('/units/P-104/workers'),
      'POST /units/[tag]/plans': planner.post('/units/P-104/plans', { id: randomUUID(), day: '2030-01-01', reason: 'mine' }),
      'GET /plans/[id]': elsewhere.get(`/plans/${plan.id}`),
      'PATCH /plans/[id]': planner.patch(`/plans/${plan.id}`, { version: 1, change: { reason: 'mine' } }),
      'DELETE /plans/[id]': planner.send('DELETE', `/plans/${plan.id}`),
      'POST /plans/[id]/hold': planner.post(`/plans/${plan.id}/hold`, {}),
      'POST /plans/[id]/issue': planner.post(`/plans/${plan.id}/issue`, {}),
      'PATCH /units/[tag]': planner.patch('/units/P-104', { version: 1, change: { name: 'Mine' } }),
      'POST /units/[tag]/retire': planner.post('/units/P-104/retire', { version: 1, isRetired: true, note: 'mine' }),
      'POST /jobs/[id]/events': elsewhere.append(job, [note]),
      'POST /jobs/[id]/events, sealed': elsewhere.append(job, [{ ...draft('hold-released', { step: 'isolate' }), sealed }]),
      'POST /jobs/[id]/sign': elsewhere.post(`/jobs/${job}/sign`, { device, event: note, login: 'brandt', pin: '481216' }),
      'PUT /jobs/[id]/photos/[photo]': elsewhere.putPhoto(job, photo, Buffer.from('x')),
      'POST /units/[tag]/jobs': elsewhere.post('/units/P-106/jobs', { reason: 'from outside', device }),
    }
    for (const [name, answer] of Object.entries(asked))
      expect((await answer).body, name).toMatchObject({ status: 403, code: 'site.out-of-reach' })
    const known = new Set(Object.keys(asked))
    expect(
      apiRoutes.map(({ method, path }) => `${method} ${path}`).filter(name => /\/(jobs|units|plans)\//.test(name) && !known.has(name)),
    ).toEqual([])
  })
})

describe('the page', () => {
  it('comes with a strict policy and nothing about its making', async () => {
    const response = await fetch(`${process.env.NEEDLER_URL}/`)
    const policy = response.headers.get('content-security-policy')!
    expect(policy).toContain('default-src \'none\'')
    // The one leave beyond our own scripts: the reader of labels is WebAssembly.
    expect(policy).toContain('\'wasm-unsafe-eval\'')
    expect(policy.replace('\'wasm-unsafe-eval\'', '')).not.toContain('unsafe')
    expect(policy).not.toMatch(/https?:/)
    expect(response.headers.get('x-powered-by')).toBeNull()
    expect(response.headers.get('x-content-type-options')).toBe('nosniff')
    const html = await response.text()
    expect(html.match(/(?:src|href)="https?:/g)).toBeNull()
  })
})
