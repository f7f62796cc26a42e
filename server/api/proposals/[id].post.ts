import { decideSchema } from '#shared/wire/drafts'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { proposalParams } from '../../http/params'
import { decideProposal } from '../../services/proposals'

export default defineApi({ right: 'sheet:write', params: proposalParams, body: decideSchema }, ({ person, params, body }) =>
  decideProposal(database(), person, params.id, body))
