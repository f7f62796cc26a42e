import { id } from '#shared/wire/id'
import { database } from '../../../../../db/client'
import { defineApi } from '../../../../../http/define-api'
import { itemParams } from '../../../../../http/params'
import { removeFit } from '../../../../../services/stores'

const params = itemParams.append<{ number: string, id: string }>({ id: id('the number of a fit').required() })

export default defineApi({ right: 'sheet:release', params }, async ({ params }) => {
  await removeFit(database(), params.number, params.id)
  return { removed: params.id }
})
