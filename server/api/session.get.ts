import { parseCookies } from 'h3'
import type { SessionAnswer } from '#shared/wire/types'
import { database } from '../db/client'
import { deviceOf } from '../http/client-place'
import { definePublicApi } from '../http/define-api'
import { sessionOfCookies } from '../http/session-cookie'
import { signedInOf } from '../http/session-person'
import { isDemonstration } from '../services/demo-people'
import { isAlone, isFirstDay } from '../services/first-day'
import { houseHere } from '../services/house-devices'
import { isEmptyInstallation } from '../services/people'

/** Who is signed in; null for nobody, which is an answer and no error. Beside it what this device and this installation are. */
export default definePublicApi({}, async ({ event }): Promise<SessionAnswer> => {
  const db = database()
  const found = await signedInOf(await sessionOfCookies(parseCookies(event)))
  const [isDemo, house] = await Promise.all([isDemonstration(db), houseHere(db, deviceOf(event))])
  const around = { ...isDemo ? { isDemo } : {}, ...house ? { house } : {} } as const
  if (found?.isLocked) return { person: null, lockedFor: found.person.name, ...around }
  if (!found) return { person: null, ...await isEmptyInstallation(db) ? { setUp: true } : {}, ...around }
  const [first, alone] = await Promise.all([isFirstDay(db), isAlone(db, found.person)])
  return {
    person: { ...found.person, byBadge: found.way === 'badge' },
    ...first ? { isFirstDay: true } : {}, ...alone ? { isAlone: true } : {}, ...around,
  }
})
