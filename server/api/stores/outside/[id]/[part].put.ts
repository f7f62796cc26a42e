import Joi from 'joi'
import { outsideInput, type OutsideInput } from '#shared/wire/stores'
import { id } from '#shared/wire/id'
import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { orderOutside } from '../../../../services/outside'

const params = Joi.object<{ id: string, part: string }>({ id: id('the number of a job').required(), part: Joi.string().max(60).required() })
const body: Joi.ObjectSchema<OutsideInput> = outsideInput

export default defineApi({ right: 'stock:write', params, body }, ({ person, params, body }) => orderOutside(database(), person, params, body))
