import type Joi from 'joi'
import { setResponseStatus } from 'h3'
import type { EventType } from '#core'
import { appendSchema } from '#shared/wire/events'
import type { EventDraft } from '#shared/wire/types'
import { database } from '../../../db/client'
import { placeOf } from '../../../http/client-place'
import { defineApi } from '../../../http/define-api'
import { jobParams } from '../../../http/params'
import { announceGrowth } from '../../../live/channel'
import { appendEvents } from '../../../services/append-events'
import { requireGone } from '../../../services/entered-for'
import { Problem } from '../../../services/problem'
import { proveSeals } from '../../../services/seal'

const body = appendSchema as Joi.ObjectSchema<{
  device: string
  enteredFor?: { id: string; name: string }
  events: EventDraft<EventType>[]
}>

// Each event has its own right (shared/rights.ts); every one of them is work on a job.
export default defineApi({ right: 'job:work', params: jobParams, body }, async ({ event, person, params, body }) => {
  const enteredFor = body.enteredFor && await requireGone(database(), person, body.enteredFor)
  const signers = await proveSeals(database(), {
    jobId: params.id,
    device: body.device,
    drafts: body.events,
    sender: person,
    place: placeOf(event),
  })
  const { unit, ...answer } = await appendEvents(database(), person, {
    jobId: params.id,
    device: body.device,
    drafts: body.events,
    signers,
    enteredFor,
  })
  const refused = answer.results.filter(result => result.outcome === 'refused')
  if (answer.results.some(result => result.outcome === 'recorded')) announceGrowth({ job: params.id, seq: answer.seq, unit })
  if (refused.length === answer.results.length) {
    const { code, message } = refused[0]!
    throw new Problem(code === 'right.missing' ? 403 : 409, code, message, { results: answer.results, seq: answer.seq })
  }
  if (refused.length > 0) setResponseStatus(event, 207)
  return answer
})
