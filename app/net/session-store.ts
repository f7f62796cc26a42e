import { defineStore } from 'pinia'
import { ref } from 'vue'
import { may as mayRole, type Right } from '#shared/rights'
import type { SessionPerson } from '#shared/wire/types'
import { callApi } from './api'
import { deviceStore } from './device-store'

const KEPT = 'session'

/** Who works at this device. Without a link the last person stays signed in here; the server decides once it is back. */
export const useSessionStore = defineStore('session', () => {
  const person = ref<SessionPerson | null>(null)
  /** The server says that the session has run out; work on this device goes on and waits. */
  const expired = ref(false)
  /** Nobody is in this installation yet: its first admin is to be made. */
  const setUpWanted = ref(false)
  let asked: Promise<void> | undefined

  function restore(): Promise<void> {
    asked ??= (async () => {
      try {
        const { person: who, setUp } = await callApi<{ person: SessionPerson | null, setUp?: true }>('/session')
        setUpWanted.value = setUp ?? false
        if (who) become(who)
        else await forget()
      } catch {
        // Not reached, or broken over there: the person of the last time goes on working here.
        const kept = await (await deviceStore()).get('answers', KEPT)
        if (kept) person.value = kept.answer as SessionPerson
      }
    })()
    return asked
  }

  async function signIn(login: string, password: string): Promise<void> {
    become(await callApi<SessionPerson>('/session', { method: 'POST', body: { login, password } }))
  }

  async function signOut(): Promise<void> {
    await callApi('/session', { method: 'DELETE' })
    await forget()
  }

  /** They are signed in at once; that the device remembers them for a start without a link is not waited for. */
  function become(who: SessionPerson): void {
    person.value = who
    expired.value = false
    void deviceStore().then(store => store.put('answers', { key: KEPT, at: new Date().toISOString(), answer: who })).catch(() => undefined)
  }

  async function forget(): Promise<void> {
    person.value = null
    await (await deviceStore()).clear('answers')
  }

  const may = (right: Right): boolean => person.value !== null && mayRole(person.value.role, right)

  return { person, expired, setUpWanted, become, restore, signIn, signOut, may }
})
