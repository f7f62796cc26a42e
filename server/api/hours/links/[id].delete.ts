import Joi from 'joi'
import { id } from '#shared/wire/id'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { revokeHoursLink } from '../../../services/hours-links'

const params = Joi.object<{ id: string }>({ id: id('the number of a link').required() })

export default defineApi({ right: 'people:write', params }, async ({ person, params }) => {
  await revokeHoursLink(database(), person, params.id)
  return { revoked: params.id }
})
