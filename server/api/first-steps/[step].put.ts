import Joi from 'joi'
import { FIRST_STEPS, type FirstStep } from '#shared/wire/house'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { leaveOutStep } from '../../services/first-day'

const params = Joi.object<{ step: FirstStep }>({ step: Joi.valid(...FIRST_STEPS).required() })
const body = Joi.object<{ isLeftOut: boolean }>({ isLeftOut: Joi.boolean().strict().required() })

/** Leaves a step of the first day out, or takes it up again: who may take it may leave it out. */
export default defineApi({ right: 'any', params, body }, async ({ person, params, body }) => {
  await leaveOutStep(database(), person, params.step, body.isLeftOut)
  return body
})
