import Joi from 'joi'
import { database } from '../db/client'
import { definePublicApi } from '../http/define-api'
import { signIn } from '../services/sign-in'

const body = Joi.object<{ login: string, password: string }>({
  login: Joi.string().trim().min(1).max(60).required(),
  password: Joi.string().min(1).max(200).required(),
})

export default definePublicApi({ body }, async ({ event, body }) => {
  const person = await signIn(database(), { ...body, address: event.node.req.socket.remoteAddress ?? 'unknown' })
  await replaceUserSession(event, { user: { id: person.id } })
  return person
})
