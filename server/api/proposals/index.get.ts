import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { listProposals } from '../../services/proposals'

export default defineApi({ right: 'sheet:read' }, ({ person }) => listProposals(database(), person))
