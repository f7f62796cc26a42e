import { deedSchema } from '#shared/wire/drafts'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { draftParams } from '../../../http/params'
import { writeDeed } from '../../../services/draft-deeds'

export default defineApi({ right: 'sheet:write', params: draftParams, body: deedSchema }, ({ person, params, body }) =>
  writeDeed(database(), person, params.id, body))
