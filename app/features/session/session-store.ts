import { defineStore } from 'pinia'
import { ref } from 'vue'
import { may as mayRole, type Right } from '#shared/rights'
import type { Person } from '#shared/wire/types'
import { callApi } from '../../net/api'
import { deviceStore } from '../../net/device-store'

const KEPT = 'session'

/** Who works at this device. Without a link the last person stays signed in here; the server decides once it is back. */
export const useSessionStore = defineStore('session', () => {
  const person = ref<Person | null>(null)
  /** The server says that the session has run out; work on this device goes on and waits. */
  const expired = ref(false)
  let asked: Promise<void> | undefined

  function restore(): Promise<void> {
    asked ??= (async () => {
      try {
        const { person: who } = await callApi<{ person: Person | null }>('/session')
        await (who ? become(who) : forget())
      } catch {
        // Not reached, or broken over there: the person of the last time goes on working here.
        const kept = await deviceStore.answers.get(KEPT)
        if (kept) person.value = kept.answer as Person
      }
    })()
    return asked
  }

  async function signIn(login: string, password: string): Promise<void> {
    await become(await callApi<Person>('/session', { method: 'POST', body: { login, password } }))
  }

  async function signOut(): Promise<void> {
    await callApi('/session', { method: 'DELETE' })
    await forget()
  }

  async function become(who: Person): Promise<void> {
    person.value = who
    expired.value = false
    await deviceStore.answers.put({ key: KEPT, at: new Date().toISOString(), answer: who })
  }

  async function forget(): Promise<void> {
    person.value = null
    await deviceStore.answers.clear()
  }

  const may = (right: Right): boolean => person.value !== null && mayRole(person.value.role, right)

  return { person, expired, restore, signIn, signOut, may }
})
