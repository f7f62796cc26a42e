import type Joi from 'joi'
import type { EventType } from '#core'
import { signSchema } from '#shared/wire/events'
import type { EventDraft } from '#shared/wire/types'
import { database } from '../../../db/client'
import { placeOf } from '../../../http/client-place'
import { defineApi } from '../../../http/define-api'
import { jobParams } from '../../../http/params'
import { announceGrowth } from '../../../live/channel'
import { appendEvents } from '../../../services/append-events'
import { loadLiveJob } from '../../../services/live-job'
import { Problem } from '../../../services/problem'
import { proveSigner } from '../../../services/sign-in'

const body = signSchema as Joi.ObjectSchema<{
  device: string
  event: EventDraft<EventType>
  login: string
  pin?: string
  password?: string
}>

/** A second person signs one event at this bench: who it is says the PIN, what they may do says the table of rights. */
export default defineApi({ right: 'job:work', params: jobParams, body }, async ({ event, person, params, body }) => {
  // The site of the one who works here; the signer's own is looked at when the event is judged.
  await loadLiveJob(database(), person, params.id, { fresh: false })
  const signer = await proveSigner(database(), {
    login: body.login,
    pin: body.pin,
    password: body.password,
    place: placeOf(event),
    sender: person.id,
  })
  const { results, seq, unit } = await appendEvents(database(), signer, { jobId: params.id, device: body.device, drafts: [body.event] })
  const [result] = results
  if (result!.outcome === 'refused') throw new Problem(result!.code === 'right.missing' ? 403 : 409, result!.code, result!.message)
  announceGrowth({ job: params.id, seq, unit })
  return { ...result!, signer: signer.name }
})
