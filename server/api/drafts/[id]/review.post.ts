import { reviewSchema } from '#shared/wire/drafts'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { draftParams } from '../../../http/params'
import { reviewDraft } from '../../../services/draft-deeds'

export default defineApi({ right: 'sheet:write', params: draftParams, body: reviewSchema }, ({ person, params, body }) =>
  reviewDraft(database(), person, params.id, body))
