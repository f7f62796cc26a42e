import { defineWebSocketHandler } from 'h3'
import Joi from 'joi'
import { may } from '#shared/rights'
import { database } from '../db/client'
import { hub } from '../live/hub'
import { loadLiveJob } from '../services/live-job'
import { activePerson } from '../services/sign-in'

const request = Joi.object<{ watch: string }>({ watch: Joi.string().guid().required() })
const listeners = new WeakMap<object, Parameters<typeof hub.join>[0]>()

/** The live channel: a bench says which job it watches and hears when that job grows. */
export default defineWebSocketHandler({
  async upgrade(request) {
    const origin = request.headers.get('origin')
    if (origin && new URL(origin).host !== request.headers.get('host')) throw new Response('This page may not listen here.', { status: 403 })
    await requireUserSession(request)
  },
  open(peer) {
    const listener = { send: (text: string) => { peer.send(text) }, close: () => { peer.close(1001, 'The server stops.') } }
    listeners.set(peer, listener)
    hub.join(listener)
  },
  async message(peer, message) {
    if (message.text() === 'ping') {
      peer.send('pong')
      return
    }
    const { value, error } = request.validate(readText(message.text()))
    if (error) return
    try {
      const { user } = await requireUserSession(peer)
      const person = await activePerson(database(), user.id)
      if (!person || !may(person.role, 'job:read')) return
      await loadLiveJob(database(), person, value.watch, { fresh: false })
      const listener = listeners.get(peer)
      if (listener) hub.watch(listener, value.watch)
    } catch {
      // Out of reach, unknown, or signed out meanwhile: there is nothing to tell. The page learns it from its own calls.
    }
  },
  close(peer) {
    const listener = listeners.get(peer)
    if (listener) hub.leave(listener)
  },
})

function readText(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
