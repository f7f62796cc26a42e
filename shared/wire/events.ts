import Joi from 'joi'
import { DISPOSITIONS, MARK_RESULTS, MARK_WAYS, READING_STAGES, type EventType } from '#core'

const key = Joi.string().pattern(/^[a-z0-9]+(-[a-z0-9]+)*$/).max(60)
const markKey = Joi.string().pattern(/^MK-[0-9]{1,3}$/)
const text = Joi.string().trim().min(1).max(2000)
const grid = (cell: Joi.Schema) => Joi.array().items(Joi.array().items(cell).min(1).max(24)).min(1).max(24)

/** Body of each event as it crosses the wire. `job-opened` is made by the server and not accepted from outside. */
const BODIES: Record<Exclude<EventType, 'job-opened'>, Joi.ObjectSchema> = {
  'step-done': Joi.object({ step: key.required() }),
  'hold-released': Joi.object({ step: key.required() }),
  'mark-made': Joi.object({ mark: markKey.required(), way: Joi.valid(...MARK_WAYS).required(), note: text }),
  'mark-checked': Joi.object({ mark: markKey.required(), result: Joi.valid(...MARK_RESULTS).required(), note: text }),
  'reading-taken': Joi.object({
    position: key.required(), stage: Joi.valid(...READING_STAGES).required(),
    values: grid(Joi.number().unsafe(false).min(-1e12).max(1e12)).required(),
    typed: grid(Joi.string().max(60)).required(),
  }),
  'part-bagged': Joi.object({ part: key.required(), count: Joi.number().integer().min(1).max(2000).required(), tag: Joi.string().trim().pattern(/^[A-Za-z]{1,3}-[0-9]{1,4}$/).required().messages({ 'string.pattern.base': 'A tag is a letter, a hyphen and a number, for example B-07.' }) }),
  'part-disposed': Joi.object({ part: key.required(), disposition: Joi.valid(...DISPOSITIONS).required(), reason: text }),
  'note-added': Joi.object({ text: text.required(), step: key, part: key }),
  'undone': Joi.object({ event: Joi.string().guid().required() }),
  'job-closed': Joi.object({ remark: text }),
}

const eventSchema = Joi.object({
  id: Joi.string().guid().required(),
  type: Joi.valid(...Object.keys(BODIES)).required(),
  happenedAt: Joi.string().isoDate().required(),
  body: Joi.object().required().when('type', {
    switch: Object.entries(BODIES).map(([type, body]) => ({ is: type, then: body })),
  }),
})

/** What a bench sends: who sends it is known from the session. */
export const appendSchema = Joi.object({
  device: Joi.string().guid().required(),
  events: Joi.array().items(eventSchema).min(1).max(200).required(),
})
