import { releaseSchema } from '#shared/wire/drafts'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { draftParams } from '../../../http/params'
import { releaseDraft } from '../../../services/draft-deeds'

export default defineApi({ right: 'sheet:release', params: draftParams, body: releaseSchema }, ({ person, params, body }) =>
  releaseDraft(database(), person, params.id, body))
