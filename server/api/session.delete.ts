import { definePublicApi } from '../http/define-api'

export default definePublicApi({}, async ({ event }) => {
  await clearUserSession(event)
  return { signedOut: true }
})
