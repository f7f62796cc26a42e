import Joi from 'joi'
import { id } from '#shared/wire/id'
import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { closeOrder } from '../../../../services/stores'

const params = Joi.object<{ id: string }>({ id: id('the number of an order').required() })

export default defineApi({ right: 'stock:write', params }, async ({ person, params }) => {
  await closeOrder(database(), person, params.id)
  return { closed: params.id }
})
