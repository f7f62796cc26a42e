import type Joi from 'joi'
import { signSchema } from '#shared/wire/events'
import type { EventDraft } from '#shared/wire/types'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { jobParams } from '../../../http/params'
import { announceGrowth } from '../../../live/channel'
import { appendEvents } from '../../../services/append-events'
import { Problem } from '../../../services/problem'
import { provePin } from '../../../services/sign-in'

const body = signSchema as Joi.ObjectSchema<{ device: string, event: EventDraft, login: string, pin: string }>

/** A second person signs one event at this bench: who it is says the PIN, what they may do says the table of rights. */
export default defineApi({ right: 'job:work', params: jobParams, body }, async ({ event, params, body }) => {
  const signer = await provePin(database(), { login: body.login, pin: body.pin, address: event.node.req.socket.remoteAddress ?? 'unknown' })
  const { results, seq } = await appendEvents(database(), signer, { jobId: params.id, device: body.device, drafts: [body.event] })
  const [result] = results
  if (result!.outcome === 'refused') throw new Problem(result!.code === 'right.missing' ? 403 : 409, result!.code, result!.message)
  announceGrowth(params.id, seq)
  return { ...result!, signer: signer.name }
})
