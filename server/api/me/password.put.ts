import Joi from 'joi'
import { newPassword } from '#shared/wire/people'
import { database } from '../../db/client'
import { needDevice, placeOf } from '../../http/client-place'
import { defineApi } from '../../http/define-api'
import { forgetSessions } from '../../http/session-person'
import { startSession } from '../../http/start-session'
import { setPassword } from '../../services/people'
import { requirePassword } from '../../services/sign-in'

const body = Joi.object<{ present: string; password: string }>({
  present: Joi.string().max(200).required(),
  password: newPassword.required(),
})

/** Every sign-in of this person ends; this device gets a new one. */
export default defineApi({ right: 'any', body }, async ({ event, person, body }) => {
  await requirePassword(database(), person, body.present, placeOf(event))
  await setPassword(database(), person, body.password)
  forgetSessions()
  await startSession(event, person.id, needDevice(event))
  return { changed: 'password' }
})
