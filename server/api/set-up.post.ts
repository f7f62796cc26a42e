import Joi from 'joi'
import { login, newPassword, personName, pin } from '#shared/wire/people'
import { database } from '../db/client'
import { clientAddress } from '../http/client-place'
import { definePublicApi } from '../http/define-api'
import { makeFirstAdmin } from '../services/people'

const body = Joi.object<{ code: string, login: string, name: string, password: string, pin: string }>({
  code: Joi.string().trim().max(60).required(), login: login.required(), name: personName.required(), password: newPassword.required(),
  pin: pin.required(),
})

export default definePublicApi({ body }, async ({ event, body }) => {
  await makeFirstAdmin(database(), { ...body, address: clientAddress(event.node.req) })
  return { made: body.login }
})
