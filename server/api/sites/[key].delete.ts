import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { siteParams } from '../../http/params'
import { dropSite } from '../../services/sites'

export default defineApi({ right: 'site:write', params: siteParams }, async ({ person, params }) => {
  await dropSite(database(), person, params.key)
  return { dropped: params.key }
})
