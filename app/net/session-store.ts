import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { mayHere, type Right } from '#shared/rights'
import type { HouseHere } from '#shared/wire/house'
import type { SessionAnswer, SessionPerson } from '#shared/wire/types'
import { callApi } from './api'
import { deviceStore, forgetBeyond, forgetWork } from './device-store'
import { hasHouseKey } from './house-key'

const KEPT = 'session'

/** Who works at this device. Without a link the last person stays signed in here; the server decides once it is back. */
export const useSessionStore = defineStore('session', () => {
  const person = ref<SessionPerson | null>(null)
  /** The server says that the session has run out; work on this device goes on and waits. */
  const expired = ref(false)
  /** Nobody is in this installation yet: its first admin is to be made. */
  const setUpWanted = ref(false)
  /** This is the demonstration; no overhaul was closed here yet. */
  const [isDemo, isFirstDay] = [ref(false), ref(false)]
  /** Nobody else could release a hold point. */
  const isAlone = ref(false)
  /** What this tablet is to the house; null for a device that is nobody's but its person's. */
  const house = shallowRef<HouseHere | null>(null)
  /** The tablet has rested, and takes nothing more under that sign-in: whose bench it is until somebody enters. */
  const lockedFor = ref<string | null>(null)
  let asked: Promise<void> | undefined

  function restore(): Promise<void> {
    asked ??= look()
    return asked
  }

  /** Asks the server who is here, and what this device and this installation are. */
  async function look(): Promise<void> {
    try {
      const answer = await callApi<SessionAnswer>('/session')
      setUpWanted.value = answer.setUp ?? false
      isDemo.value = answer.isDemo ?? false
      isFirstDay.value = answer.isFirstDay ?? false
      isAlone.value = answer.isAlone ?? false
      // A cookie alone can be copied: without its key this is not the tablet that was enrolled.
      house.value = answer.house && await hasHouseKey() ? answer.house : null
      lockedFor.value = answer.lockedFor ?? null
      if (answer.person) await become(answer.person)
      else await forget()
    } catch {
      // Not reached, or broken over there: the person of the last time goes on working here.
      const kept = await (await deviceStore()).get('answers', KEPT)
      if (kept) person.value = kept.answer as SessionPerson
    }
  }

  async function signIn(login: string, password: string): Promise<void> {
    const who = await callApi<SessionPerson>('/session', { method: 'POST', body: { login, password } })
    // What the house is to them comes with it: nobody sees a page that then becomes another.
    await look()
    if (!person.value) await become(who)
  }

  async function signOut(): Promise<void> {
    await callApi('/session', { method: 'DELETE' })
    await forget()
    // Who goes takes along what they could see; what they have not sent yet stays, and is sent as theirs.
    await forgetWork().catch(() => undefined)
  }

  /**
   * They are signed in at once; that the device remembers them for a start without a link is not waited for, that it has forgotten what
   * they may not see is.
   */
  async function become(who: SessionPerson): Promise<void> {
    // A browser that keeps nothing has nothing to forget.
    await forgetOthers(who).catch(() => undefined)
    person.value = who
    expired.value = false
    lockedFor.value = null
    void deviceStore().then(store => store.put('answers', { key: KEPT, at: new Date().toISOString(), answer: { ...who } })).catch(() => undefined)
  }

  async function forgetOthers({ id, sites }: SessionPerson): Promise<void> {
    const store = await deviceStore()
    const before = (await store.get('answers', KEPT))?.answer as SessionPerson | undefined
    if (before?.id !== id) await store.clear('answers')
    if (sites) await forgetBeyond(sites)
  }

  /** The server has locked this tablet. */
  function beLocked(): void {
    lockedFor.value ??= person.value?.name ?? ''
  }

  async function forget(): Promise<void> {
    person.value = null
    await (await deviceStore()).clear('answers')
  }

  const may = (right: Right): boolean => person.value !== null && mayHere(person.value, right)

  return {
    person, expired, setUpWanted, isDemo, isFirstDay, isAlone, house, lockedFor,
    beLocked, become, look, restore, signIn, signOut, may,
  }
})
