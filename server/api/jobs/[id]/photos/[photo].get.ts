import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { sendKept } from '../../../../http/kept-bytes'
import { photoParams } from '../../../../http/params'
import { photoStore } from '../../../../services/photo-store'
import { readPhoto } from '../../../../services/photos'

export default defineApi({ right: 'job:read', params: photoParams, share: 'reading' }, async ({ event, person, params }) => {
  const kept = await readPhoto(database(), photoStore(), person, { job: params.id, photo: params.photo })
  return sendKept(event, kept, { 'content-type': 'image/jpeg' })
})
