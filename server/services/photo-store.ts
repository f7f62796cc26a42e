import { createStorage, type Driver } from 'unstorage'
import fsDriver from 'unstorage/drivers/fs-lite'
import s3Driver from 'unstorage/drivers/s3'
import type { PhotoStore } from './photos'

/**
 * Photos lie in a folder, or in an S3-compatible bucket when one is named:
 * NEEDLER_PHOTOS (folder) or NEEDLER_S3_ENDPOINT, NEEDLER_S3_BUCKET, NEEDLER_S3_REGION, NEEDLER_S3_KEY, NEEDLER_S3_SECRET.
 */
function photoDriver(): Driver {
  const { NEEDLER_S3_ENDPOINT: endpoint, NEEDLER_S3_BUCKET: bucket, NEEDLER_S3_REGION: region, NEEDLER_S3_KEY: accessKeyId, NEEDLER_S3_SECRET: secretAccessKey } = process.env
  return bucket
    ? s3Driver({ endpoint: endpoint ?? '', bucket, region: region ?? 'auto', accessKeyId: accessKeyId ?? '', secretAccessKey: secretAccessKey ?? '' })
    : fsDriver({ base: process.env.NEEDLER_PHOTOS ?? '.data/photos' })
}

let store: PhotoStore | undefined

/** The store of photos over the storage layer that Nitro is built on; the same for the server and for the demonstration's seed. */
export function photoStore(): PhotoStore {
  if (!store) {
    const storage = createStorage({ driver: photoDriver() })
    store = {
      has: key => storage.hasItem(key),
      write: (key, bytes) => storage.setItemRaw(key, bytes),
      read: async (key) => {
        const found = await storage.getItemRaw<Buffer | ArrayBuffer>(key)
        return found ? Buffer.from(found as ArrayBuffer) : null
      },
    }
  }
  return store
}
