import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, watch } from 'vue'
import type { JobEvent } from '#core'
import type { AppendResult, ProblemDetails, SessionPerson } from '#shared/wire/types'
import { soon } from '../../tests/support/soon'

const kept = new Map<string, string>()
vi.stubGlobal('localStorage', {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
})

interface Sent { path: string, ids: string[], enteredFor?: string }
/** The server of these tests: what it was sent, and what it answers next. */
const server = {
  sent: [] as Sent[],
  photos: [] as string[],
  order: [] as string[],
  answer: (events: { id: string }[]): Promise<{ results: AppendResult[]; seq: number }> =>
    Promise.resolve({
      results: events.map(({ id }, i) => ({ id, outcome: 'recorded', seq: i + 1, hash: `hash ${i + 1}` })),
      seq: events.length,
    }),
  takePhoto: (): Promise<void> => Promise.resolve(),
  /** A key for each path: a person's own, and those of people who are gone. */
  keyAt: (path: string): Promise<{ key: string }> => Promise.resolve({ key: btoa(path.padEnd(32, '.').slice(0, 32)) }),
}
const usual = { answer: server.answer, takePhoto: server.takePhoto, keyAt: server.keyAt }

vi.mock('./api', async (original) => {
  const real = await original<typeof import('./api')>()
  return {
    ...real,
    callApi: (path: string, asked?: { body: { events: { id: string }[], enteredFor?: { name: string } } }) => {
      if (!asked) return server.keyAt(path)
      const { body } = asked
      server.sent.push({ path, ids: body.events.map(event => event.id), ...body.enteredFor ? { enteredFor: body.enteredFor.name } : {} })
      server.order.push(...body.events.map(event => event.id))
      return server.answer(body.events)
    },
    sendPicture: (_job: string, photo: string) => {
      server.photos.push(photo)
      server.order.push(photo)
      return server.takePhoto()
    },
  }
})
const { ApiProblem, NoNetwork } = await import('./api')
const { deviceStore } = await import('./device-store')
const { useOutboxStore } = await import('./outbox-store')
const { useSessionStore } = await import('./session-store')

const okafor: SessionPerson = {
  id: 'person-okafor',
  login: 'okafor',
  name: 'R. Okafor',
  role: 'technician',
  sites: null,
  byBadge: false,
}
const problem = (status: number, more: object = {}) =>
  new ApiProblem({ type: '', title: '', status, detail: `refused with ${status}`, code: 'test', ...more } as ProblemDetails)
const note = (id: string, person: { id: string; name: string } = okafor): JobEvent => ({
  id,
  type: 'note-added',
  body: { text: id },
  actor: { id: person.id, name: person.name },
  happenedAt: '2026-05-04T08:00:00.000Z',
})
const inStore = async () => (await (await deviceStore()).getAll('waiting')).map(entry => entry.event.id)

const switchedOff: (() => void)[] = []
/** A device as it starts: nothing in memory, whatever IndexedDB has kept. Those of earlier tests try nothing any more. */
function device(person: SessionPerson | null = okafor) {
  setActivePinia(createPinia())
  return effectScope().run(() => {
    const session = useSessionStore()
    session.person = person
    switchedOff.push(() => { session.person = null })
    return { session, outbox: useOutboxStore() }
  })!
}
const settled = (outbox: ReturnType<typeof useOutboxStore>) => soon(() => expect(outbox.count).toBe(0))

beforeEach(async () => {
  for (const off of switchedOff.splice(0)) off()
  Object.assign(server, usual, { sent: [], photos: [], order: [] })
  const store = await deviceStore()
  await Promise.all([store.clear('waiting'), store.clear('setAside'), store.clear('photos'), store.clear('sealed')])
})

describe('what waits on a device', () => {
  it('is safe in the store before it is sent, and gone from it once it is recorded', async () => {
    const { outbox } = device()
    let safe: string[] = []
    server.answer = async (events) => {
      safe = await inStore()
      return usual.answer(events)
    }
    const recorded: string[] = []
    outbox.onRecorded((_job, events) => void recorded.push(...events.map(({ id, seq }) => `${id} as ${seq}`)))
    await outbox.add('job-1', note('a'))
    await settled(outbox)
    expect(safe).toEqual(['a'])
    expect(recorded).toEqual(['a as 1'])
    expect(await inStore()).toEqual([])
  })

  it('goes in order, one job at a time, at most fifty at once', async () => {
    const { outbox, session } = device()
    session.expired = true
    const ids = Array.from({ length: 120 }, (_, i) => `e${i}`)
    for (const [i, id] of ids.entries()) await outbox.add(i < 110 ? 'job-1' : 'job-2', note(id))
    expect(server.sent).toEqual([])
    session.expired = false
    await settled(outbox)
    expect(server.sent.map(({ path, ids: sent }) => [path, sent.length])).toEqual([
      ['/jobs/job-1/events', 50],
      ['/jobs/job-1/events', 50],
      ['/jobs/job-1/events', 10],
      ['/jobs/job-2/events', 10],
    ])
    expect(server.sent.flatMap(batch => batch.ids)).toEqual(ids)
  })

  it('survives a restart of the device and is sent with the same ids', async () => {
    const first = device()
    server.answer = () => Promise.reject(new NoNetwork())
    await first.outbox.add('job-1', note('a'))
    await first.outbox.add('job-1', note('b'))
    await soon(() => expect(first.outbox.offline).toBe(true))
    expect(first.outbox.count).toBe(2)
    Object.assign(server, usual, { sent: [] })
    const second = device()
    await second.outbox.restore()
    await settled(second.outbox)
    expect(server.sent.map(batch => batch.ids)).toEqual([['a', 'b']])
    expect(second.outbox.offline).toBe(false)
  })

  it('is told whole when a device starts, with its pictures and what is done meanwhile', async () => {
    const first = device()
    first.session.expired = true
    await first.outbox.add('job-1', note('a'))
    await first.outbox.addPhoto({ id: 'p', job: 'job-1', by: okafor.id, picture: new Blob(['picture'], { type: 'image/jpeg' }) }, () => true)
    const { outbox, session } = device()
    session.expired = true
    const told: number[] = []
    watch(() => outbox.count, count => void told.push(count))
    const restored = outbox.restore()
    const added = outbox.add('job-1', note('b'))
    await Promise.all([restored, added])
    await nextTick()
    expect(outbox.waiting.map(({ event }) => event.id)).toEqual(['a', 'b'])
    expect(told).toEqual([1, 3])
  })

  it('keeps waiting when the server is broken or the sign-in has run out, and says which', async () => {
    const { outbox, session } = device()
    server.answer = () => Promise.reject(problem(503))
    await outbox.add('job-1', note('a'))
    await soon(() => expect(server.sent.length).toBe(1))
    expect([outbox.count, outbox.setAside.length, session.expired]).toEqual([1, 0, false])
    server.answer = () => Promise.reject(problem(401))
    await outbox.send()
    await soon(() => expect(session.expired).toBe(true))
    await outbox.send()
    expect(server.sent.length).toBe(2)
    expect(await inStore()).toEqual(['a'])
    server.answer = usual.answer
    session.expired = false
    await settled(outbox)
  })

  it('leaves alone what another person has left here, until they sign in', async () => {
    const brandt: SessionPerson = { ...okafor, id: 'person-brandt', login: 'brandt', name: 'H. Brandt', role: 'lead' }
    const { outbox, session } = device(null)
    await outbox.add('job-1', note('mine'))
    await outbox.add('job-1', note('theirs', brandt))
    session.person = brandt
    await soon(() => expect(server.sent.flatMap(batch => batch.ids)).toEqual(['theirs']))
    expect(await inStore()).toEqual(['mine'])
    session.person = okafor
    await settled(outbox)
  })
})

describe('what the server would not take', () => {
  it('is set aside with its reason, is kept over a restart, and can be sent again as new or dropped', async () => {
    const { outbox } = device()
    server.answer = events =>
      Promise.reject(
        problem(409, {
          results: events.map(({ id }, i) =>
            i === 0
              ? { id, outcome: 'refused', code: 'step.done-already', message: 'H. Brandt has ticked it already.' }
              : { id, outcome: 'recorded', seq: 7 },
          ),
        }),
      )
    await outbox.add('job-1', note('late'))
    await settled(outbox)
    expect(outbox.setAside.map(({ id, message }) => [id, message])).toEqual([['late', 'H. Brandt has ticked it already.']])

    const again = device()
    await again.outbox.restore()
    expect(again.outbox.setAside.map(({ id }) => id)).toEqual(['late'])
    Object.assign(server, usual, { sent: [] })
    await again.outbox.sendAgain('late')
    await settled(again.outbox)
    expect(server.sent.length).toBe(1)
    expect(server.sent[0]!.ids).not.toEqual(['late'])
    expect(await (await deviceStore()).count('setAside')).toBe(0)
  })

  it('of a batch that was refused as a whole is all set aside', async () => {
    const { outbox, session } = device()
    session.expired = true
    await outbox.add('job-1', note('a'))
    await outbox.add('job-1', note('b'))
    server.answer = () => Promise.reject(problem(403))
    session.expired = false
    await settled(outbox)
    expect(outbox.setAside.map(({ id, message }) => [id, message])).toEqual([['a', 'refused with 403'], ['b', 'refused with 403']])
    await outbox.dismiss('a')
    expect(await (await deviceStore()).getAllKeys('setAside')).toEqual(['b'])
  })

  it('is not sent again when it was a signature that did not hold', async () => {
    const { outbox } = device()
    server.answer = events =>
      Promise.resolve({ results: events.map(({ id }) => ({ id, outcome: 'refused', code: 'pin.wrong', message: 'wrong' })), seq: 0 })
    await outbox.addSigned('job-1', note('signed'), { sealed: { key: 'a2V5', iv: 'aXY=', text: 'c2VhbA==' }, at: okafor.id })
    await outbox.add('job-1', note('plain'))
    await settled(outbox)
    Object.assign(server, usual, { sent: [] })
    await outbox.sendAllAgain()
    await settled(outbox)
    expect(server.sent.flatMap(batch => batch.ids).length).toBe(1)
    expect(outbox.setAside.map(({ id, signature }) => [id, signature])).toEqual([['signed', true]])
  })
})

describe('photos', () => {
  it('go after the event that tells of them, also while something else is under way, and not at all when it may not be told', async () => {
    const { outbox } = device()
    const picture = new Blob(['picture'], { type: 'image/jpeg' })
    const added: JobEvent = { ...note('added'), type: 'photo-added', body: { photo: 'p-1', step: 'one' } }
    let answer = () => {}
    server.answer = events => new Promise((resolve) => { answer = () => resolve(usual.answer(events) as never) })
    await outbox.add('job-1', note('first'))
    await soon(() => expect(server.order).toEqual(['first']))
    // The answer to the first comes while the picture is kept, before its event is on its way.
    const keeping = outbox.addPhoto({ id: 'p-1', job: 'job-1', by: okafor.id, picture }, () => {
      void outbox.add('job-1', added)
      return true
    })
    server.answer = usual.answer
    answer()
    expect(await keeping).toBe(true)
    await soon(() => expect(server.photos).toEqual(['p-1']))
    expect(server.order).toEqual(['first', 'added', 'p-1'])
    expect(await outbox.addPhoto({ id: 'p-2', job: 'job-1', by: okafor.id, picture }, () => false)).toBe(false)
    expect(await (await deviceStore()).getAll('photos')).toEqual([])
    expect(outbox.photos).toEqual([])
  })

  const picture = new Blob(['picture'], { type: 'image/jpeg' })

  it('wait for the link, go after the events, and one that is refused does not stand in the way of the others', async () => {
    const { outbox, session } = device()
    session.expired = true
    await outbox.addPhoto({ id: 'bad', job: 'job-1', by: okafor.id, picture }, () => true)
    await outbox.addPhoto({ id: 'good', job: 'job-1', by: okafor.id, picture }, () => true)
    await outbox.add('job-1', note('a'))
    expect(outbox.count).toBe(3)
    server.takePhoto = () => server.photos.at(-1) === 'bad' ? Promise.reject(problem(422)) : Promise.resolve()
    session.expired = false
    await settled(outbox)
    expect(server.sent.length).toBe(1)
    expect(server.photos).toEqual(['bad', 'good'])
    expect(outbox.photos.map(({ id, problem: why }) => [id, why])).toEqual([['bad', 'refused with 422']])
    expect((await (await deviceStore()).getAll('photos')).map(({ id }) => id)).toEqual(['bad'])
  })

  it('of a job go before its closing, those of others wait for whoever took them', async () => {
    const { outbox, session } = device()
    session.expired = true
    await outbox.addPhoto({ id: 'p-1', job: 'job-1', by: okafor.id, picture }, () => true)
    await outbox.addPhoto({ id: 'p-2', job: 'job-2', by: okafor.id, picture }, () => true)
    await outbox.addPhoto({ id: 'p-3', job: 'job-1', by: 'person-brandt', picture }, () => true)
    await outbox.add('job-1', note('a'))
    await outbox.add('job-1', { ...note('closing'), type: 'job-closed', body: {} } as JobEvent)
    session.expired = false
    await soon(() => expect(server.order).toEqual(['a', 'p-1', 'closing', 'p-2']))
    expect(outbox.photos.map(({ id }) => id)).toEqual(['p-3'])
  })
})

describe('what somebody who is gone has left', () => {
  const gone = { id: 'person-gone', name: 'T. Gone' }

  it('is sent by a lead as entered for them, with its pictures, and waits on when the server says that they are there', async () => {
    const { outbox } = device()
    await outbox.add('job-1', note('left', gone))
    await outbox.addPhoto({ id: 'p-9', job: 'job-1', by: gone.id, picture: new Blob(['picture'], { type: 'image/jpeg' }) }, () => true)
    expect(outbox.stranded).toEqual([{ ...gone, count: 2 }])
    expect(server.sent).toEqual([])
    server.answer = () => Promise.reject(problem(409))
    await expect(outbox.sendFor(outbox.stranded[0]!)).rejects.toThrow('refused with 409')
    expect([outbox.setAside.length, await inStore()]).toEqual([0, ['left']])
    Object.assign(server, usual, { sent: [], order: [] })
    await outbox.sendFor(outbox.stranded[0]!)
    expect(server.sent).toEqual([{ path: '/jobs/job-1/events', ids: ['left'], enteredFor: 'T. Gone' }])
    expect(server.order).toEqual(['left', 'p-9'])
    expect(outbox.stranded).toEqual([])
  })
})

describe('what somebody who signs out has not sent', () => {
  const brandt: SessionPerson = { ...okafor, id: 'person-brandt', login: 'brandt', name: 'H. Brandt', role: 'lead' }
  const said = async () => {
    const store = await deviceStore()
    const all = await Promise.all((['waiting', 'setAside', 'photos', 'sealed'] as const).map(name => store.getAll(name)))
    return JSON.stringify(all, (_name, value: unknown) => value instanceof ArrayBuffer ? Buffer.from(value).toString('latin1') : value)
  }
  async function leaves() {
    const tablet = device()
    tablet.session.signOut = () => {
      tablet.session.person = null
      return Promise.resolve()
    }
    server.answer = () => Promise.reject(problem(503))
    await tablet.outbox.add('job-1', note('oil on the floor'))
    await tablet.outbox.add('job-1', { ...note('of a colleague', brandt) })
    await tablet.outbox.addPhoto({ id: 'p-7', job: 'job-1', by: okafor.id, picture: new Blob(['what it shows'], { type: 'image/jpeg' }) }, () => true)
    await tablet.outbox.leave()
    return tablet
  }

  it('lies sealed for them alone, without standing in the way of others, and is sent as it was once they are back', async () => {
    const { outbox, session } = await leaves()
    expect(await said()).not.toMatch(/oil on the floor|what it shows/)
    expect(await said()).toContain('of a colleague')
    expect([outbox.waiting.map(({ event }) => event.id), outbox.photos]).toEqual([['of a colleague'], []])
    Object.assign(server, usual, { sent: [], order: [] })
    session.person = brandt
    await soon(() => expect(server.order).toEqual(['of a colleague']))
    expect(outbox.stranded).toEqual([{ id: okafor.id, name: okafor.name, count: 2 }])
    session.person = { ...okafor }
    await soon(() => expect(server.order).toEqual(['of a colleague', 'oil on the floor', 'p-7']))
    expect(outbox.stranded).toEqual([])
    expect(await said()).toBe('[[],[],[],[]]')
  })

  it('stays sealed for who has another key, and a lead opens it when the server gives the key of somebody gone', async () => {
    const { outbox, session } = await leaves()
    Object.assign(server, usual, { sent: [] })
    session.person = brandt
    await soon(() => expect(outbox.waiting).toEqual([]))
    const [left] = outbox.stranded
    await expect(outbox.sendFor(left!)).rejects.toThrow()
    expect((await (await deviceStore()).getAll('sealed')).length).toBe(2)
    server.keyAt = () => usual.keyAt('/me/work-key')
    await outbox.sendFor(left!)
    expect(server.sent.at(-1)).toEqual({ path: '/jobs/job-1/events', ids: ['oil on the floor'], enteredFor: okafor.name })
    expect(server.photos).toEqual(['p-7'])
  })

  it('waits as it is where the server gives no key', async () => {
    server.keyAt = () => Promise.reject(problem(409))
    const { outbox } = await leaves()
    expect(outbox.waiting.length).toBe(2)
    expect(await said()).toContain('oil on the floor')
  })
})

describe('what the log has already', () => {
  it('needs not wait any more', async () => {
    const { outbox } = device()
    server.answer = () => Promise.reject(new NoNetwork())
    await outbox.add('job-1', note('a'))
    await outbox.add('job-1', note('b'))
    await outbox.forgetRecorded(new Set(['a', 'z']))
    expect(outbox.waiting.map(entry => entry.event.id)).toEqual(['b'])
    expect(await inStore()).toEqual(['b'])
  })
})
