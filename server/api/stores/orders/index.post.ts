import { orderInput } from '#shared/wire/stores'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { orderItem } from '../../../services/stores'

export default defineApi({ right: 'stock:write', body: orderInput }, ({ person, body }) => orderItem(database(), person, body))
