import { defineWebSocketHandler } from 'h3'
import { may } from '#shared/rights'
import { topicOf, type Topic } from '#shared/wire/topics'
import type { Person } from '#shared/wire/types'
import { wishSchema } from '#shared/wire/instrument-stream'
import { watchSchema } from '#shared/wire/watch'
import { database } from '../db/client'
import { log } from '../http/log'
import { isDatabaseAway } from '../db/away'
import { signedInOf } from '../http/session-person'
import { followInstrument, orderInstrument } from '../instruments/bridge'
import { hub, type Listener } from '../live/hub'
import { admit, type Admitted } from '../live/upgrade'
import { loadLiveJob } from '../services/live-job'
import { Problem } from '../services/problem'
import { requireUnit } from '../services/units'

const PATIENCE_MS = 500
const listeners = new WeakMap<object, Listener>()

/**
 * The live channel: a page says which topics it watches and hears when there is news of them, and what it wants of its
 * instrument. Who may come in is decided in `live/upgrade.ts`.
 */
export default defineWebSocketHandler({
  upgrade: admit,
  open(peer) {
    const { person, session } = peer.context as unknown as Admitted
    const listener: Listener = { person, session, send: (text) => { peer.send(text) }, close: why => closeSoon(peer, why) }
    listeners.set(peer, listener)
    hub.join(listener)
  },
  async message(peer, message) {
    const text = message.text()
    if (text === 'ping') {
      peer.send('pong')
      return
    }
    const said = readText(text)
    const listener = listeners.get(peer)
    if (!listener) return
    try {
      const signedIn = await signedInOf(listener.session)
      if (!signedIn || signedIn.isLocked) return
      const wish = wishSchema.validate(said)
      if (!wish.error) return await orderInstrument(wish.value, listener.session, signedIn.person)
      const { value, error } = watchSchema.validate(said)
      if (error) return
      const allowed = await Promise.all(value.watch.map(topic => mayWatch(signedIn.person, topic)))
      const topics = value.watch.filter((_, i) => allowed[i])
      hub.watch(listener, topics)
      for (const { kind, of } of topics.map(topicOf)) if (kind === 'instrument') await followInstrument(of, listener.session)
    } catch (thrown) {
      if (isDatabaseAway(thrown)) listener.close('Not available now.')
      else if (!(thrown instanceof Problem)) log.error({ err: thrown }, 'request failed')
    }
  },
  close(peer) {
    const listener = listeners.get(peer)
    if (listener) hub.leave(listener)
  },
})

/** What is out of reach or unknown tells nothing; the page learns it from its own calls. */
async function mayWatch(person: Person, topic: Topic): Promise<boolean> {
  const { kind, of } = topicOf(topic)
  if (!may(person.role, kind === 'job' ? 'job:read' : 'yard:read')) return false
  try {
    if (kind === 'job') await loadLiveJob(database(), person, of, { fresh: false })
    if (kind === 'unit') await requireUnit(database(), person, of)
    return true
  } catch (error) {
    if (error instanceof Problem && error.status < 500) return false
    throw error
  }
}

/** Says goodbye, and cuts the line of whoever does not answer. */
function closeSoon(peer: { close: (code: number, why: string) => void, terminate: () => void }, why: string): void {
  peer.close(1001, why)
  setTimeout(() => { peer.terminate() }, PATIENCE_MS).unref()
}

function readText(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
