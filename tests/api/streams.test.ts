import { createServer, type Socket } from 'node:net'
import { eq, sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { checksumOf, encodeLine } from '#shared/instruments/line'
import type { InstrumentWish, LinksAnswer } from '#shared/wire/instrument-stream'
import { instrumentTopic, jobTopic } from '#shared/wire/topics'
import type { LiveMessage } from '#shared/wire/types'
import { freePort } from '../../scripts/lib/cluster.mjs'
import { startServer } from '../../scripts/lib/server.mjs'
import { closeConnection, database } from '../../server/db/client'
import { instrumentLease } from '../../server/db/schema'
import { Client } from './client'
import { askLive, hear, sendText } from './live-channel'

type Said = Extract<LiveMessage, { kind: 'value' | 'link' }>

/** A stranger's program at the address of TW-06: it says what a test wants. */
let talker: Socket | undefined
let comings = 0
const stranger = createServer((socket) => {
  comings += 1
  talker = socket
  socket.on('error', () => undefined)
})
beforeAll(() => new Promise<void>(resolve => stranger.listen(Number(process.env.TEST_INSTRUMENT_PORT), '127.0.0.1', resolve)))
afterAll(async () => {
  talker?.destroy()
  stranger.close()
  await closeConnection()
})

const lease = (client: Client, tag: string) => client.post<{ taken: string }>(`/instruments/${tag}/lease`, {})
const letGo = (client: Client, tag: string) => client.send('DELETE', `/instruments/${tag}/lease`)
const linksOf = async (client: Client) => (await client.get<LinksAnswer>('/instruments/links')).body
const linkOf = async (client: Client, tag: string) => (await linksOf(client)).links.find(link => link.tag === tag)

/** A bench that listens to an instrument. */
async function listen(client: Client, tag: string, more: string[] = [], at?: string) {
  const live = await askLive(`${at ?? process.env.NEEDLER_URL}/api/live`, { cookie: client.cookies })
  const heard = hear(live.socket!)
  const watch = () => sendText(live.socket!, JSON.stringify({ watch: [instrumentTopic(tag), ...more] }))
  watch()
  const said = () => heard.filter(text => text.startsWith('{')).map(text => JSON.parse(text) as LiveMessage)
    .filter((message): message is Said => message.kind === 'value' || message.kind === 'link')
  return {
    said,
    watch,
    values: () => said().filter(message => message.kind === 'value'),
    states: () => said().flatMap(message => message.kind === 'link' ? [message.state] : []),
    wish: (wish: InstrumentWish) => sendText(live.socket!, JSON.stringify(wish)),
    forget: () => heard.splice(0),
    end: () => live.socket!.destroy(),
  }
}
const soon = (work: () => unknown, timeout = 8000) => vi.waitFor(work, { timeout, interval: 50 })

describe('an instrument is at one bench at a time', () => {
  it('is taken, kept from others by name, let go, and taken over when its bench has gone', async () => {
    const [mine, other, viewer] = [await Client.as('okafor'), await Client.as('lindqvist'), await Client.as('guest')]
    expect((await lease(mine, 'SC-01')).status).toBe(200)
    expect((await lease(mine, 'SC-01')).status).toBe(200)
    const refused = await lease(other, 'SC-01')
    expect(refused).toMatchObject({ status: 409, body: { code: 'instrument.taken' } })
    expect(JSON.stringify(refused.body)).toContain('SC-01 is at the bench of R. Okafor')
    expect(await linkOf(other, 'SC-01')).toEqual({ tag: 'SC-01', by: 'R. Okafor', mine: false })
    expect(await linkOf(mine, 'SC-01')).toEqual({ tag: 'SC-01', by: 'R. Okafor', mine: true })
    // Another's is not let go, and no error tells anything.
    expect((await letGo(other, 'SC-01')).status).toBe(200)
    expect((await lease(other, 'SC-01')).status).toBe(409)
    // Its time is over: whoever asks has it, and the first one sees it.
    await database().update(instrumentLease).set({ until: sql`now() - interval '1 second'` }).where(eq(instrumentLease.tag, 'SC-01'))
    expect((await lease(other, 'SC-01')).status).toBe(200)
    expect((await lease(mine, 'SC-01')).status).toBe(409)
    expect((await letGo(other, 'SC-01')).status).toBe(200)
    expect(await linkOf(mine, 'SC-01')).toMatchObject({ by: null })

    expect((await lease(viewer, 'SC-01')).status).toBe(403)
    expect((await lease(mine, 'MIC-99')).body).toMatchObject({ status: 404, code: 'instrument.unknown' })
    expect((await lease(mine, 'MIC-11')).body).toMatchObject({ status: 409, code: 'instrument.no-link' })
    expect((await lease(mine, 'nonsense')).status).toBe(422)
  })

  it('does not let one bench empty the cupboard, not even all at once', async () => {
    const greedy = await Client.as('brandt')
    const tags = (await linksOf(greedy)).links.filter(({ by }) => by === null).map(({ tag }) => tag)
    const answers = await Promise.all(tags.map(tag => lease(greedy, tag)))
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(4)
    expect(JSON.stringify(answers.find(({ status }) => status !== 200)!.body)).toContain('instrument.too-many')
    await Promise.all(tags.map(tag => letGo(greedy, tag)))
  })

  it('goes to one of many who reach for it at once', async () => {
    const people = await Promise.all(['okafor', 'lindqvist', 'marsh', 'brandt'].map(login => Client.as(login)))
    const answers = await Promise.all(Array.from({ length: 24 }, (_, i) => lease(people[i % 4]!, 'ST-01')))
    const winners = new Set(answers.map((answer, i) => answer.status === 200 ? i % 4 : -1).filter(i => i >= 0))
    expect(winners.size).toBe(1)
    await Promise.all(people.map(person => letGo(person, 'ST-01')))
  })

  it('is heard by the session that has it and by nobody else, on whatever instance it listens', async () => {
    const [mine, other] = [await Client.as('okafor'), await Client.as('lindqvist')]
    expect((await lease(mine, 'TW-06')).status).toBe(200)
    const second = await startServer({
      url: process.env.DATABASE_URL!, secret: process.env.TEST_SESSION_SECRET!, host: '127.0.0.1', port: await freePort(), onLine: () => undefined,
      env: {
        LOG_LEVEL: 'warn', NEEDLER_PHOTOS: process.env.NEEDLER_PHOTOS!, NEEDLER_SEAL_SECRET: process.env.TEST_SEAL_SECRET!,
        NEEDLER_INSTRUMENTS: `TW-06=127.0.0.1:${process.env.TEST_INSTRUMENT_PORT}, nonsense, TW-05=127.0.0.1:99999`,
      },
    })
    try {
      const [near, far] = [await listen(mine, 'TW-06', [], second.address), await listen(other, 'TW-06', [], second.address)]
      await soon(() => expect(talker).toBeDefined())
      const say = () => talker!.write(`${encodeLine({ word: 'value', tag: 'TW-06', n: 1, value: 400, unit: 'N·m', status: 'stable' })}\n`)
      await soon(() => {
        say()
        expect(near.values().at(-1)).toMatchObject({ topic: 'instrument:TW-06', value: 400, status: 'stable' })
      })
      expect(far.said()).toEqual([])
      // An entry that says nothing is left out; without the demonstration nobody's hand is simulated.
      const { simulated, links } = await fetch(`${second.address}/api/instruments/links`, { headers: { cookie: mine.cookies } })
        .then(answer => answer.json() as Promise<LinksAnswer>)
      expect({ simulated, tags: links.map(({ tag }) => tag) }).toEqual({ simulated: false, tags: ['TW-06'] })
      near.end()
      far.end()
    } finally {
      await second.stop()
      await letGo(mine, 'TW-06')
      talker = undefined
    }
  })
})

describe('a simulated instrument', () => {
  it('is placed on a position of a job by its holder, comes to rest, is set to zero, and is pulled', async () => {
    const [mine, other] = [await Client.as('okafor'), await Client.as('lindqvist')]
    const job = await mine.openJobOf('P-104')
    expect((await lease(mine, 'MIC-13')).status).toBe(200)
    const [bench, thief] = [await listen(mine, 'MIC-13', [jobTopic(job)]), await listen(other, 'MIC-13')]
    await soon(() => expect(bench.states()).toContain('open'))
    const place: InstrumentWish = { instrument: 'MIC-13', hand: { deed: 'place', job, position: 'seat-de', stage: 'as-found', station: 0, plane: 0 } }
    thief.wish(place)
    bench.wish({ ...place, hand: { ...place.hand, position: 'no-such-place' } } as InstrumentWish)
    for (const nonsense of [{ instrument: 'MIC-13', hand: { deed: 'blow up' } }, { instrument: 'MIC-13' }, {}, null, 'rest', 7, []])
      bench.wish(nonsense as InstrumentWish)
    await new Promise(resolve => setTimeout(resolve, 600))
    expect(bench.values()).toEqual([])
    bench.wish(place)
    await soon(() => expect(bench.values().filter(({ status }) => status === 'stable').length).toBeGreaterThan(6))
    const still = bench.values().filter(({ status }) => status === 'stable').slice(-6).map(({ value }) => value)
    expect(Math.max(...still) - Math.min(...still)).toBeLessThan(0.004)
    expect(Math.abs(still[0]! - 70)).toBeLessThan(0.1)
    bench.wish({ instrument: 'MIC-13', zero: true })
    await soon(() => expect(Math.abs(bench.values().at(-1)!.value)).toBeLessThan(0.004))
    expect(thief.said()).toEqual([])
    for (const one of [bench, thief]) one.end()
    await letGo(mine, 'MIC-13')

    expect((await lease(mine, 'TW-04')).status).toBe(200)
    const ring = await listen(mine, 'TW-04')
    await soon(() => expect(ring.states()).toContain('open'))
    ring.wish({ instrument: 'TW-04', hand: { deed: 'pull', to: 250 } })
    await soon(() => expect(ring.values().at(-1)).toMatchObject({ value: 250, status: 'over' }))
    ring.end()
    await letGo(mine, 'TW-04')
  })
})

describe('an instrument that is broken or hostile', () => {
  it('is told as what it is, nothing of it is believed, and it comes back by itself', { timeout: 60_000 }, async () => {
    const mine = await Client.as('marsh')
    expect((await lease(mine, 'TW-06')).status).toBe(200)
    const first = comings
    const bench = await listen(mine, 'TW-06')
    // However often a page says what it watches, there is one line.
    for (let i = 0; i < 5; i++) bench.watch()
    await soon(() => expect(talker).toBeDefined())
    await new Promise(resolve => setTimeout(resolve, 500))
    expect(comings - first).toBe(1)
    const value = (more: object = {}) => encodeLine({ word: 'value', tag: 'TW-06', n: 1, value: 400, unit: 'N·m', status: 'stable', ...more })
    const say = (...lines: string[]) => { for (const line of lines) talker!.write(`${line}\n`) }
    const rest = () => new Promise(resolve => setTimeout(resolve, 150))
    const hears = async (state: string, ...lines: string[]) => {
      await rest()
      bench.forget()
      say(...lines)
      await soon(() => expect(bench.states()).toContain(state))
      expect(bench.values()).toEqual([])
    }
    const recovers = async () => {
      for (let i = 0; i < 10; i++) say(value())
      await soon(() => {
        say(value())
        expect(bench.values().at(-1)).toMatchObject({ value: 400 })
      })
    }
    await recovers()
    await hears('unit', value({ unit: 'mm' }))
    await recovers()
    await hears('other', value({ tag: 'TW-05' }))
    await recovers()
    await hears('rubbish', 'GET / HTTP/1.1', '\u0000\u0001\u0002', value().replace('400', '900'))
    await recovers()
    // What is beyond its range is no reading; another unit of the kind is.
    await rest()
    say(value({ value: 1800 }))
    await soon(() => expect(bench.values().at(-1)).toMatchObject({ value: 1800, status: 'over' }))
    await rest()
    say(value({ value: 0.5, unit: 'kN·m' }))
    await soon(() => expect(bench.values().at(-1)).toMatchObject({ value: 500, status: 'stable' }))

    // It says nothing: told after a while, and no error.
    await rest()
    bench.forget()
    await soon(() => expect(bench.states()).toEqual(['silent']), 5000)

    // It floods: cut, the server answers others as before, and what passed was little.
    bench.forget()
    const before = comings
    for (let i = 0; i < 20_000; i++) say(value())
    await soon(() => expect(bench.states()).toContain('flood'))
    const asked = performance.now()
    expect((await mine.get('/yard')).status).toBe(200)
    expect(performance.now() - asked).toBeLessThan(2000)
    expect(bench.values().length).toBeLessThan(30)
    await soon(() => expect(comings).toBeGreaterThan(before), 9000)
    await recovers()
    // An endless line takes no memory.
    const endless = `${'x'.repeat(8000)}`
    bench.forget()
    talker!.write(endless)
    await new Promise(resolve => setTimeout(resolve, 300))
    expect((await mine.get('/health')).status).toBe(200)

    // It dies in the middle, and is there again.
    bench.forget()
    talker!.destroy()
    await soon(() => expect(bench.states()).toContain('unreachable'))
    const died = comings
    await soon(() => expect(comings).toBeGreaterThan(died), 6000)
    await recovers()
    // A line that is signed rightly and says no number.
    const body = 'needler/1;TW-06;value;1;NaN;N·m;stable;'
    await hears('rubbish', ...Array<string>(4).fill(`${body};${checksumOf(body)}`))
    bench.end()
    await letGo(mine, 'TW-06')
  })
})
