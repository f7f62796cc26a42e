import { setResponseHeader } from 'h3'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { contentParams } from '../../http/params'
import { readDocument } from '../../services/sheets'

// It is named by its content, so it never changes.
export default defineApi({ right: 'sheet:read', params: contentParams }, async ({ event, params }) => {
  const document = await readDocument(database(), params.sha256)
  setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return document
})
