import { jobTopic, unitTopic, YARD_TOPIC } from '#shared/wire/topics'
import { closeConnection, database } from '../db/client'
import { log } from '../http/log'
import { isDatabaseAway } from '../db/away'
import { forgetSessions } from '../http/session-person'
import { keepTending } from '../instruments/bridge'
import { announceFleet, keepListening, type Growth } from '../live/channel'
import { hub } from '../live/hub'
import { markYesterday, refreshStale } from '../services/outlook'
import { rebuildStale } from '../services/rebuild'
import { forgetOldSessions, standingOf } from '../services/sessions'
import { forgetOldTries } from '../services/try-limits'
import { forgetOldUploads } from '../services/uploads'
import { closePools } from '../work/pools'

/** How soon a session that has ended loses its live channels, also when the word of it was lost. */
const LOOK_AT_SESSIONS_MS = 1500
const TIDY_MS = 600_000
/** How soon what a change means for its kind is worked out. */
const OUTLOOK_MS = 1500

/** Listens as soon as the server is up; on the way down tells the benches, then lets the database go. */
export default defineNitroPlugin((nitro) => {
  let stopping = false
  /** What the database says of works that are broken off on the way down is nobody's fault. */
  const warn = (error: unknown, words: string): void => {
    if (!(stopping && isDatabaseAway(error))) log.warn({ err: error }, words)
  }

  const lookAtSessions = async (): Promise<void> => {
    const asked = hub.sessions()
    if (asked.length === 0) return
    try {
      hub.closeOthers(await standingOf(database(), asked), new Set(asked))
    } catch (error) {
      warn(error, 'cannot look at the sessions')
    }
  }
  const onPeople = () => {
    forgetSessions()
    void lookAtSessions()
  }
  const onGrowth = ({ job, seq, unit }: Growth) => {
    hub.tell(jobTopic(job), { seq })
    hub.tell(unitTopic(unit))
    hub.tell(YARD_TOPIC)
  }
  const onFleet = (tag: string) => {
    hub.tell(YARD_TOPIC)
    if (tag) hub.tell(unitTopic(tag))
  }
  /** Read models of another version than this program writes are made anew; the old rows are shown meanwhile. */
  const renew = async (): Promise<void> => {
    try {
      const names = await rebuildStale(database())
      if (names.length > 0) log.info({ names }, 'read models made anew')
    } catch (error) {
      warn(error, 'cannot make the read models anew')
    }
  }
  let isLookingAhead = false
  const lookAhead = async (): Promise<void> => {
    if (isLookingAhead) return
    isLookingAhead = true
    try {
      const tags = await refreshStale(database())
      if (tags.length > 0) await announceFleet(tags)
    } catch (error) {
      warn(error, 'cannot work out when machines are due')
    } finally {
      isLookingAhead = false
    }
  }
  const tidy = async (): Promise<void> => {
    try {
      await Promise.all([forgetOldTries(), forgetOldSessions(database()), forgetOldUploads(), markYesterday(database())])
    } catch (error) {
      warn(error, 'cannot tidy up')
    }
  }
  const timers = process.env.DATABASE_URL
    ? [
        setInterval(() => void lookAtSessions(), LOOK_AT_SESSIONS_MS),
        setInterval(() => void tidy(), TIDY_MS),
        setInterval(() => void lookAhead(), OUTLOOK_MS),
      ]
    : []
  for (const timer of timers) timer.unref()
  if (process.env.DATABASE_URL) void renew().then(tidy)
  const stopListening = process.env.DATABASE_URL
    ? keepListening({ onGrowth, onFleet, onPeople, onGap: () => { hub.tellAll({ kind: 'resync' }); onPeople() } })
    : () => {}

  const stopTending = keepTending()

  const stop = async () => {
    if (stopping) return
    stopping = true
    for (const timer of timers) clearInterval(timer)
    stopListening()
    stopTending()
    hub.closeAll()
    await Promise.all([closeConnection(), closePools()])
    log.info('stopped')
  }
  nitro.hooks.hook('close', stop)
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => hub.closeAll())
})
