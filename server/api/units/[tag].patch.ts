import Joi from 'joi'
import { unitShape } from '#shared/wire/fleet'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { unitParams } from '../../http/params'
import { changeUnit, type UnitEdit } from '../../services/write-unit'

const body = Joi.object<UnitEdit>({
  version: Joi.number().integer().min(1).required(),
  change: Joi.object(unitShape).min(1).required(),
  note: Joi.string().trim().min(1).max(300),
})

export default defineApi({ right: 'unit:write', params: unitParams, body }, ({ person, params, body }) =>
  changeUnit(database(), person, params.tag, body))
