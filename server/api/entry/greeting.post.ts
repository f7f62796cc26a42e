import Joi from 'joi'
import { entryCode } from '#shared/wire/people'
import { database } from '../../db/client'
import { clientAddress } from '../../http/client-place'
import { definePublicApi } from '../../http/define-api'
import { greet } from '../../services/entry-codes'

const body = Joi.object<{ code: string }>({ code: entryCode.required() })

/** Whom a code is for. It stands in the message, because addresses are written into logs. */
export default definePublicApi({ body }, ({ event, body }) => greet(database(), body.code, clientAddress(event.node.req)))
