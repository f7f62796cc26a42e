import { setResponseHeaders } from 'h3'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { unitParams } from '../../../http/params'
import { cardOfUnit } from '../../../services/card'
import { runTask } from '../../../work/pools'

const WITHIN_MS = 30_000

export default defineApi({ right: 'job:read', params: unitParams, share: 'paper' }, async ({ event, person, params }) => {
  const card = await cardOfUnit(database(), person, params.tag)
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="job-card.pdf"` })
  return Buffer.from(await runTask<Uint8Array>('papers', 'card', [card], WITHIN_MS))
})
