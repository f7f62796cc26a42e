import Joi from 'joi'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { unitParams } from '../../../http/params'
import { retireUnit } from '../../../services/write-unit'

const body = Joi.object<{ version: number, isRetired: boolean, note: string }>({
  version: Joi.number().integer().min(1).required(),
  isRetired: Joi.boolean().required(),
  note: Joi.string().trim().min(3).max(300).required(),
})

export default defineApi({ right: 'unit:write', params: unitParams, body }, ({ person, params, body }) =>
  retireUnit(database(), person, params.tag, body))
