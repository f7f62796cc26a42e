import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { foldJob, type JobEvent } from '#core'
import type { AppendResult, JobBundle, LoggedEvent, SessionPerson } from '#shared/wire/types'
import { liftPump, liftPumpDocument } from '../../tests/support/demo-sheet'
import { soon } from '../../tests/support/soon'

const kept = new Map<string, string>()
vi.stubGlobal('localStorage', {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
})
vi.stubGlobal('location', { protocol: 'http:', host: 'bench' })
const okafor: SessionPerson = {
  id: 'person-okafor',
  login: 'okafor',
  name: 'R. Okafor',
  role: 'technician',
  sites: null,
  byBadge: false,
}
const sheetRef = { key: 'split-casing-lift-pump', revision: 1, sha256: 'a'.repeat(64) }
const newerRef = { ...sheetRef, revision: 2, sha256: 'b'.repeat(64) }
const AT = '2026-05-04T08:00:00.000Z'
const event = (id: string, type: JobEvent['type'], body: object, who = okafor) =>
  ({ id, type, body, actor: { id: who.id, name: who.name }, happenedAt: AT }) as JobEvent
const tick = (id: string, step: string) => event(id, 'step-done', { step }, { ...okafor, id: 'person-other', name: 'M. Other' })

/** The server of these tests: the log of each job, whether it is reached, and what it answers later than others. */
const server = {
  logs: new Map<string, LoggedEvent[]>(),
  reached: true,
  asked: [] as string[],
  slow: new Map<string, Promise<void>>(),
  takes: true,
}
const record = (job: string, ...events: JobEvent[]) => {
  const log = server.logs.get(job) ?? []
  server.logs.set(job, [...log, ...events.map((one, i) => ({ ...one, seq: log.length + i + 1, hash: `hash of ${one.id}` }))])
}

vi.mock('../net/api', async (original) => {
  const real = await original<typeof import('../net/api')>()
  return {
    ...real,
    async callApi(
      path: string,
      { method = 'GET', query, body }: { method?: string; query?: { after: number; limit?: number }; body?: { events: JobEvent[] } } = {},
    ) {
      server.asked.push(`${method} ${path}`)
      const [, , job, part] = path.split('/')
      await server.slow.get(job!)
      if (!server.reached || (method === 'POST' && !server.takes)) throw new real.NoNetwork()
      const log = server.logs.get(job!)
      if (path.endsWith(newerRef.sha256)) return { ...liftPumpDocument(), revision: 2, title: 'Second' }
      if (path.startsWith('/documents/')) return liftPumpDocument()
      if (!log) throw new real.ApiProblem({ type: '', title: '', status: 404, code: 'job.unknown', detail: 'There is no such job.' })
      if (method === 'POST') {
        const results = body!.events.map((one): AppendResult => {
          record(job!, { ...one, actor: { id: okafor.id, name: okafor.name } })
          return { id: one.id, outcome: 'recorded', seq: server.logs.get(job!)!.length, hash: `hash of ${one.id}` }
        })
        return { results, seq: server.logs.get(job!)!.length }
      }
      if (part === 'events') return log.filter(one => one.seq > query!.after).slice(0, query!.limit)
      return {
        job: { id: job, number: 7, unitTag: `TAG-${job}`, setup: {} },
        sheet: sheetRef,
        later: log.flatMap(({ type, body: taken }) => type === 'sheet-taken-over' ? [(taken as { to: typeof newerRef }).to] : []),
        newer: null,
        snapshot: null,
        events: log,
        head: { seq: log.length, hash: log.at(-1)!.hash },
        sealKey: 'key',
      } as unknown as JobBundle
    },
  }
})
const { deviceStore } = await import('../net/device-store')
const { useJobStore } = await import('./job-store')
const { useSessionStore } = await import('../net/session-store')

const switchedOff: (() => void)[] = []
/** A device as it starts, with a person signed in. Those of earlier tests send nothing any more. */
function device() {
  setActivePinia(createPinia())
  return effectScope().run(() => {
    const session = useSessionStore()
    session.person = okafor
    const bench = useJobStore()
    // What it still meant to keep of its job is nothing to the next test.
    switchedOff.push(() => {
      session.person = null
      bench.close()
    })
    return bench
  })!
}
const opening = event('opened', 'job-opened', { reason: 'test' })
/** The ticks of all that comes before the step "area". */
const upToArea = () =>
  liftPump.steps
    .slice(
      0,
      liftPump.steps.findIndex(step => step.key === 'area'),
    )
    .map(step => tick(`before-${step.key}`, step.key))

beforeEach(async () => {
  for (const off of switchedOff.splice(0)) off()
  Object.assign(server, { logs: new Map(), reached: true, asked: [], slow: new Map(), takes: true })
  const store = await deviceStore()
  await Promise.all([store.clear('waiting'), store.clear('jobs'), store.clear('sheets'), store.clear('log')])
  record('a', opening)
  record('b', { ...opening, id: 'opened-b' })
})

describe('a job on the bench', () => {
  it('is folded from the log, and shown from the device before the server has answered', async () => {
    record('a', tick('other', 'area'))
    const first = device()
    await first.open('a')
    expect(first.state.done.area?.by).toBe('M. Other')
    expect(first.state).toEqual(foldJob(liftPump, server.logs.get('a')!))
    await soon(async () => expect(await (await deviceStore()).get('jobs', 'a')).toBeDefined())

    let answer = () => {}
    server.slow.set('a', new Promise((resolve) => { answer = resolve }))
    const again = device()
    const opened = again.open('a')
    await soon(() => expect(again.meta?.unitTag).toBe('TAG-a'))
    expect(again.state.done.area).toBeDefined()
    const shownSheet = again.sheet
    record('a', tick('later', 'drain'))
    answer()
    await opened
    expect(again.seq).toBe(3)
    expect(again.sheet).toBe(shownSheet)
  })

  it('opens without a link when it was opened here before, and says so when it was not', async () => {
    const bench = device()
    await bench.open('a')
    await soon(async () => expect(await (await deviceStore()).get('jobs', 'a')).toBeDefined())
    server.reached = false
    await bench.open('a')
    expect(bench.problem).toBeNull()
    expect(bench.meta?.unitTag).toBe('TAG-a')
    await bench.open('b')
    expect(bench.problem).toContain('never opened on this device')
    server.reached = true
    await bench.open('nowhere')
    expect(bench.problem).toBe('There is no such job.')
  })

  it('that was left before the server answered stays closed, and an earlier answer never overtakes a later opening', async () => {
    const bench = device()
    let answer = () => {}
    server.slow.set('a', new Promise((resolve) => { answer = resolve }))
    const late = bench.open('a')
    bench.close()
    answer()
    await late
    expect(bench.meta).toBeNull()

    server.slow.set('a', new Promise((resolve) => { answer = resolve }))
    const first = bench.open('a')
    await bench.open('b')
    answer()
    await first
    expect(bench.meta?.unitTag).toBe('TAG-b')
    expect(bench.problem).toBeNull()
  })

  it('takes a deed at once, waits with it, and counts it once when it comes back', async () => {
    record('a', ...upToArea())
    const recorded = server.logs.get('a')!.length
    const bench = device()
    await bench.open('a')
    server.takes = false
    expect(bench.act('step-done', { step: 'rotor-out' })).toBe(false)
    expect(bench.refusal).toContain('First comes')
    expect(bench.act('note-added', { text: 'seen' })).toBe(true)
    expect(bench.refusal).toBeNull()
    expect(bench.act('step-done', { step: 'area' })).toBe(true)
    expect(bench.state.done.area?.by).toBe('R. Okafor')
    expect(bench.seq).toBe(recorded)
    expect(bench.waitingIds.size).toBe(2)

    // Somebody else ticks the same step meanwhile: mine has no effect here until the server has decided.
    record('a', tick('faster', 'area'))
    await bench.catchUp()
    await soon(() => expect(bench.state.done.area?.by).toBe('M. Other'))
    expect(bench.state.notes.map(note => note.text)).toEqual(['seen'])
    expect(bench.state.events).toBe(recorded + 2)
  })

  it('asks the log when something of others lies between', async () => {
    const bench = device()
    await bench.open('a')
    record('a', event('n-1', 'note-added', { text: 'one' }), event('n-2', 'note-added', { text: 'two' }))
    expect(bench.act('note-added', { text: 'mine' })).toBe(true)
    await soon(() => expect(bench.seq).toBe(4))
    expect(bench.state.notes.map(note => note.text)).toEqual(['one', 'two', 'mine'])
    expect(bench.waitingIds.size).toBe(0)
  })

  it('stops where the work has gone on by a revision it does not have, fetches that, and has it without a link', async () => {
    const bench = device()
    await bench.open('a')
    record('a', event('t-1', 'sheet-taken-over', { from: sheetRef, to: newerRef, reopens: [], past: [] }), event('n-1', 'note-added', { text: 'later' }))
    await bench.catchUp()
    await soon(() => expect(bench.sheet?.title).toBe('Second'))
    expect(bench.state.notes.map(note => note.text)).toEqual(['later'])
    await soon(async () => expect((await (await deviceStore()).get('jobs', 'a'))?.later).toEqual([newerRef]))
    server.reached = false
    await bench.open('a')
    expect([bench.problem, bench.sheet?.title]).toEqual([null, 'Second'])
    expect(bench.act('note-added', { text: 'mine' })).toBe(true)
  })

  it('of another format is folded anew from the kept log, without a link', async () => {
    record('a', event('n-1', 'note-added', { text: 'one' }), event('n-2', 'note-added', { text: 'two' }))
    const bench = device()
    await bench.open('a')
    await soon(async () => expect(await (await deviceStore()).count('log')).toBe(3))
    await soon(async () => expect(await (await deviceStore()).get('jobs', 'a')).toBeDefined())
    const kept = (await (await deviceStore()).get('jobs', 'a'))!
    await (await deviceStore()).put('jobs', { ...kept, format: -1, state: {} as never })
    server.reached = false
    const later = device()
    await later.open('a')
    expect(later.problem).toBeNull()
    expect(later.state).toEqual(foldJob(liftPump, server.logs.get('a')!))

    // With a hole in the kept log nothing is made up.
    await (await deviceStore()).delete('log', ['a', 2])
    const hollow = device()
    await hollow.open('a')
    expect(hollow.problem).toContain('never opened on this device')
  })

  it('that the server has lost the end of is given back: one’s own events as they were, those of others are told', async () => {
    const bench = device()
    await bench.open('a')
    expect(bench.act('note-added', { text: 'mine' })).toBe(true)
    await soon(() => expect(bench.seq).toBe(2))
    record('a', event('theirs', 'note-added', { text: 'theirs' }, { ...okafor, id: 'person-other', name: 'M. Other' }))
    await bench.catchUp()
    await soon(async () => expect(await (await deviceStore()).count('log')).toBe(3))
    const [opened, mine] = server.logs.get('a')!

    server.logs.set('a', [opened!])
    await bench.catchUp()
    await soon(() => expect(server.logs.get('a')!.map(one => one.id)).toEqual(['opened', mine!.id]))
    await soon(() => expect(bench.lost.map(one => one.id)).toEqual(['theirs']))
    expect(bench.state.notes.map(note => note.text)).toEqual(['mine'])
  })
})
