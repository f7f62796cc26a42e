import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import type { Role } from '#shared/rights'
import type { Person, YardAnswer } from '#shared/wire/types'
import { apiRoutes } from '../support/routes'
import { Client, draft } from './client'

const PUBLIC = new Set(['GET /health', 'GET /session', 'POST /session', 'DELETE /session', 'POST /set-up', 'GET /live'])

/** Every route with something in its free segments. */
const routes = () => apiRoutes.map(({ method, path }) => ({
  method, path: path.replaceAll('[id]', randomUUID()).replaceAll('[photo]', randomUUID()).replaceAll('[tag]', 'P-101').replaceAll('[key]', 'split-casing-lift-pump').replaceAll('[revision]', '1'),
}))

describe('without a session', () => {
  it.each(routes().filter(({ method, path }) => !PUBLIC.has(`${method} ${path}`)))('$method $path is refused', async ({ method, path }) => {
    const { status, body, headers } = await new Client().send(method, path)
    expect(status).toBe(401)
    expect(headers.get('content-type')).toContain('application/problem+json')
    expect(body).toMatchObject({ status: 401, code: 'session.none' })
  })

  it('tells nobody as an answer, health in full, and nothing at other addresses', async () => {
    const client = new Client()
    expect((await client.get('/session')).body).toEqual({ person: null })
    expect((await client.get('/health')).body).toEqual({ status: 'well', database: 'answers' })
    expect((await client.get('/plans/of/the/moon')).body).toMatchObject({ status: 404, code: 'route.unknown' })
  })

  it('does not open a live channel', async () => {
    const response = await fetch(`${process.env.NEEDLER_URL}/api/live`, { headers: { 'connection': 'upgrade', 'upgrade': 'websocket', 'sec-websocket-key': 'dGhlIHNhbXBsZSBub25jZQ==', 'sec-websocket-version': '13' } }).catch((error: unknown) => error as Error)
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
  const logins: Record<Role, string> = { technician: 'lindqvist', lead: 'nakamura', planner: 'osei', engineer: 'varga', admin: 'admin', trainee: 'pike', viewer: 'guest' }

  it.each<[Role, number, number, number]>([
    // role, taking a note at a job, releasing a hold point too early, bringing in an empty sheet
    ['technician', 200, 403, 403],
    ['lead', 200, 409, 403],
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
    expect((await client.post('/sheets', {})).status).toBe(sheet)
    expect((await client.get('/sheets')).status).toBe(200)
  })

  it('end at the sites of a sign-in', async () => {
    const job = await (await Client.as('okafor')).openJobOf('P-104')
    const elsewhere = await Client.as('duarte')
    expect((await elsewhere.get<YardAnswer>('/yard')).body.sites.map(site => site.key)).toEqual(['sludge'])
    for (const path of [`/jobs/${job}`, `/jobs/${job}/events?after=0`, `/jobs/${job}/dossier`, '/units/P-104']) {
      expect((await elsewhere.get(path)).body).toMatchObject({ status: 403, code: 'site.out-of-reach' })
    }
    expect((await elsewhere.append(job, [draft('note-added', { text: 'from outside' })])).status).toBe(403)
    expect((await elsewhere.post('/units/P-106/jobs', { reason: 'from outside', device: elsewhere.device })).status).toBe(403)
  })
})

describe('the page', () => {
  it('comes with a strict policy and nothing about its making', async () => {
    const response = await fetch(`${process.env.NEEDLER_URL}/`)
    const policy = response.headers.get('content-security-policy')!
    expect(policy).toContain('default-src \'none\'')
    expect(policy).not.toContain('unsafe')
    expect(policy).not.toMatch(/https?:/)
    expect(response.headers.get('x-powered-by')).toBeNull()
    expect(response.headers.get('x-content-type-options')).toBe('nosniff')
    const html = await response.text()
    expect(html.match(/(?:src|href)="https?:/g)).toBeNull()
  })
})
