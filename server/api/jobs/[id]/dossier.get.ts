import Joi from 'joi'
import { setResponseHeaders } from 'h3'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { jobParams } from '../../../http/params'
import { loadLiveJob } from '../../../services/live-job'
import { runTask } from '../../../work/pools'

const query = Joi.object<{ as?: 'json' | 'csv'; after: number }>({
  as: Joi.valid('json', 'csv'),
  after: Joi.number().integer().min(0).max(10_000_000).default(0),
})

/** Events that one page for the screen has. */
const PAGE = 300
const WITHIN_MS = 30_000

/**
 * The record of a job: for the screen with a page of its events, or with `as` whole as a file. It is folded and checked beside the thread
 * that answers.
 */
export default defineApi(
  { right: 'job:read', params: jobParams, query, share: 'paper' },
  async ({ event, person, params, query: { as, after } }) => {
    const { number } = await loadLiveJob(database(), person, params.id, { fresh: false })
    const bytes = await runTask<Uint8Array>(
      'papers',
      'dossier',
      [params.id, as ?? 'json', as ? { after: 0, most: Infinity } : { after, most: PAGE }],
      WITHIN_MS,
    )
    setResponseHeaders(event, {
      'content-type': as === 'csv' ? 'text/csv; charset=utf-8' : 'application/json; charset=utf-8',
      ...(as ? { 'content-disposition': `attachment; filename="needler-job-${number}.${as}"` } : {}),
    })
    return Buffer.from(bytes)
  },
)
