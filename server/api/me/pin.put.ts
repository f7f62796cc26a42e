import Joi from 'joi'
import { pin } from '#shared/wire/people'
import { database } from '../../db/client'
import { needDevice, placeOf } from '../../http/client-place'
import { defineApi } from '../../http/define-api'
import { forgetSessions } from '../../http/session-person'
import { startSession } from '../../http/start-session'
import { setPin } from '../../services/people'
import { requirePassword } from '../../services/sign-in'

const body = Joi.object<{ present: string, pin: string }>({ present: Joi.string().max(200).required(), pin: pin.required() })

export default defineApi({ right: 'any', body }, async ({ event, person, body }) => {
  await requirePassword(database(), person, body.present, placeOf(event))
  await setPin(database(), person, body.pin)
  forgetSessions()
  await startSession(event, person.id, needDevice(event))
  return { changed: 'pin' }
})
