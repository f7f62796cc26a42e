import Joi from 'joi'
import { hoursShape, type HoursInput } from '#shared/wire/fleet'
import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { unitParams } from '../../../../http/params'
import { enterHours } from '../../../../services/running-hours'

const { at, hours, wasHours, confirmed } = hoursShape
const body = Joi.object<HoursInput>({ at: at.required(), hours: hours.required(), wasHours, confirmed })

export default defineApi({ right: 'hours:write', params: unitParams, body }, ({ person, params, body }) =>
  enterHours(database(), person, params.tag, body))
