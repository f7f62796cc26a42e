import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { badgeParams } from '../../http/params'
import { revokeBadge } from '../../services/badges'

export default defineApi({ right: 'people:write', params: badgeParams }, async ({ person, params }) => {
  await revokeBadge(database(), person, params.id)
  return { ended: params.id }
})
