import { database } from '../../db/client'
import { deviceOf } from '../../http/client-place'
import { definePublicApi } from '../../http/define-api'
import { challengeFor } from '../../services/house-devices'

export default definePublicApi({}, ({ event }) => challengeFor(database(), deviceOf(event)))
