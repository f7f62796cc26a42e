import Joi from 'joi'
import { badgeCode, badgeName } from '#shared/wire/people'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { personParams } from '../../../http/params'
import { makeBadge } from '../../../services/badges'

const body = Joi.object<{ name: string, code?: string }>({ name: badgeName.required(), code: badgeCode })

export default defineApi({ right: 'people:write', params: personParams, body }, ({ person, params, body }) =>
  makeBadge(database(), person, params.id, body))
