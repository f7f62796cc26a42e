import Joi from 'joi'
import { setResponseHeader } from 'h3'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { readDocument } from '../../services/sheets'

const params = Joi.object<{ sha256: string }>({ sha256: Joi.string().hex().length(64).lowercase().required() })

// It is named by its content, so it never changes.
export default defineApi({ right: 'sheet:read', params }, async ({ event, params }) => {
  const document = await readDocument(database(), params.sha256)
  setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return document
})
