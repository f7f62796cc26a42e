import { setResponseHeaders } from 'h3'
import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { photoParams } from '../../../../http/params'
import { photoStore } from '../../../../services/photo-store'
import { readPhoto } from '../../../../services/photos'

export default defineApi({ right: 'job:read', params: photoParams, share: 'reading' }, async ({ event, person, params }) => {
  const bytes = await readPhoto(database(), photoStore(), person, { job: params.id, photo: params.photo })
  // A photo never changes under its number; only this person's browser may keep it.
  setResponseHeaders(event, { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' })
  return bytes
})
