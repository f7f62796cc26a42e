import Joi from 'joi'
import { planShape, type PlanInput } from '#shared/wire/stores'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { planParams } from '../../../http/params'
import { changePlan } from '../../../services/plans'

const body = Joi.object<{ version: number, change: Partial<Omit<PlanInput, 'id'>> }>({
  version: Joi.number().integer().min(1).required(), change: Joi.object(planShape).min(1).required(),
})

export default defineApi({ right: 'unit:write', params: planParams, body }, ({ person, params, body }) =>
  changePlan(database(), person, params.id, body))
