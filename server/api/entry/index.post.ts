import Joi from 'joi'
import { entryCode, newPassword, pin } from '#shared/wire/people'
import { database } from '../../db/client'
import { clientAddress, needDevice } from '../../http/client-place'
import { definePublicApi } from '../../http/define-api'
import { forgetSessions } from '../../http/session-person'
import { startSession } from '../../http/start-session'
import { enterByCode } from '../../services/entry-codes'
import { rememberDevice } from '../../services/sign-in'

const body = Joi.object<{ code: string, password: string, pin?: string }>({
  code: entryCode.required(), password: newPassword.required(), pin,
})

/** Somebody comes in for the first time: with the code of the office, and a password and PIN of their own. */
export default definePublicApi({ body }, async ({ event, body }) => {
  const person = await enterByCode(database(), { ...body, address: clientAddress(event.node.req) })
  const device = needDevice(event)
  await rememberDevice(database(), person, device)
  await startSession(event, person, device, 'code')
  forgetSessions()
  return { entered: true }
})
