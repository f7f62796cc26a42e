import Joi from 'joi'
import { setResponseHeaders } from 'h3'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { jobParams } from '../../../http/params'
import { labelSheet, type LabelPaper } from '../../../papers/labels'
import { runTask } from '../../../work/pools'

const query = Joi.object<{ paper: LabelPaper; tags?: string; page: number }>({
  paper: Joi.valid('a4', 'tape').default('a4'),
  page: Joi.number().integer().min(1).max(100).default(1),
  tags: Joi.string()
    .pattern(/^[A-Za-z]{1,3}-\d{1,4}(,[A-Za-z]{1,3}-\d{1,4}){0,199}$/)
    .messages({ 'string.pattern.base': 'tags are separated by commas, for example B-07,B-08' }),
})

const WITHIN_MS = 30_000

export default defineApi({ right: 'job:read', params: jobParams, query, share: 'paper' }, async ({ event, person, params, query }) => {
  const document = await labelSheet(database(), person, params.id, {
    paper: query.paper,
    page: query.page,
    tags: query.tags?.toUpperCase().split(','),
  })
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="labels-${query.paper}.pdf"` })
  return Buffer.from(await runTask<Uint8Array>('papers', 'pdf', [document], WITHIN_MS))
})
