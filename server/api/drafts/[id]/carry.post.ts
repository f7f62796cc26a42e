import Joi from 'joi'
import { id } from '#shared/wire/id'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { draftParams } from '../../../http/params'
import { carryDraft } from '../../../services/draft-deeds'

const body = Joi.object<{ id: string, seq: number }>({
  id: id('the number of the deed').required(), seq: Joi.number().integer().min(0).max(1e6).required(),
})

export default defineApi({ right: 'sheet:write', params: draftParams, body }, ({ person, params, body: said }) =>
  carryDraft(database(), person, params.id, said))
