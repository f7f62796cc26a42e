import Joi from 'joi'
import { id } from '#shared/wire/id'
import { frameShape } from '#shared/wire/drafts'
import { hoursShape } from '#shared/wire/fleet'
import { DEPTHS, type Depth } from '#core'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { unitParams } from '../../../http/params'
import { announceGrowth } from '../../../live/channel'
import { startJob, type StartWithout } from '../../../services/start-job'

/** What it begins with when the unit has no sheet. */
const without = Joi.object({
  from: Joi.valid('nothing', 'sister', 'draft').required(),
  energies: frameShape.energies.when('from', { is: 'nothing', then: Joi.required(), otherwise: Joi.forbidden() }),
  product: frameShape.product.when('from', { not: 'nothing', then: Joi.forbidden() }),
  family: frameShape.family.when('from', { not: 'nothing', then: Joi.forbidden() }),
  sheet: Joi.string().max(60).when('from', { is: 'sister', then: Joi.required(), otherwise: Joi.forbidden() }),
})

const body = Joi.object<{
  reason: string, depth?: Depth, target?: string, without?: StartWithout, hours?: number, confirmed?: string, kitComplete?: boolean,
  plan?: string, device: string
}>({
  reason: Joi.string().trim().min(3).max(300).required(),
  depth: Joi.valid(...DEPTHS),
  target: Joi.string().max(60),
  without,
  hours: hoursShape.hours,
  confirmed: hoursShape.confirmed,
  kitComplete: Joi.boolean(),
  plan: id('the number of a planned job'),
  device: id('the number of a device').required(),
})

export default defineApi({ right: 'job:start', params: unitParams, body }, async ({ person, params, body }) => {
  const started = await startJob(database(), person, { tag: params.tag, ...body })
  announceGrowth({ job: started.id, seq: 1, unit: params.tag })
  return started
})
