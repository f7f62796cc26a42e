import Joi from 'joi'
import { itemShape, type ItemInput } from '#shared/wire/stores'
import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { itemParams } from '../../../../http/params'
import { changeItem } from '../../../../services/stores'

const { number: _number, ...shape } = itemShape
const body = Joi.object<{ version: number, change: Partial<Omit<ItemInput, 'number'>> & { retired?: boolean } }>({
  version: Joi.number().integer().min(1).required(), change: Joi.object({ ...shape, retired: Joi.boolean() }).min(1).required(),
})

export default defineApi({ right: 'stock:write', params: itemParams, body }, ({ params, body }) => changeItem(database(), params.number, body))
