import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { runningCluster, startCluster } from '../../scripts/lib/cluster.mjs'
import { jobTopic } from '#shared/wire/topics'
import { Client, draft } from './client'
import type { YardAnswer } from '#shared/wire/types'
import { runSql } from '../support/sql'
import { askLive, hear, sendText } from './live-channel'

/*
 * A whole installation of its own, as `npm start` makes it: killed in every way, backed up, lost, and restored into an empty folder.
 */

interface Started {
  child: ChildProcess
  said: () => string
  /** It has ended; what it has left running may still hold its output. */
  ended: Promise<number | null>
  /** It has ended, and everything has been said. */
  closed: Promise<number | null>
}

const shared = { url: process.env.NEEDLER_URL!, database: process.env.DATABASE_URL!, photos: process.env.NEEDLER_PHOTOS! }
const folder = (name: string) => mkdtempSync(join(tmpdir(), `needler-${name}-`))
const freePort = () => new Promise<number>((resolve) => {
  const probe = createServer().listen(0, '127.0.0.1', () => {
    const { port } = probe.address() as AddressInfo
    probe.close(() => resolve(port))
  })
})

function run(script: string[], env: Record<string, string>): Started {
  const child = spawn(process.execPath, script, { env: { ...process.env, NEEDLER_BACKUP_PASSPHRASE: 'twelve wet ropes', ...env } })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk: Buffer) => { said += chunk.toString() })
  return {
    child,
    said: () => said,
    ended: new Promise(resolve => child.on('exit', resolve)),
    closed: new Promise(resolve => child.on('close', resolve)),
  }
}
const until = (check: () => unknown, ms = 150_000) => vi.waitFor(check, { timeout: ms, interval: 150 })
async function tool(name: string, data: string, ...args: string[]): Promise<{ code: number | null, said: string }> {
  const started = run(['scripts/tool.mjs', name, ...args], { NEEDLER_DATA: data })
  return { code: await started.closed, said: started.said() }
}

const [home, empty, archive] = [folder('home'), folder('empty'), join(folder('backup'), 'monday.tar')]
let port: number
let running: Started
const start = async () => {
  const started = run(['scripts/start.mjs'], { NEEDLER_DATA: home, PORT: String(port), DATABASE_DEADLINE_S: '4' })
  await until(() => expect(started.said()).toContain('Ctrl-C stops it.'))
  return started
}
const health = () => fetch(`http://127.0.0.1:${port}/api/health`).then(answer => answer.status, () => 0)
const hashesOf = (url: string) => runSql<{ id: string }>(url, 'select id, hash, prev_hash from job_event order by job_id, seq')
const postmaster = (data: string) => Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0])
/** Where the cluster of a folder lies: its own sub-folder, or the one that PostgreSQL's account can enter. */
const clusterOf = (started: Started) => join(/The database lies in (\S+),/.exec(started.said())?.[1] ?? join(home, 'postgres'), 'data')

// The data folder of this installation stands for the database and the photos that the other tests share.
beforeAll(async () => {
  delete process.env.DATABASE_URL
  delete process.env.NEEDLER_PHOTOS
  port = await freePort()
  running = await start()
  process.env.NEEDLER_URL = `http://127.0.0.1:${port}`
})
afterAll(async () => {
  running.child.kill('SIGINT')
  await running.ended
  Object.assign(process.env, { NEEDLER_URL: shared.url, DATABASE_URL: shared.database, NEEDLER_PHOTOS: shared.photos })
  for (const path of [home, empty]) rmSync(path, { recursive: true, force: true })
})

describe('an installation', () => {
  let data: string

  it('has its data folder for itself', async () => {
    data = clusterOf(running)
    const second = run(['scripts/start.mjs'], { NEEDLER_DATA: home, PORT: String(await freePort()) })
    expect(await second.closed).toBe(1)
    expect(second.said()).toContain('Another Needler runs on the data folder')
    expect(await health()).toBe(200)
  })

  it('has its database started again when that dies, says "try again" meanwhile, and hears of growth again', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const live = await askLive('/api/live', { cookie: client.cookies })
    const heard = hear(live.socket!)
    sendText(live.socket!, JSON.stringify({ watch: [jobTopic(job)] }))
    const first = await client.append(job, [draft('note-added', { text: 'before' })])
    await until(() => expect(heard).toContain(JSON.stringify({ kind: 'news', topic: jobTopic(job), seq: first.body.seq })), 10_000)
    process.kill(postmaster(data), 'SIGKILL')
    const statuses = new Set<number>()
    await until(async () => {
      const { status } = await client.append(job, [draft('note-added', { text: 'while it is away' })])
      statuses.add(status)
      expect(status).toBe(200)
    })
    statuses.delete(200)
    expect([...statuses].filter(status => status !== 503)).toEqual([])
    await until(() => expect(heard).toContain('{"kind":"resync"}'), 30_000)
    const { body } = await client.append(job, [draft('note-added', { text: 'heard again' })])
    await until(() => expect(heard).toContain(JSON.stringify({ kind: 'news', topic: jobTopic(job), seq: body.seq })), 10_000)
    live.socket!.destroy()
  })

  it('goes on at every bench after each of ten deaths of its database, and keeps what was acknowledged', async () => {
    const writers = await Promise.all(['okafor', 'lindqvist', 'marsh', 'brandt', 'varga', 'holm'].map(async (login, i) => {
      const client = await Client.as(login)
      const { body: { units } } = await client.get<YardAnswer>('/yard?show=open&limit=100')
      return { client, job: units[i % units.length]!.openJob!.id, wrote: [] as string[], lastAt: 0 }
    }))
    let over = false
    const work = Promise.all(writers.map(async (writer) => {
      for (let note = draft('note-added', { text: 'at work' }); !over;) {
        const { status } = await writer.client.append(writer.job, [note])
        expect([200, 503]).toContain(status)
        if (status === 503) {
          await new Promise(resolve => setTimeout(resolve, 100))
          continue
        }
        Object.assign(writer, { lastAt: Date.now() }).wrote.push(note.id)
        note = draft('note-added', { text: 'at work' })
      }
    }))
    for (let kills = 0; kills < 10; kills++) {
      process.kill(postmaster(data), 'SIGKILL')
      await until(async () => expect(await health()).not.toBe(200))
      const away = Date.now()
      await until(() => expect(writers.filter(({ lastAt }) => lastAt < away)).toEqual([]), 60_000)
    }
    over = true
    await work
    expect(await health()).toBe(200)
    const kept = new Set((await hashesOf((await runningCluster(home))!)).map(({ id }) => id))
    expect(writers.flatMap(({ wrote }) => wrote).filter(id => !kept.has(id))).toEqual([])
  })

  it('says that it does not know when the database stands still, and the same entry sent again is there once', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const note = draft('note-added', { text: 'into the silence' })
    const all = execFileSync('pgrep', ['-P', String(postmaster(data))], { encoding: 'utf8' }).trim().split('\n').map(Number)
    for (const pid of all) process.kill(pid, 'SIGSTOP')
    try {
      const { status, body } = await client.append(job, [note])
      expect([status, body.code]).toEqual([503, expect.stringMatching(/^database\.(late|away)$/)])
    } finally {
      for (const pid of all) process.kill(pid, 'SIGCONT')
    }
    await until(async () => expect((await client.append(job, [note])).status).toBe(200))
    expect((await hashesOf((await runningCluster(home))!)).filter(({ id }) => id === note.id)).toHaveLength(1)
  })

  it('that was killed starts again: what it left behind is stopped first, and what was acknowledged is there', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const note = draft('note-added', { text: 'acknowledged before the kill' })
    expect((await client.append(job, [note])).status).toBe(200)
    running.child.kill('SIGKILL')
    await running.ended
    expect(await health()).toBe(200)
    running = await start()
    expect(running.said()).toContain('left its server behind')
    const again = await Client.as('okafor')
    expect((await again.append(job, [note])).body.results[0]).toMatchObject({ outcome: 'duplicate' })
  })

  it('is backed up at work, lost, and restored into an empty folder with every hash as it was', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const photo = await client.announcePhoto(job)
    expect(
      (
        await client.putPhoto(
          job,
          photo,
          await sharp({ create: { width: 300, height: 200, channels: 3, background: '#345' } })
            .jpeg()
            .toBuffer(),
        )
      ).status,
    ).toBe(200)
    const lead = await Client.as('brandt')
    const leaf = await sharp({ create: { width: 60, height: 80, channels: 3, background: '#fff' } }).png().toBuffer()
    const { body: paper } = await lead.send<{ sha256: string }>('POST', '/attachments', leaf as unknown as BodyInit, { 'content-type': 'image/png' })
    const before = await hashesOf((await runningCluster(home))!)
    const backup = await tool('backup', home, archive)
    expect(backup.said).toContain(`${before.length} entries`)
    expect(backup.code).toBe(0)
    await client.append(job, [draft('note-added', { text: 'after the backup' })])

    const wrong = run(['scripts/tool.mjs', 'restore', archive], { NEEDLER_DATA: empty, NEEDLER_BACKUP_PASSPHRASE: 'thirteen wet ropes' })
    expect(await wrong.closed).toBe(1)
    expect(wrong.said()).toContain('does not open the keys')
    const full = await tool('restore', home, archive)
    expect([full.code, full.said.includes('holds data')]).toEqual([1, true])

    // One that breaks off in the middle leaves nothing that starts, and is run again.
    const half = join(folder('half'), 'half.tar')
    writeFileSync(half, readFileSync(archive).subarray(0, statSync(archive).size - 200_000))
    expect((await tool('restore', empty, half)).code).toBe(1)
    const cut = run(['scripts/start.mjs'], { NEEDLER_DATA: empty, PORT: String(await freePort()) })
    expect([await cut.closed, cut.said()]).toEqual([1, expect.stringContaining('was cut off: what is there is not whole')])
    const restored = await tool('restore', empty, archive)
    expect(restored.said).toContain('no fault')
    expect(restored.code).toBe(0)
    const cluster = await startCluster({ folder: empty })
    try {
      expect(await hashesOf(cluster.url)).toEqual(before)
      expect(await runSql(cluster.url, 'select id from session where ended_at is null')).toEqual([])
    } finally {
      await cluster.stop()
    }
    expect(readFileSync(join(empty, 'photos', job, `${photo}.jpg`))).toEqual(readFileSync(join(home, 'photos', job, `${photo}.jpg`)))
    const kept = join('photos', 'attachments', `${paper.sha256}.jpg`)
    expect(readFileSync(join(empty, kept))).toEqual(readFileSync(join(home, kept)))
    expect(readFileSync(join(empty, 'seal-secret'), 'utf8')).toBe(readFileSync(join(home, 'seal-secret'), 'utf8'))
  })

  it('says what is wrong with it, and mends what is derived', async () => {
    const [gone] = await runSql<{ id: string }>((await runningCluster(home))!,
      `update job_snapshot set state = '{}' where job_id = (select job_id from job_snapshot order by job_id limit 1)`,
      'update job set steps_done = steps_done + 1 where id = (select id from job order by number limit 1)',
      'delete from reading where event_id = (select event_id from reading order by event_id limit 1)',
      `update job_event set body = '{"text":"bent"}' where id = (select id from job_event where type = 'note-added' order by id limit 1)`,
      'delete from photo where id = (select id from photo order by id limit 1) returning id')
    const derived = ['its snapshot at entry', 'what lists show of it', 'the readings shown to the fleet', `what is known of photo ${gone!.id}`]
    const found = await tool('verify', home)
    expect(found.code).toBe(1)
    for (const sentence of derived) expect(found.said).toContain(sentence)
    expect((await tool('rebuild', home)).code).toBe(0)
    // The record itself is nothing that could be mended, and what is derived is mended beside it.
    const left = await tool('verify', home)
    expect([left.code, left.said]).toEqual([1, expect.stringMatching(/its chain is broken at entry \d+\./)])
    for (const sentence of derived) expect(left.said).not.toContain(sentence)
  })
})
