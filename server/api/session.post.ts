import Joi from 'joi'
import type { SessionPerson } from '#shared/wire/types'
import { database } from '../db/client'
import { needDevice, placeOf } from '../http/client-place'
import { definePublicApi } from '../http/define-api'
import { forgetSessions } from '../http/session-person'
import { startSession } from '../http/start-session'
import { rememberDevice, signIn } from '../services/sign-in'

const body = Joi.object<{ login: string, password: string }>({
  login: Joi.string().trim().min(1).max(60).required(),
  password: Joi.string().min(1).max(200).required(),
})

export default definePublicApi({ body }, async ({ event, body }): Promise<SessionPerson> => {
  const place = placeOf(event)
  const person = await signIn(database(), { ...body, place })
  const device = needDevice(event)
  if (!place.device) await rememberDevice(database(), person.id, device)
  await startSession(event, person.id, device)
  forgetSessions()
  return { ...person, byBadge: false }
})
