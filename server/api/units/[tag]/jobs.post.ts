import Joi from 'joi'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { unitParams } from '../../../http/params'
import { startJob } from '../../../services/start-job'

const body = Joi.object<{ reason: string, device: string }>({
  reason: Joi.string().trim().min(3).max(300).required(),
  device: Joi.string().guid().required(),
})

export default defineApi({ right: 'job:start', params: unitParams, body }, ({ person, params, body }) =>
  startJob(database(), person, { tag: params.tag, ...body }))
