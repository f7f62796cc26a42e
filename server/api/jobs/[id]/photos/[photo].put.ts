import { rm } from 'node:fs/promises'
import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { countBytes } from '../../../../http/fair-share'
import { photoParams } from '../../../../http/params'
import { readToFile } from '../../../../http/read-body'
import { announceGrowth } from '../../../../live/channel'
import { photoStore } from '../../../../services/photo-store'
import { keepPhoto, MOST_PHOTO_BYTES, requireAnnounced } from '../../../../services/photos'
import { uploadPath } from '../../../../services/uploads'

export default defineApi(
  { right: 'job:work', params: photoParams, share: 'upload' },
  async ({ event, person, signedIn, params: { id: job, photo } }) => {
    await requireAnnounced(database(), person, { job, photo })
    const path = uploadPath()
    try {
      const received = await readToFile(event, path, MOST_PHOTO_BYTES)
      await countBytes(person.id, 'pictures', received.size)
      const { seq, unit } = await keepPhoto(
        database(),
        photoStore(),
        person,
        { job, photo, device: signedIn.device },
        { path, ...received },
      )
      announceGrowth({ job, seq, unit })
      return { kept: photo }
    } finally {
      await rm(path, { force: true })
    }
  },
)
