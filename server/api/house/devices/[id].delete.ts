import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { houseDeviceParams } from '../../../http/params'
import { forgetSessions } from '../../../http/session-person'
import { endHouseDevice } from '../../../services/house-devices'

export default defineApi({ right: 'people:write', params: houseDeviceParams }, async ({ person, params }) => {
  await endHouseDevice(database(), person, params.id)
  forgetSessions()
  return { ended: params.id }
})
