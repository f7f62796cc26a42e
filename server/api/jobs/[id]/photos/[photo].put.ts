import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { photoParams } from '../../../../http/params'
import { photoStore } from '../../../../services/photo-store'
import { readBytes } from '../../../../http/read-body'
import { keepPhoto, MOST_PHOTO_BYTES } from '../../../../services/photos'

export default defineApi({ right: 'job:work', params: photoParams }, async ({ event, person, params }) => {
  await keepPhoto(database(), photoStore(), person, { job: params.id, photo: params.photo, bytes: await readBytes(event, MOST_PHOTO_BYTES) })
  return { kept: params.photo }
})
