import Joi from 'joi'
import { id } from '#shared/wire/id'
import { planShape, type PlanInput } from '#shared/wire/stores'
import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { unitParams } from '../../../../http/params'
import { addPlan } from '../../../../services/plans'

const { day, reason, depth, target, kitComplete, who, note } = planShape
const body = Joi.object<PlanInput>({
  id: id('the number of a planned job').required(), day: day.required(), reason: reason.required(), depth: depth.default('routine'),
  target: target.default(null), kitComplete: kitComplete.default(false), who: who.default(null), note: note.default(null),
})

export default defineApi({ right: 'unit:write', params: unitParams, body }, ({ person, params, body }) =>
  addPlan(database(), person, params.tag, body))
