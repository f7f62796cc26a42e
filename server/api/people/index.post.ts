import Joi from 'joi'
import { login, personName, role, sites } from '#shared/wire/people'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { addPerson, type PersonInput } from '../../services/people'

const body = Joi.object<PersonInput>({
  login: login.required(),
  name: personName.required(),
  role: role.required(),
  sites: sites.required(),
})

export default defineApi({ right: 'people:write', body }, ({ person, body }) => addPerson(database(), person, body))
