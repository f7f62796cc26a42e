import { execFileSync } from 'node:child_process'
import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { and, eq } from 'drizzle-orm'
import sharp from 'sharp'
import { afterAll, describe, expect, it } from 'vitest'
import type { Dossier } from '#shared/wire/dossier'
import type { JobBundle } from '#shared/wire/types'
import { closeConnection, database } from '../../server/db/client'
import { job as jobTable, jobEvent, person, photo as photoTable } from '../../server/db/schema'
import { bucketStore } from '../../server/services/photo-store'
import { keepPhoto, readPhoto } from '../../server/services/photos'
import { closePools } from '../../server/work/pools'
import { BUCKET_KEY, bucketServer } from '../support/bucket'
import { Client, draft } from './client'

afterAll(closeConnection)

const picture = (width = 640, height = 480, background = '#556') =>
  sharp({ create: { width, height, channels: 3, background } })
    .withExif({ IFD0: { Make: 'Made-up camera', Copyright: 'somebody' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
    .jpeg()
    .toBuffer()
const get = (client: Client, job: string, photo: string) =>
  fetch(`${process.env.NEEDLER_URL}/api/jobs/${job}/photos/${photo}`, { headers: { cookie: client.cookies } })
const kept = async (job: string, photo: string) =>
  (
    await database()
      .select()
      .from(jobEvent)
      .where(and(eq(jobEvent.jobId, job), eq(jobEvent.type, 'photo-kept')))
  ).filter(row => row.body.photo === photo)

describe('a photo', () => {
  it('is kept without what the camera wrote beside it, its hash goes into the chain, and it is shown to those who may see the job', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const photo = await client.announcePhoto(job)
    const original = await picture(4000, 3000)
    expect((await sharp(original).metadata()).exif).toBeDefined()
    expect((await client.putPhoto(job, photo, original)).status).toBe(200)
    const answer = await get(client, job, photo)
    const bytes = Buffer.from(await answer.arrayBuffer())
    const { width, height, format, exif, xmp, icc } = await sharp(bytes).metadata()
    expect([width, height, format, exif, xmp, icc]).toEqual([2048, 1536, 'jpeg', undefined, undefined, undefined])
    const [event] = await kept(job, photo)
    const [row] = await database().select().from(photoTable).where(eq(photoTable.id, photo))
    expect(event!.body.sha256).toBe(row!.sha256)
    const { body } = await client.get<JobBundle>(`/jobs/${job}`)
    expect(body.head.seq).toBe(event!.seq)
    expect((await get(await Client.as('duarte'), job, photo)).status).toBe(403)
    expect((await client.get(`/jobs/${job}/photos/${randomUUID()}`)).body).toMatchObject({ status: 404, code: 'photo.unknown' })
  })

  it.runIf(process.getuid?.() === 0)('finds the disk full, leaves nothing half-written, and is kept once there is room', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const photo = await client.announcePhoto(job)
    const grain = await sharp(randomBytes(300 * 300 * 3), { raw: { width: 300, height: 300, channels: 3 } }).jpeg().toBuffer()
    const own = join(process.env.NEEDLER_PHOTOS!, job)
    mkdirSync(own, { recursive: true })
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=16k', 'none', own])
    try {
      const { status, body, headers } = await client.putPhoto(job, photo, grain)
      expect([status, body.code, body.detail]).toEqual([503, 'disk.full', expect.stringContaining('stays on your device')])
      expect(headers.get('retry-after')).toMatch(/^\d+$/)
      expect(readdirSync(own)).toEqual([])
      expect(await kept(job, photo)).toEqual([])
    } finally {
      execFileSync('umount', [own])
    }
    expect((await client.putPhoto(job, photo, grain)).status).toBe(200)
    expect((await kept(job, photo)).length).toBe(1)
  })

  it('may be sent again and mends what is broken; another under its number is refused', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const photo = await client.announcePhoto(job)
    const [one, other] = [await picture(300, 200), await picture(300, 200, '#933')]
    expect((await client.putPhoto(job, photo, one)).status).toBe(200)
    const path = join(process.env.NEEDLER_PHOTOS!, job, `${photo}.jpg`)
    const whole = readFileSync(path)
    writeFileSync(path, whole.subarray(0, 400))
    // Half a picture is never served, least of all to be kept for good.
    const damaged = await get(client, job, photo)
    expect([damaged.status, damaged.headers.get('cache-control')]).toEqual([404, 'no-store'])
    expect((await client.putPhoto(job, photo, other)).body).toMatchObject({ status: 409, code: 'photo.other' })
    expect((await client.putPhoto(job, photo, one)).status).toBe(200)
    expect(Buffer.compare(readFileSync(path), whole)).toBe(0)
    expect((await get(client, job, photo)).status).toBe(200)
    expect((await kept(job, photo)).length).toBe(1)
  })

  it('sent many times at once is kept once', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const photo = await client.announcePhoto(job)
    const bytes = await picture(200, 200)
    const answers = await Promise.all(Array.from({ length: 8 }, () => client.putPhoto(job, photo, bytes)))
    expect(answers.map(answer => answer.status)).toEqual(Array.from({ length: 8 }, () => 200))
    expect((await kept(job, photo)).length).toBe(1)
  })

  it('belongs to the event, the job and the person that announced it', async () => {
    const [client, colleague] = await Promise.all(['okafor', 'lindqvist'].map(login => Client.as(login)))
    const [job, other] = [await client!.openJobOf('P-104'), await client!.openJobOf('P-105')]
    const photo = await client!.announcePhoto(job)
    const bytes = await picture()
    expect((await client!.putPhoto(job, randomUUID(), bytes)).body).toMatchObject({ status: 409, code: 'photo.not-announced' })
    expect((await client!.putPhoto(other, photo, bytes)).body).toMatchObject({ status: 409, code: 'photo.not-announced' })
    expect((await colleague!.putPhoto(job, photo, bytes)).body).toMatchObject({ status: 403, code: 'photo.other-person' })
    expect((await (await Client.as('guest')).putPhoto(job, photo, bytes)).body).toMatchObject({ status: 403, code: 'right.missing' })
    expect((await client!.putPhoto(job, photo, bytes)).status).toBe(200)
    expect((await client!.append(other, [draft('photo-added', { photo })])).status).toBe(200)
    expect((await client!.putPhoto(other, photo, bytes)).body).toMatchObject({ status: 409, code: 'photo.other' })
  })

  it('that has not arrived keeps the job open, and a closed job takes none', async () => {
    const client = await Client.as('okafor')
    const [closed] = await database().select().from(jobTable).where(eq(jobTable.status, 'closed')).limit(1)
    const lead = await Client.as('brandt')
    expect((await lead.putPhoto(closed!.id, randomUUID(), await picture())).body.status).toBe(409)
    const { body } = await client.get<Dossier>(`/jobs/${closed!.id}/dossier`)
    for (const shown of body.state.photos) expect(body.state.kept[shown.photo]).toMatch(/^[0-9a-f]{64}$/)
  })

  const SVG = `<svg xmlns="http://www.w3.org/2000/svg" width="60000" height="60000"><filter id="f"><feTurbulence baseFrequency=".9" numOctaves="90"/></filter><rect width="60000" height="60000" filter="url(#f)"/></svg>`
  it.each<[string, () => Uint8Array | Promise<Uint8Array>, number, string]>([
    ['text', () => Buffer.from('no picture at all'), 422, 'photo.bad'],
    ['a drawing that would take minutes', () => Buffer.from(SVG), 422, 'photo.bad'],
    ['a drawing that says it is a picture', () => Buffer.concat([Buffer.from('ffd8ffe0', 'hex'), Buffer.from(SVG)]), 422, 'photo.bad'],
    ['a document', () => Buffer.from('%PDF-1.7\n1 0 obj<<>>endobj'), 422, 'photo.bad'],
    [
      'an animation',
      async () => Buffer.from('474946383961010001008000000000000000000021f90401000000002c00000000010001000002024401003b', 'hex'),
      422,
      'photo.bad',
    ],
    ['half a picture', async () => (await picture()).subarray(0, 500), 422, 'photo.bad'],
    [
      'a small file of a hundred megapixels',
      () =>
        sharp({ create: { width: 12_000, height: 9000, channels: 3, background: '#fff' } })
          .png({ compressionLevel: 9 })
          .toBuffer(),
      422,
      'photo.bad',
    ],
    ['nothing', () => Buffer.alloc(0), 422, 'photo.empty'],
    ['13 MB', () => Buffer.alloc(13 * 1024 * 1024), 413, 'body.too-large'],
  ])('is refused when it is %s', async (_name, bytes, status, code) => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const photo = await client.announcePhoto(job)
    expect((await client.putPhoto(job, photo, await bytes())).body).toMatchObject({ status, code })
    // Whoever comes next is served.
    expect((await client.putPhoto(job, photo, await picture(64, 48))).status).toBe(200)
  })

  it('is taken as JPEG, PNG and WebP', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const plain = () => sharp({ create: { width: 64, height: 48, channels: 4, background: { r: 9, g: 90, b: 150, alpha: 0.5 } } })
    for (const bytes of [await plain().jpeg().toBuffer(), await plain().png().toBuffer(), await plain().webp().toBuffer()]) {
      expect((await client.putPhoto(job, await client.announcePhoto(job), bytes)).status).toBe(200)
    }
  })
})

describe('a photo in a bucket', () => {
  const objects = new Map<string, Buffer>()
  const faults: { breaks?: boolean } = {}
  const server = bucketServer(objects, faults)
  const folder = mkdtempSync(join(tmpdir(), 'needler-bucket-'))
  afterAll(async () => {
    server.close()
    rmSync(folder, { recursive: true })
    await closePools()
  })

  it('has the same guarantees: not acknowledged when the bucket breaks off, mended when sent again, and never another', async () => {
    await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
    const store = bucketStore({ endpoint: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, bucket: 'photos', ...BUCKET_KEY })
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-104')
    const photo = await client.announcePhoto(job)
    const [row] = await database().select().from(person).where(eq(person.login, 'okafor'))
    const okafor = { id: row!.id, login: row!.login, name: row!.name, role: row!.role, sites: null }
    const keep = async (bytes: Buffer) => {
      const path = join(folder, randomUUID())
      writeFileSync(path, bytes)
      return keepPhoto(
        database(),
        store,
        okafor,
        { job, photo, device: randomUUID() },
        { path, size: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex') },
      )
    }
    const bytes = await picture(320, 200)
    faults.breaks = true
    await expect(keep(bytes)).rejects.toThrow()
    expect(await kept(job, photo)).toEqual([])
    faults.breaks = false
    await keep(bytes)
    expect((await kept(job, photo)).length).toBe(1)
    const [key, whole] = [...objects][0]!
    objects.set(key, whole.subarray(0, 100))
    await expect(readPhoto(database(), store, okafor, { job, photo })).rejects.toMatchObject({ code: 'photo.damaged' })
    await expect(keep(await picture(320, 200, '#933'))).rejects.toMatchObject({ code: 'photo.other' })
    await keep(bytes)
    expect(Buffer.compare((await readPhoto(database(), store, okafor, { job, photo })).bytes, whole)).toBe(0)
  })
})
