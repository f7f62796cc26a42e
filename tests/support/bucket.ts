import { createHash, createHmac } from 'node:crypto'
import { createServer, type IncomingMessage, type Server } from 'node:http'

/** The key of the bucket that `bucketServer` gives. */
export const BUCKET_KEY = { region: 'harbour', accessKeyId: 'key-id', secretAccessKey: 'secret' }

const hmac = (key: string | Buffer, text: string) => createHmac('sha256', key).update(text).digest()
const sha256 = (bytes: string | Buffer) => createHash('sha256').update(bytes).digest('hex')

/** The signature that a request must carry (AWS Signature Version 4, as documented for S3-compatible stores). */
function signatureOf({ method, url, headers }: IncomingMessage, signedHeaders: string): string {
  const [path, query = ''] = url!.split('?')
  const day = String(headers['x-amz-date']).slice(0, 8)
  const canonical = [
    method, path, query.split('&').sort().join('&'),
    ...signedHeaders.split(';').map(name => `${name}:${String(headers[name]).trim()}`), '', signedHeaders, headers['x-amz-content-sha256'],
  ].join('\n')
  const scope = `${day}/${BUCKET_KEY.region}/s3/aws4_request`
  const key = [BUCKET_KEY.region, 's3', 'aws4_request'].reduce<Buffer>(
    (made, part) => hmac(made, part),
    hmac(`AWS4${BUCKET_KEY.secretAccessKey}`, day),
  )
  return hmac(key, ['AWS4-HMAC-SHA256', headers['x-amz-date'], scope, sha256(canonical)].join('\n')).toString('hex')
}

/**
 * A bucket as an S3-compatible store answers: every signature is worked out anew and compared, and an object whose bytes are not the ones
 * that were signed for is not taken. `breaks` lets writes break off half-way.
 */
export function bucketServer(objects: Map<string, Buffer>, faults: { breaks?: boolean } = {}): Server {
  return createServer(async (request, response) => {
    const chunks: Buffer[] = []
    for await (const chunk of request) chunks.push(chunk as Buffer)
    const body = Buffer.concat(chunks)
    const answer = (status: number, bytes?: Buffer | string) =>
      response.writeHead(status, { 'content-type': 'application/octet-stream' }).end(bytes)
    const [, signedHeaders, signature] = /SignedHeaders=([^,]+), Signature=([0-9a-f]{64})$/.exec(request.headers.authorization ?? '') ?? []
    if (!signedHeaders || signature !== signatureOf(request, signedHeaders)) return answer(403)
    if (request.headers['x-amz-content-sha256'] !== sha256(body)) return answer(400)
    const [path, query] = request.url!.split('?')
    const key = decodeURIComponent(path!)
    if (request.method === 'PUT') {
      if (faults.breaks) return request.socket.destroy()
      objects.set(key, body)
      return answer(200)
    }
    if (request.method === 'DELETE') return answer(objects.delete(key) ? 204 : 404)
    if (query?.includes('list-type=2'))
      return answer(
        200,
        `<ListBucketResult>${[...objects.keys()].map(name => `<Key>${name.split('/').slice(2).join('/')}</Key>`).join('')}</ListBucketResult>`,
      )
    const found = objects.get(key)
    return found ? answer(200, request.method === 'HEAD' ? undefined : found) : answer(404)
  })
}
