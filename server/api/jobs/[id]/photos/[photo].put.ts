import { randomUUID } from 'node:crypto'
import { rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { countBytes } from '../../../../http/fair-share'
import { photoParams } from '../../../../http/params'
import { readToFile } from '../../../../http/read-body'
import { announceGrowth } from '../../../../live/channel'
import { photoStore } from '../../../../services/photo-store'
import { keepPhoto, MOST_PHOTO_BYTES, requireAnnounced } from '../../../../services/photos'

export default defineApi({ right: 'job:work', params: photoParams, share: 'upload' }, async ({ event, person, signedIn, params: { id: job, photo } }) => {
  await requireAnnounced(database(), person, { job, photo })
  const path = join(tmpdir(), `needler-upload-${randomUUID()}`)
  try {
    const received = await readToFile(event, path, MOST_PHOTO_BYTES)
    await countBytes(person.id, 'pictures', received.size)
    const { seq } = await keepPhoto(database(), photoStore(), person, { job, photo, device: signedIn.device }, { path, ...received })
    announceGrowth(job, seq)
    return { kept: photo }
  } finally {
    await rm(path, { force: true })
  }
})
