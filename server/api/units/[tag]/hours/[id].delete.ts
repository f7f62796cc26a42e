import Joi from 'joi'
import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { unitParams } from '../../../../http/params'
import { withdrawHours } from '../../../../services/running-hours'

const params = unitParams.append<{ tag: string, id: number }>({ id: Joi.number().integer().min(1).required() })

export default defineApi({ right: 'hours:write', params }, async ({ person, params }) => {
  await withdrawHours(database(), person, params.tag, params.id)
  return { withdrawn: params.id }
})
