import Joi from 'joi'
import { personName, role, sites } from '#shared/wire/people'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { personParams } from '../../http/params'
import { forgetSessions } from '../../http/session-person'
import { changePerson, type PersonInput } from '../../services/people'

const body = Joi.object<Partial<PersonInput> & { active?: boolean }>({ name: personName, role, sites, active: Joi.boolean().strict() }).min(
  1,
)

export default defineApi({ right: 'people:write', params: personParams, body }, async ({ person, params, body }) => {
  await changePerson(database(), person, params.id, body)
  forgetSessions()
  return { changed: params.id }
})
