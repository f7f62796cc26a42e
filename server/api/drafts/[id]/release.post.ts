import { releaseSchema } from '#shared/wire/drafts'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { draftParams } from '../../../http/params'
import { announceGrowth } from '../../../live/channel'
import { releaseDraft } from '../../../services/draft-deeds'
import { openJobsBy } from '../../../services/sheets'

export default defineApi({ right: 'sheet:release', params: draftParams, body: releaseSchema }, async ({ person, params, body }) => {
  const released = await releaseDraft(database(), person, params.id, body)
  // Whoever works by an older revision is told while they work.
  for (const one of await openJobsBy(database(), released.key)) announceGrowth({ ...one, seq: 0 })
  return released
})
