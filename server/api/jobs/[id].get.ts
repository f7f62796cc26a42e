import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { jobParams } from '../../http/params'
import { openJob } from '../../services/open-job'

export default defineApi({ right: 'job:read', params: jobParams, share: 'reading' }, ({ person, params }) =>
  openJob(database(), person, params.id),
)
