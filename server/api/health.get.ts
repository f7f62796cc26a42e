import { database, rowsOf } from '../db/client'
import { definePublicApi } from '../http/define-api'
import { littleRoom } from '../services/disk-room'
import { Problem } from '../services/problem'
import { stuckWriters } from '../services/write-plans'

export default definePublicApi({}, async () => {
  await rowsOf(database(), 'select 1')
  const stuck = stuckWriters()
  if (stuck > 0) {
    throw new Problem(503, 'database.stuck', `The database answers, but ${stuck === 1 ? 'a write has' : `${stuck} writes have`} waited for an answer for too long.`, {
      stuck,
    })
  }
  const disk = await littleRoom(process.env.NEEDLER_PHOTOS)
  return { status: 'well', database: 'answers', ...disk ? { disk } : {} }
})
