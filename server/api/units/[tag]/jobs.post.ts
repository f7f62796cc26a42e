import Joi from 'joi'
import { id } from '#shared/wire/id'
import { DEPTHS, type Depth } from '#core'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { unitParams } from '../../../http/params'
import { announceGrowth } from '../../../live/channel'
import { startJob } from '../../../services/start-job'

const body = Joi.object<{ reason: string, depth?: Depth, target?: string, device: string }>({
  reason: Joi.string().trim().min(3).max(300).required(),
  depth: Joi.valid(...DEPTHS),
  target: Joi.string().max(60),
  device: id('the number of a device').required(),
})

export default defineApi({ right: 'job:start', params: unitParams, body }, async ({ person, params, body }) => {
  const started = await startJob(database(), person, { tag: params.tag, ...body })
  announceGrowth({ job: started.id, seq: 1, unit: params.tag })
  return started
})
