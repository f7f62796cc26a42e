import Joi from 'joi'
import { itemShape, type ItemInput } from '#shared/wire/stores'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { addItem } from '../../../services/stores'

const { number, name, makersNumber, shelfLifeMonths, leastStock, leadDays, kitOf, contents } = itemShape
const body = Joi.object<ItemInput>({
  number: number.required(), name: name.required(), makersNumber: makersNumber.default(null),
  shelfLifeMonths: shelfLifeMonths.default(null), leastStock: leastStock.default(0), leadDays: leadDays.default(0),
  kitOf: kitOf.default(null), contents: contents.default([]),
})

export default defineApi({ right: 'stock:write', body }, ({ body }) => addItem(database(), body))
