import Joi from 'joi'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { releaseSheet } from '../../services/sheets'

// The core's schema checks the document and names the place of a fault; here it only has to be an object.
export default defineApi({ right: 'sheet:write', body: Joi.object().unknown(true).required() }, ({ body }) =>
  releaseSheet(database(), body),
)
