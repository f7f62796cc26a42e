import { eq } from 'drizzle-orm'
import { may } from '#shared/rights'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { person } from '../db/schema'
import { Problem } from './problem'

/**
 * Somebody whose waiting work a lead sends: they must be disabled or gone, so that nobody writes in the name of a colleague who is there.
 */
export async function requireGone(db: Database, who: Person, { id }: { id: string }): Promise<{ name: string }> {
  if (!may(who.role, 'work:enter-for')) throw new Problem(403, 'right.missing', 'Only a lead sends what waits here for somebody else.')
  const [found] = await db.select({ name: person.name, active: person.active }).from(person).where(eq(person.id, id))
  if (!found) throw new Problem(422, 'person.unknown', 'Nobody of that number was ever let in here. Nothing is entered for them.')
  if (found.active)
    throw new Problem(409, 'person.there', `${found.name} can sign in and send this. It is entered by others only for people who are gone.`)
  return { name: found.name }
}
