import Joi from 'joi'
import { setResponseHeaders } from 'h3'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { jobParams } from '../../../http/params'
import { makePdf } from '../../../http/pdf'
import { labelSheet, type LabelPaper } from '../../../services/labels'

const query = Joi.object<{ paper: LabelPaper, tags?: string }>({
  paper: Joi.valid('a4', 'tape').default('a4'),
  tags: Joi.string().pattern(/^[A-Za-z]{1,3}-\d{1,4}(,[A-Za-z]{1,3}-\d{1,4}){0,199}$/).messages({ 'string.pattern.base': 'tags are separated by commas, for example B-07,B-08' }),
})

export default defineApi({ right: 'job:read', params: jobParams, query }, async ({ event, person, params, query }) => {
  const document = await labelSheet(database(), person, params.id, { paper: query.paper, tags: query.tags?.toUpperCase().split(',') })
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="labels-${query.paper}.pdf"` })
  return makePdf(document)
})
