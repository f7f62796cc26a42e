import { sql } from 'drizzle-orm'
import { database } from '../db/client'
import { definePublicApi } from '../http/define-api'

export default definePublicApi({}, async () => {
  await database().execute(sql`select 1`)
  return { status: 'well', database: 'answers' }
})
