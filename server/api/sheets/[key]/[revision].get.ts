import Joi from 'joi'
import { setResponseHeader } from 'h3'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { readSheet } from '../../../services/sheets'

const params = Joi.object<{ key: string; revision: number }>({
  key: Joi.string().max(60).required(),
  revision: Joi.number().integer().min(1).max(9999).required(),
})

export default defineApi({ right: 'sheet:read', params }, async ({ event, params }) => {
  const document = await readSheet(database(), params.key, params.revision)
  setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return document
})
