import Joi from 'joi'
import { setResponseHeader } from 'h3'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { jobParams } from '../../../http/params'
import { dossierCsv, readDossier } from '../../../services/dossier'

const query = Joi.object<{ as?: 'json' | 'csv' }>({ as: Joi.valid('json', 'csv') })

/** The record of a job: for the screen, or with `as` as a file. */
export default defineApi({ right: 'job:read', params: jobParams, query }, async ({ event, person, params, query }) => {
  const dossier = await readDossier(database(), person, params.id)
  if (!query.as) return dossier
  setResponseHeader(event, 'content-disposition', `attachment; filename="needler-job-${dossier.job.number}.${query.as}"`)
  if (query.as === 'json') return dossier
  setResponseHeader(event, 'content-type', 'text/csv; charset=utf-8')
  return dossierCsv(dossier)
})
