import Joi from 'joi'
import { houseDeviceShape, type HouseDeviceInput } from '#shared/wire/house-devices'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { houseDeviceParams } from '../../../http/params'
import { changeHouseDevice } from '../../../services/house-devices'

const { name, site, bay, restMinutes } = houseDeviceShape
const body = Joi.object<Omit<HouseDeviceInput, 'publicKey'>>({
  name: name.required(), site: site.required(), bay: bay.required(), restMinutes: restMinutes.required(),
})

export default defineApi({ right: 'people:write', params: houseDeviceParams, body }, async ({ person, params, body }) => {
  await changeHouseDevice(database(), person, params.id, body)
  return { changed: params.id }
})
