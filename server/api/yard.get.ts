import Joi from 'joi'
import { YARD_SHOWS, YARD_SORTS } from '#shared/wire/yard'
import { database } from '../db/client'
import { defineApi } from '../http/define-api'
import { readYard, type YardQuery } from '../services/yard'

const query = Joi.object<YardQuery>({
  search: Joi.string().allow('').max(80),
  site: Joi.string().max(60),
  show: Joi.valid(...YARD_SHOWS).default('all'),
  sort: Joi.valid(...YARD_SORTS),
  desc: Joi.boolean(),
  limit: Joi.number().integer().min(1).max(500).default(100),
  offset: Joi.number().integer().min(0).max(1_000_000).default(0),
})

export default defineApi({ right: 'yard:read', query, share: 'reading' }, ({ person, query }) => readYard(database(), person, query))
