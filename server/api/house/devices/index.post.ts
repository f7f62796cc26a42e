import Joi from 'joi'
import { houseDeviceShape, type HouseDeviceInput } from '#shared/wire/house-devices'
import { database } from '../../../db/client'
import { needDevice } from '../../../http/client-place'
import { defineApi } from '../../../http/define-api'
import { enrolHouseDevice } from '../../../services/house-devices'

const { name, site, bay, restMinutes, publicKey } = houseDeviceShape
const body = Joi.object<HouseDeviceInput>({
  name: name.required(), site: site.required(), bay: bay.required(), restMinutes: restMinutes.required(), publicKey: publicKey.required(),
})

/** The tablet that asks becomes one of the house. */
export default defineApi({ right: 'people:write', body }, ({ event, person, body }) =>
  enrolHouseDevice(database(), person, needDevice(event), body))
