import { defineWebSocketHandler } from 'h3'
import Joi from 'joi'
import { may } from '#shared/rights'
import { id } from '#shared/wire/id'
import { database } from '../db/client'
import { isDatabaseAway } from '../http/problem-answer'
import { signedInOf } from '../http/session-person'
import { hub, type Listener } from '../live/hub'
import { admit, type Admitted } from '../live/upgrade'
import { loadLiveJob } from '../services/live-job'

const request = Joi.object<{ watch: string }>({ watch: id('the number of a job').required() })
const PATIENCE_MS = 500
const listeners = new WeakMap<object, Listener>()

/** The live channel: a bench says which job it watches and hears when that job grows. Who may come in is decided in `live/upgrade.ts`. */
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
    const { value, error } = request.validate(readText(text))
    const listener = listeners.get(peer)
    if (error || !listener) return
    try {
      const signedIn = await signedInOf(listener.session)
      if (!signedIn || !may(signedIn.person.role, 'job:read')) return
      await loadLiveJob(database(), signedIn.person, value.watch, { fresh: false })
      hub.watch(listener, value.watch)
    } catch (thrown) {
      // Out of reach, unknown, or signed out meanwhile: there is nothing to tell. The page learns it from its own calls.
      if (isDatabaseAway(thrown)) listener.close('Not available now.')
    }
  },
  close(peer) {
    const listener = listeners.get(peer)
    if (listener) hub.leave(listener)
  },
})

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
