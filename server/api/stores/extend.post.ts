import Joi from 'joi'
import { day } from '#shared/wire/fleet'
import { id } from '#shared/wire/id'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { extendLot, type Extension } from '../../services/stock-book'

const body = Joi.object<Extension>({
  item: id('the number of an item').required(), site: Joi.string().max(60).required(), lot: Joi.string().max(60).allow('').required(),
  to: day.required(), why: Joi.string().trim().min(3).max(300).required(),
})

export default defineApi({ right: 'concession:sign', body }, ({ person, body }) => extendLot(database(), person, body))
