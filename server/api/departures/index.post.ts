import { decideDepartureSchema } from '#shared/wire/drafts'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { decideDeparture } from '../../services/proposals'

export default defineApi({ right: 'sheet:write', body: decideDepartureSchema }, ({ person, body }) =>
  decideDeparture(database(), person, body))
