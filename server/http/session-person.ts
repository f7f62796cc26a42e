import type { H3Event } from 'h3'
import { LRUCache } from 'lru-cache'
import type { Person } from '#shared/wire/types'
import { database } from '../db/client'
import { Problem } from '../services/problem'
import { activePerson } from '../services/sign-in'

declare module '#auth-utils' {
  interface User { id: string }
}

// Who was locked out loses access within this time, without a look into the database at each tick of a step.
const people = new LRUCache<string, Person>({ max: 1000, ttl: 15_000 })

/** The person of the session, as the office's list says today. */
export async function sessionPerson(event: H3Event): Promise<Person> {
  const { user } = await getUserSession(event)
  const found = user && (people.get(user.id) ?? await activePerson(database(), user.id))
  if (!found) throw new Problem(401, 'session.none', 'You are not signed in, or your sign-in has run out. What you entered is kept on this device; sign in again and it is sent.')
  people.set(found.id, found)
  return found
}
