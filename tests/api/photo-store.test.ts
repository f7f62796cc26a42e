import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'

/** A bucket as an S3-compatible store answers: signed requests only, one object a path. */
function bucketServer(objects: Map<string, Buffer>, seen: string[]): Server {
  return createServer(async (request, response) => {
    const chunks: Buffer[] = []
    for await (const chunk of request) chunks.push(chunk as Buffer)
    seen.push(`${request.method} ${request.url}`)
    const signed = /^AWS4-HMAC-SHA256 Credential=key-id\/\d{8}\/harbour\/s3\/aws4_request, SignedHeaders=.*, Signature=[0-9a-f]{64}$/.test(request.headers.authorization ?? '')
    const key = decodeURIComponent(request.url!.split('?')[0]!)
    const answer = (status: number, body?: Buffer) => response.writeHead(status, { 'content-type': 'application/octet-stream' }).end(body)
    if (!signed) return answer(403)
    if (request.method === 'PUT') {
      objects.set(key, Buffer.concat(chunks))
      return answer(200)
    }
    const found = objects.get(key)
    if (!found) return answer(404)
    return answer(200, request.method === 'HEAD' ? undefined : found)
  })
}

describe('photos in an S3-compatible bucket', () => {
  const [objects, seen] = [new Map<string, Buffer>(), [] as string[]]
  const server = bucketServer(objects, seen)

  beforeAll(async () => {
    await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
    vi.stubEnv('NEEDLER_S3_ENDPOINT', `http://127.0.0.1:${(server.address() as AddressInfo).port}`)
    vi.stubEnv('NEEDLER_S3_BUCKET', 'photos')
    vi.stubEnv('NEEDLER_S3_REGION', 'harbour')
    vi.stubEnv('NEEDLER_S3_KEY', 'key-id')
    vi.stubEnv('NEEDLER_S3_SECRET', 'secret')
    vi.resetModules()
  })
  afterAll(() => {
    vi.unstubAllEnvs()
    server.close()
  })

  it('are written with a signature, found again byte by byte, and told apart from what is not there', async () => {
    const { photoStore } = await import('../../server/services/photo-store')
    const store = photoStore()
    const bytes = Buffer.from(Array.from({ length: 70_000 }, (_, i) => i % 251))
    expect(await store.has('job-1/photo-1.jpg')).toBe(false)
    await store.write('job-1/photo-1.jpg', bytes)
    expect([...objects.keys()]).toEqual([expect.stringMatching(/^\/photos\/job-1.photo-1\.jpg$/)])
    expect(await store.has('job-1/photo-1.jpg')).toBe(true)
    expect(Buffer.compare((await store.read('job-1/photo-1.jpg'))!, bytes)).toBe(0)
    expect(await store.read('job-1/photo-2.jpg')).toBeNull()
    expect(seen.some(line => line.startsWith('PUT '))).toBe(true)
  })
})
