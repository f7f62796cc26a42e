import Joi from 'joi'
import { INSTRUMENT_FAULTS, type HandDeed } from '../instruments/hand'
import type { ValueStatus } from '../instruments/line'
import { id } from './id'
import { instrumentTag } from './instruments'

/** What a linked instrument shows just now, in the SI base of its quantity. */
export interface StreamedValue { value: number, status: ValueStatus, angleDeg?: number }

/** How it stands with the line to an instrument. */
export type LinkState = 'open' | 'silent' | 'unreachable' | 'rubbish' | 'flood' | 'unit' | 'other' | 'lost'

/** An instrument with a line to it, and at whose bench it is; `mine`: at this one. */
export interface LinkRow { tag: string, by: string | null, mine: boolean }
export interface LinksAnswer { simulated: boolean, links: LinkRow[] }

/** What the bench tells its instrument over the live channel. */
export type InstrumentWish = { instrument: string, zero: true } | { instrument: string, hand: HandDeed }

const place = Joi.number().integer().min(0).max(500).required()
const hand = Joi.alternatives(
  Joi.object({
    deed: Joi.valid('place').required(), job: id('the number of a job').required(), position: Joi.string().max(80).required(),
    stage: Joi.valid('as-found', 'as-left').required(), station: place, plane: place,
  }),
  Joi.object({ deed: Joi.valid('turn').required(), byDeg: Joi.number().min(-1080).max(1080).required() }),
  Joi.object({ deed: Joi.valid('pull').required(), to: Joi.number().min(0).max(1e5).required() }),
  Joi.object({ deed: Joi.valid('away').required() }),
  Joi.object({ deed: Joi.valid('fail').required(), how: Joi.valid(...INSTRUMENT_FAULTS, null).required() }),
)
export const wishSchema = Joi.alternatives<InstrumentWish>(
  Joi.object({ instrument: instrumentTag.required(), zero: Joi.valid(true).required() }),
  Joi.object({ instrument: instrumentTag.required(), hand: hand.required() }),
).required()
