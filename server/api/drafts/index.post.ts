import { draftStartSchema } from '#shared/wire/drafts'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { startDrafts } from '../../services/drafts'

export default defineApi({ right: 'sheet:write', body: draftStartSchema }, ({ person, body }) => startDrafts(database(), person, body))
