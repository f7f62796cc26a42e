import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { bucketStore, folderStore, type PhotoStore } from '../../server/services/photo-store'
import { BUCKET_KEY, bucketServer } from '../support/bucket'

const bytes = Buffer.from(Array.from({ length: 70_000 }, (_, i) => i % 251))
const folder = mkdtempSync(join(tmpdir(), 'needler-photos-'))
const objects = new Map<string, Buffer>()
const faults: { breaks?: boolean } = {}
const server = bucketServer(objects, faults)
let bucket: PhotoStore

const address = () => `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
beforeAll(async () => {
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
  bucket = bucketStore({ endpoint: address(), bucket: 'photos', ...BUCKET_KEY })
})
afterAll(() => {
  server.close()
  rmSync(folder, { recursive: true })
})

describe.each([['a folder', () => folderStore(folder)], ['an S3-compatible bucket', () => bucket]])('photos in %s', (_name, made) => {
  it('are found again byte by byte, listed, replaced whole, and told apart from what is not there', async () => {
    const store = made()
    expect(await store.read('job-1/photo-1.jpg')).toBeNull()
    await store.write('job-1/photo-1.jpg', bytes)
    await store.write('job-2/photo-2.jpg', bytes)
    expect(Buffer.compare((await store.read('job-1/photo-1.jpg'))!, bytes)).toBe(0)
    expect((await store.keys()).sort()).toEqual(['job-1/photo-1.jpg', 'job-2/photo-2.jpg'])
    await store.write('job-1/photo-1.jpg', bytes.subarray(0, 1000))
    expect((await store.read('job-1/photo-1.jpg'))!.length).toBe(1000)
    await store.remove('job-1/photo-1.jpg')
    await store.remove('job-1/photo-1.jpg')
    expect(await store.keys()).toEqual(['job-2/photo-2.jpg'])
  })
})

describe('a store', () => {
  it('leaves nothing half-written in a folder', async () => {
    const store = folderStore(folder)
    await Promise.all(Array.from({ length: 20 }, () => store.write('job-3/photo-3.jpg', bytes)))
    expect(readdirSync(join(folder, 'job-3'))).toEqual(['photo-3.jpg'])
    expect((await store.read('job-3/photo-3.jpg'))!.length).toBe(bytes.length)
  })

  it('says so when the bucket breaks off or the key is another one, and nothing is there then', async () => {
    Object.assign(faults, { breaks: true })
    await expect(bucket.write('job-9/photo-9.jpg', bytes)).rejects.toThrow()
    Object.assign(faults, { breaks: false })
    expect(await bucket.read('job-9/photo-9.jpg')).toBeNull()
    const stranger = bucketStore({ endpoint: address(), bucket: 'photos', ...BUCKET_KEY, secretAccessKey: 'another' })
    await expect(stranger.write('job-9/photo-9.jpg', bytes)).rejects.toThrow('403')
  })
})
