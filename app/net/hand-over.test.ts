import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import type { JobEvent } from '#core'
import type { SessionPerson } from '#shared/wire/types'
import { soon } from '../../tests/support/soon'

const kept = new Map<string, string>()
vi.stubGlobal('localStorage', {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
})

const okafor: SessionPerson = { id: 'okafor', login: 'okafor', name: 'R. Okafor', role: 'technician', sites: null, byBadge: true }
const duarte: SessionPerson = { id: 'duarte', login: 'duarte', name: 'P. Duarte', role: 'technician', sites: ['sludge'], byBadge: true }

/** The server of these tests: whose sign-in stands, what it was asked under it, in order. */
const server = { who: okafor as SessionPerson | null, next: duarte, isReached: true, isLocked: false, asked: [] as string[] }
vi.mock('./api', async (original) => {
  const real = await original<typeof import('./api')>()
  return {
    ...real,
    callApi: (path: string, { body }: { body?: { events?: { id: string }[] } } = {}) => {
      if (!server.isReached) return Promise.reject(new real.NoNetwork())
      server.asked.push(`${server.who?.login ?? 'nobody'} ${path}`)
      if (path === '/session') return Promise.resolve(server.isLocked ? { person: null, lockedFor: server.who!.name } : { person: server.who })
      if (path === '/house/challenge') return Promise.resolve({ challenge: 'sign this' })
      if (path === '/session/lock') {
        server.isLocked = true
        return Promise.resolve({ locked: true })
      }
      if (path === '/house/entry') {
        server.who = server.next
        server.isLocked = false
        return Promise.resolve(server.next)
      }
      return Promise.resolve({ results: body!.events!.map(({ id }, i) => ({ id, outcome: 'recorded', seq: i + 1, hash: 'h' })), seq: 1 })
    },
  }
})
vi.mock('./house-key', () => ({ proveHouse: () => Promise.resolve('proof'), hasHouseKey: () => Promise.resolve(true) }))
const { deviceStore } = await import('./device-store')
const { useHandOver } = await import('./hand-over')
const { useOutboxStore } = await import('./outbox-store')
const { useSessionStore } = await import('./session-store')

const note = (id: string, { id: by, name }: SessionPerson): JobEvent =>
  ({ id, type: 'note-added', body: { text: id }, actor: { id: by, name }, happenedAt: '2026-05-04T08:00:00.000Z' })

function tablet() {
  setActivePinia(createPinia())
  return effectScope().run(() => {
    const session = useSessionStore()
    session.person = okafor
    return { session, outbox: useOutboxStore(), ...useHandOver() }
  })!
}
const job = (id: string, site?: string) => ({ id, meta: { site }, sheet: {}, head: {}, format: 1, state: {} }) as never

beforeEach(async () => {
  Object.assign(server, { who: okafor, next: duarte, isReached: true, isLocked: false, asked: [] })
  const store = await deviceStore()
  for (const name of ['waiting', 'setAside', 'photos', 'jobs', 'log', 'answers'] as const) await store.clear(name)
})

describe('a bench that goes from one to the other', () => {
  it('sends what waits under the sign-in of who did it, before anybody else comes in', async () => {
    const { session, outbox, byBadge } = tablet()
    server.isReached = false
    await outbox.add('job-1', note('one', okafor))
    await expect(byBadge('0004711815', '481216')).rejects.toThrow('not reached')
    expect([session.person!.login, outbox.count]).toEqual(['okafor', 1])
    server.isReached = true
    await byBadge('0004711815', '481216')
    expect(server.asked.filter(asked => /events|entry/.test(asked))).toEqual(['okafor /jobs/job-1/events', 'okafor /house/entry'])
    expect([session.person!.login, outbox.count]).toEqual(['duarte', 0])
  })

  it('keeps what the server would not hear as the work of who did it, never of who has come', async () => {
    const { session, outbox, byBadge } = tablet()
    await outbox.restore()
    // Written when the sign-in was over already.
    session.expired = true
    await outbox.add('job-1', note('one', okafor))
    await byBadge('0004711815', '481216')
    await new Promise(resolve => setTimeout(resolve, 50))
    expect(server.asked.filter(asked => asked.includes('events'))).toEqual([])
    expect(outbox.stranded).toEqual([{ id: 'okafor', name: 'R. Okafor', count: 1 }])
    server.next = okafor
    await byBadge('0004711816', '481216')
    await soon(() => expect(outbox.count).toBe(0))
    expect(server.asked.filter(asked => asked.includes('events'))).toEqual(['okafor /jobs/job-1/events'])
  })

  it('forgets what was kept of sites that the next one may not see, with lists of the one before; what waits stays', async () => {
    const { session, byBadge } = tablet()
    await session.become(okafor)
    const store = await deviceStore()
    for (const one of [job('here', 'sludge'), job('there', 'intake'), job('old')]) await store.put('jobs', one)
    await store.put('log', { job: 'there', seq: 1, event: {} } as never)
    await store.put('answers', { key: 'yard all', at: '2026', answer: {} })
    await byBadge('0004711815', '481216')
    expect(await store.getAllKeys('jobs')).toEqual(['here'])
    expect([await store.count('log'), await store.get('answers', 'yard all')]).toEqual([0, undefined])
  })

  it('takes along what was fetched for who signs out; what they have not sent stays, as theirs', async () => {
    const { session, outbox } = tablet()
    session.expired = true
    await outbox.add('here', note('one', okafor))
    const store = await deviceStore()
    await store.put('jobs', job('here', 'intake'))
    await store.put('log', { job: 'here', seq: 1, event: {} } as never)
    await store.put('sheets', { id: 'its sheet', document: {} } as never)
    await session.signOut()
    expect(await Promise.all((['jobs', 'log', 'sheets', 'answers', 'waiting'] as const).map(name => store.count(name)))).toEqual([0, 0, 0, 0, 1])
  })

  it('locks once what waits is sent; without the link it stays open, because nobody could open it', async () => {
    const { session, outbox, lock, byBadge } = tablet()
    await outbox.add('job-1', note('one', okafor))
    await lock()
    expect(server.asked.filter(asked => /events|lock/.test(asked))).toEqual(['okafor /jobs/job-1/events', 'okafor /session/lock'])
    expect(session.lockedFor).toBe('R. Okafor')
    await byBadge('0004711815', '481216')
    expect([session.lockedFor, session.person!.login]).toEqual([null, 'duarte'])
    server.isReached = false
    await lock()
    expect(session.lockedFor).toBeNull()
  })
})
