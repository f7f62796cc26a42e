import { closeConnection } from '../db/client'
import { log } from '../http/log'
import { listenForGrowth } from '../live/channel'
import { hub } from '../live/hub'

const LISTEN_AGAIN_MS = 2000

/** Listens as soon as the server is up; on the way down tells the benches, then lets the database go. */
export default defineNitroPlugin((nitro) => {
  let stopping = false
  const listen = async (): Promise<void> => {
    try {
      await listenForGrowth(hub.tellGrowth, () => hub.tellAll({ kind: 'resync' }))
    } catch (error) {
      if (stopping) return
      log.warn({ err: error }, 'cannot listen yet')
      setTimeout(() => void listen(), LISTEN_AGAIN_MS).unref()
    }
  }
  if (process.env.DATABASE_URL) void listen()

  const stop = async () => {
    if (stopping) return
    stopping = true
    hub.closeAll()
    await closeConnection()
    log.info('stopped')
  }
  nitro.hooks.hook('close', stop)
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => hub.closeAll())
})
