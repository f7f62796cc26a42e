import Joi from 'joi'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { jobParams } from '../../../http/params'
import { readEvents } from '../../../services/open-job'

const query = Joi.object<{ after: number }>({ after: Joi.number().integer().min(0).required() })

export default defineApi({ right: 'job:read', params: jobParams, query }, ({ person, params, query }) =>
  readEvents(database(), person, params.id, query.after))
