import type { SessionPerson } from '#shared/wire/types'
import { ApiProblem, callApi, NoNetwork } from './api'
import { proveHouse } from './house-key'
import { useOutboxStore } from './outbox-store'
import { useSessionStore } from './session-store'

/** What the one before has not sent is waited for so long; what is left then stays theirs, and waits for them. */
const FLUSH_MS = 12_000

/** How the bench goes from one person to another at a tablet of the house, and how it rests. */
export function useHandOver() {
  const session = useSessionStore()
  const outbox = useOutboxStore()

  /** What waits here goes out as the work of who did it, while it is still their sign-in that stands. */
  const flush = () => Promise.race([outbox.send(), new Promise(resolve => setTimeout(resolve, FLUSH_MS))])

  async function enter(prove: () => Promise<SessionPerson>): Promise<SessionPerson> {
    if (session.person && session.lockedFor === null) await flush()
    const who = await prove()
    await session.look()
    if (session.person?.id !== who.id) await session.become(who)
    // What they have left here themselves, at another time.
    void outbox.send()
    return who
  }

  const byBadge = (badge: string, pin: string) => enter(async () => {
    const { challenge } = await callApi<{ challenge: string }>('/house/challenge', { method: 'POST' })
    const proof = await proveHouse(challenge, badge, pin)
    return callApi<SessionPerson>('/house/entry', { method: 'POST', body: { badge, pin, challenge, proof } })
  })
  const byPassword = (login: string, password: string) =>
    enter(() => callApi<SessionPerson>('/session', { method: 'POST', body: { login, password } }))

  /** What waits goes out, then the server closes the sign-in. Without the link the bench stays open, because nobody could open it. */
  async function lock(): Promise<void> {
    if (!session.person || session.lockedFor !== null || outbox.offline) return
    await flush()
    try {
      await callApi('/session/lock', { method: 'POST' })
      session.beLocked()
    } catch (error) {
      if (!(error instanceof NoNetwork) && !(error instanceof ApiProblem)) throw error
    }
  }

  return { byBadge, byPassword, lock }
}
