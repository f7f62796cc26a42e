import { fitInput } from '#shared/wire/stores'
import { database } from '../../../../../db/client'
import { defineApi } from '../../../../../http/define-api'
import { itemParams } from '../../../../../http/params'
import { approveFit } from '../../../../../services/stores'

export default defineApi({ right: 'sheet:release', params: itemParams, body: fitInput }, ({ person, params, body }) =>
  approveFit(database(), person, params.number, body))
