import { closeConnection, database } from '../db/client'
import { log } from '../http/log'
import { forgetSessions } from '../http/session-person'
import { keepListening } from '../live/channel'
import { hub } from '../live/hub'
import { forgetOldSessions, standingOf } from '../services/sessions'
import { forgetOldTries } from '../services/try-limits'
import { forgetOldUploads } from '../services/uploads'
import { closePools } from '../work/pools'

/** How soon a session that has ended loses its live channels, also when the word of it was lost. */
const LOOK_AT_SESSIONS_MS = 1500
const TIDY_MS = 600_000

/** Listens as soon as the server is up; on the way down tells the benches, then lets the database go. */
export default defineNitroPlugin((nitro) => {
  let stopping = false

  const lookAtSessions = async (): Promise<void> => {
    const asked = hub.sessions()
    if (asked.length === 0) return
    try {
      hub.closeOthers(await standingOf(database(), asked), new Set(asked))
    } catch (error) {
      log.warn({ err: error }, 'cannot look at the sessions')
    }
  }
  const onPeople = () => {
    forgetSessions()
    void lookAtSessions()
  }
  const tidy = async (): Promise<void> => {
    try {
      await Promise.all([forgetOldTries(), forgetOldSessions(database()), forgetOldUploads()])
    } catch (error) {
      log.warn({ err: error }, 'cannot tidy up')
    }
  }
  const timers = process.env.DATABASE_URL
    ? [
        setInterval(() => void lookAtSessions(), LOOK_AT_SESSIONS_MS),
        setInterval(() => void tidy(), TIDY_MS),
      ]
    : []
  for (const timer of timers) timer.unref()
  const stopListening = process.env.DATABASE_URL
    ? keepListening({ onGrowth: hub.tellGrowth, onPeople, onGap: () => { hub.tellAll({ kind: 'resync' }); onPeople() } })
    : () => {}

  const stop = async () => {
    if (stopping) return
    stopping = true
    for (const timer of timers) clearInterval(timer)
    stopListening()
    hub.closeAll()
    await Promise.all([closeConnection(), closePools()])
    log.info('stopped')
  }
  nitro.hooks.hook('close', stop)
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => hub.closeAll())
})
