import { database } from '../../../../db/client'
import { defineApi } from '../../../../http/define-api'
import { itemParams } from '../../../../http/params'
import { readItem } from '../../../../services/stores'

export default defineApi({ right: 'yard:read', params: itemParams }, ({ person, params }) => readItem(database(), person, params.number))
