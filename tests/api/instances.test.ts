import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { STATE_FORMAT } from '#core'
import { instrumentTopic, jobTopic, unitTopic, YARD_TOPIC } from '#shared/wire/topics'
import type { JobBundle } from '#shared/wire/types'
import { freePort } from '../../scripts/lib/cluster.mjs'
import { startServer } from '../../scripts/lib/server.mjs'
import { closeConnection, database } from '../../server/db/client'
import { jobSnapshot, reading, readModel } from '../../server/db/schema'
import { Client, draft } from './client'
import { askLive, hear, sendText } from './live-channel'

/** A second server on the same database, as behind a balancer. */
let other: { address: string, stop: () => Promise<unknown> }
const startOther = async () =>
  startServer({
    url: process.env.DATABASE_URL!,
    secret: process.env.TEST_SESSION_SECRET!,
    host: '127.0.0.1',
    port: await freePort(),
    onLine: () => undefined,
    env: { LOG_LEVEL: 'warn', NEEDLER_PHOTOS: process.env.NEEDLER_PHOTOS!, NEEDLER_SEAL_SECRET: process.env.TEST_SEAL_SECRET! },
  })
beforeAll(async () => { other = await startOther() }, 60_000)
afterAll(async () => {
  await other.stop()
  await closeConnection()
})

const there = (client: Client, path: string, init: RequestInit = {}) =>
  fetch(`${other.address}/api${path}`, { ...init, headers: { cookie: client.cookies, ...init.headers } })
const within = <T>(ms: number, promise: Promise<T>) =>
  Promise.race([promise, new Promise<'too late'>(resolve => setTimeout(resolve, ms, 'too late'))])

describe('two instances', () => {
  it('end a session together: within two seconds the other one knows it no more, and its channel is closed', async () => {
    const client = await Client.as('marsh')
    expect((await there(client, '/yard')).status).toBe(200)
    const live = await askLive(`${other.address}/api/live`, { cookie: client.cookies })
    expect(live.status).toBe(101)
    const cookies = client.cookies
    expect((await client.send('DELETE', '/session')).status).toBe(200)
    expect(await within(2000, live.closed.then(() => 'closed'))).toBe('closed')
    await vi.waitFor(async () => expect((await fetch(`${other.address}/api/yard`, { headers: { cookie: cookies } })).status).toBe(401), {
      timeout: 2000,
    })
  })

  it('tell each other the news of a job, its machine and the yard, to whom it reaches', async () => {
    const [client, elsewhere] = [await Client.as('okafor'), await Client.as('duarte')]
    const job = await client.openJobOf('P-104')
    const topics = [jobTopic(job), unitTopic('P-104'), YARD_TOPIC, instrumentTopic('MIC-13')]
    const listen = async (who: Client) => {
      const live = await askLive(`${other.address}/api/live`, { cookie: who.cookies })
      const heard = hear(live.socket!)
      sendText(live.socket!, JSON.stringify({ watch: topics }))
      sendText(live.socket!, 'ping')
      await vi.waitFor(() => expect(heard).toContain('pong'))
      return { heard, end: () => live.socket!.destroy() }
    }
    const [near, far] = [await listen(client), await listen(elsewhere)]
    const news = (heard: string[]) => heard.filter(text => text.startsWith('{')).map(text => (JSON.parse(text) as { topic: string }).topic)
    await vi.waitFor(async () => {
      await client.append(job, [draft('note-added', { text: 'heard at the other one' })])
      expect(new Set(news(near.heard))).toEqual(new Set(topics.slice(0, 3)))
    }, { timeout: 5000, interval: 500 })
    // Of another site: that something has changed in the yard, and nothing of which machine.
    expect(new Set(news(far.heard))).toEqual(new Set([YARD_TOPIC]))
    near.end()
    far.end()
  })

  it('fold the log anew where a snapshot is of another format', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-105')
    await client.append(job, [draft('note-added', { text: 'before the update' })])
    const before = await client.seqOf(job)
    const planted = { seq: before, format: STATE_FORMAT - 1, state: { events: before, bent: true } as never }
    await database().insert(jobSnapshot).values({ jobId: job, ...planted }).onConflictDoUpdate({ target: jobSnapshot.jobId, set: planted })
    // This one has not seen the job yet, so it starts from what is kept.
    const bundle = await (await there(client, `/jobs/${job}`)).json() as JobBundle
    expect([bundle.snapshot, bundle.events.length, bundle.head.seq]).toEqual([null, before, before])
    const answer = await there(client, `/jobs/${job}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        device: client.device,
        events: Array.from({ length: 60 }, (_, i) => draft('note-added', { text: `after ${i}` })),
      }),
    })
    expect([answer.status, (await answer.json() as { seq: number }).seq]).toEqual([200, before + 60])
    const [kept] = await database().select().from(jobSnapshot).where(eq(jobSnapshot.jobId, job))
    expect(kept).toMatchObject({ format: STATE_FORMAT, seq: before + 60 })
    expect(kept!.state.notes.length).toBeGreaterThanOrEqual(61)
  })

  it('make a read model anew when it is of another version', async () => {
    const [row] = await database().select().from(reading).limit(1)
    await database().update(reading).set({ sheetKey: 'as-an-older-version-had-it' }).where(eq(reading.eventId, row!.eventId))
    await database().update(readModel).set({ version: 0 }).where(eq(readModel.name, 'readings'))
    const third = await startOther()
    try {
      await vi.waitFor(
        async () => expect(await database().select().from(reading).where(eq(reading.eventId, row!.eventId))).toEqual([row]),
        { timeout: 20_000, interval: 200 },
      )
      await vi.waitFor(
        async () =>
          expect((await database().select().from(readModel).where(eq(readModel.name, 'readings')))[0]!.version).toBeGreaterThan(0),
        { timeout: 20_000, interval: 200 },
      )
    } finally {
      await third.stop()
    }
  }, 60_000)
})
