import { database } from '../../../db/client'
import { deviceOf } from '../../../http/client-place'
import { defineApi } from '../../../http/define-api'
import { listHouseDevices } from '../../../services/house-devices'

export default defineApi({ right: 'people:write' }, ({ event, person }) => listHouseDevices(database(), person, deviceOf(event)))
