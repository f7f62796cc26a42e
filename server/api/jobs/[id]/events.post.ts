import type Joi from 'joi'
import { setResponseStatus } from 'h3'
import { appendSchema } from '#shared/wire/events'
import type { EventDraft } from '#shared/wire/types'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { jobParams } from '../../../http/params'
import { announceGrowth } from '../../../live/channel'
import { appendEvents } from '../../../services/append-events'
import { Problem } from '../../../services/problem'
import { proveSeals } from '../../../services/seal'

const body = appendSchema as Joi.ObjectSchema<{ device: string, events: EventDraft[] }>

// Each event has its own right (shared/rights.ts); to send any of them a person must be able to read jobs.
export default defineApi({ right: 'job:read', params: jobParams, body }, async ({ event, person, params, body }) => {
  const signers = await proveSeals(database(), body.events, event.node.req.socket.remoteAddress ?? 'unknown')
  const answer = await appendEvents(database(), person, { jobId: params.id, device: body.device, drafts: body.events, signers })
  const refused = answer.results.filter(result => result.outcome === 'refused')
  if (answer.results.some(result => result.outcome === 'recorded')) announceGrowth(params.id, answer.seq)
  if (refused.length === answer.results.length) {
    const { code, message } = refused[0]!
    throw new Problem(code === 'right.missing' ? 403 : 409, code, message, { results: answer.results, seq: answer.seq })
  }
  if (refused.length > 0) setResponseStatus(event, 207)
  return answer
})
