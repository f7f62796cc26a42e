import Joi from 'joi'
import type { HouseEntry } from '#shared/wire/house-devices'
import { badgeCode, pin } from '#shared/wire/people'
import type { SessionPerson } from '#shared/wire/types'
import { database } from '../../db/client'
import { needDevice, placeOf } from '../../http/client-place'
import { definePublicApi } from '../../http/define-api'
import { forgetSessions } from '../../http/session-person'
import { startSession } from '../../http/start-session'
import { enterByBadge } from '../../services/house-devices'

const body = Joi.object<HouseEntry>({
  badge: badgeCode.required(), pin: pin.required(),
  challenge: Joi.string().max(60).required(), proof: Joi.string().base64().max(120).required(),
})

/** Somebody enters at a tablet of the house, or takes the bench over from who was there. */
export default definePublicApi({ body }, async ({ event, body }): Promise<SessionPerson> => {
  const person = await enterByBadge(database(), body, placeOf(event))
  await startSession(event, person.id, needDevice(event), 'badge')
  forgetSessions()
  return { ...person, byBadge: true }
})
