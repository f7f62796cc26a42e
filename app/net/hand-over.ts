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
    if (session.person && !session.lockedThere) await flush()
    const who = await prove()
    await session.become(who)
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

  /** The bench rests: covered here at once, and closed by the server as soon as it is reached and has what waits. */
  async function lock(): Promise<void> {
    if (!session.person || session.lockedThere) return
    session.lockedFor ??= session.person.name
    await flush()
    try {
      await callApi('/session/lock', { method: 'POST' })
      session.lockedThere = true
    } catch (error) {
      // Without the link nobody enters either; it is said again when the link is back.
      if (!(error instanceof NoNetwork) && !(error instanceof ApiProblem)) throw error
    }
  }

  return { byBadge, byPassword, lock }
}
