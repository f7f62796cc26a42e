import { randomUUID } from 'node:crypto'
import { mkdir, open, readFile, readdir, rename, rm } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { AwsClient } from 'aws4fetch'
import { sha256 } from './sha256'

/** Where the bytes of photos and attachments are kept. A write is whole or not there, also when the power goes meanwhile. */
export interface PhotoStore {
  write: (key: string, bytes: Buffer) => Promise<void>
  read: (key: string) => Promise<Buffer | null>
  remove: (key: string) => Promise<void>
  /** The keys of everything that is kept. */
  keys: () => Promise<string[]>
}

/** Pictures and papers; not what a broken write has left. */
const isKept = (name: string) => /\.(jpg|pdf)$/.test(name)

/** A folder: written beside its name, synced, renamed. */
export function folderStore(base: string): PhotoStore {
  const pathOf = (key: string) => join(base, key)
  async function sync(path: string, flags: string, bytes?: Buffer): Promise<void> {
    const file = await open(path, flags, 0o640)
    try {
      if (bytes) await file.writeFile(bytes)
      await file.sync()
    } finally {
      await file.close()
    }
  }
  return {
    async write(key, bytes) {
      const path = pathOf(key)
      await mkdir(dirname(path), { recursive: true })
      const beside = `${path}.${randomUUID()}.part`
      try {
        await sync(beside, 'wx', bytes)
        await rename(beside, path)
      } catch (error) {
        await rm(beside, { force: true })
        throw error
      }
      // The name is safe once its folder is.
      await sync(dirname(path), 'r')
    },
    read: async key => readFile(pathOf(key)).catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return null
      throw error
    }),
    remove: key => rm(pathOf(key), { force: true }),
    keys: async () => (await readdir(base, { recursive: true, encoding: 'utf8' }).catch(() => [])).filter(isKept),
  }
}

interface Bucket { endpoint: string, bucket: string, region: string, accessKeyId: string, secretAccessKey: string }

/** An S3-compatible bucket: the store checks what arrives against the hash that was signed, and shows nothing of a broken write. */
export function bucketStore({ endpoint, bucket, region, ...key }: Bucket): PhotoStore {
  const client = new AwsClient({ ...key, region, service: 's3', retries: 2 })
  const addressOf = (name: string) => `${endpoint.replace(/\/$/, '')}/${bucket}/${name.split('/').map(encodeURIComponent).join('/')}`
  async function ask(method: string, address: string, bytes?: Buffer): Promise<Response | null> {
    const headers = { 'x-amz-content-sha256': sha256(bytes ?? Buffer.alloc(0)), ...bytes ? { 'content-type': 'image/jpeg' } : {} }
    const answer = await client.fetch(address, {
      method,
      headers,
      ...(bytes ? { body: new Uint8Array(bytes) } : {}),
      signal: AbortSignal.timeout(30_000),
    })
    if (answer.status === 404) return null
    if (!answer.ok) throw new Error(`the bucket answers ${answer.status} to ${method}`)
    return answer
  }
  return {
    write: async (name, bytes) => {
      if (!await ask('PUT', addressOf(name), bytes)) throw new Error('the bucket is not there')
    },
    read: async (name) => {
      const answer = await ask('GET', addressOf(name))
      return answer && Buffer.from(await answer.arrayBuffer())
    },
    remove: async name => void await ask('DELETE', addressOf(name)),
    async keys() {
      const found: string[] = []
      for (let token = ''; ;) {
        const answer = await ask('GET', `${addressOf('')}?list-type=2${token ? `&continuation-token=${encodeURIComponent(token)}` : ''}`)
        const text = await answer?.text() ?? ''
        found.push(...[...text.matchAll(/<Key>([^<]+)<\/Key>/g)].map(match => match[1]!))
        token = /<NextContinuationToken>([^<]+)</.exec(text)?.[1] ?? ''
        if (!token) return found.filter(isKept)
      }
    },
  }
}

let store: PhotoStore | undefined

/**
 * The store of this installation, the same for the server, the seed and the tools:
 * NEEDLER_PHOTOS (folder) or NEEDLER_S3_ENDPOINT, NEEDLER_S3_BUCKET, NEEDLER_S3_REGION, NEEDLER_S3_KEY, NEEDLER_S3_SECRET.
 */
export function photoStore(): PhotoStore {
  const {
    NEEDLER_S3_ENDPOINT: endpoint,
    NEEDLER_S3_BUCKET: bucket,
    NEEDLER_S3_REGION: region,
    NEEDLER_S3_KEY: accessKeyId,
    NEEDLER_S3_SECRET: secretAccessKey,
  } = process.env
  store ??= bucket
    ? bucketStore({
        endpoint: endpoint ?? '',
        bucket,
        region: region ?? 'auto',
        accessKeyId: accessKeyId ?? '',
        secretAccessKey: secretAccessKey ?? '',
      })
    : folderStore(process.env.NEEDLER_PHOTOS ?? '.data/photos')
  return store
}
