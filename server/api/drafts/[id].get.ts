import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { draftParams } from '../../http/params'
import { readDraft } from '../../services/drafts'

export default defineApi({ right: 'sheet:read', params: draftParams }, ({ person, params }) => readDraft(database(), person, params.id))
