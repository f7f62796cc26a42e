import Joi from 'joi'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { jobParams } from '../../../http/params'
import { readEvents } from '../../../services/open-job'

const query = Joi.object<{ after: number; limit?: number }>({
  after: Joi.number().integer().min(0).max(10_000_000).required(),
  limit: Joi.number().integer().min(1).max(1000),
})

export default defineApi({ right: 'job:read', params: jobParams, query, share: 'reading' }, ({ person, params, query }) =>
  readEvents(database(), person, params.id, query))
