import { eq } from 'drizzle-orm'
import type { Database } from '../db/client'
import { person } from '../db/schema'

/**
 * The people of the demonstration have a published password. They may enter while the demonstration is wanted (`NEEDLER_DEMO` is not
 * `off`), and only from this machine itself; others are let in by name: `NEEDLER_DEMO_PEOPLE=okafor,brandt`.
 */
export function mayUseDemo(login: string, isLoopback: boolean): boolean {
  if (process.env.NEEDLER_DEMO === 'off') return false
  const named = (process.env.NEEDLER_DEMO_PEOPLE ?? '').split(',').map(name => name.trim())
  return isLoopback || named.includes(login)
}

/** True when the data are those of the demonstration. */
export async function isDemonstration(db: Database): Promise<boolean> {
  const [made] = await db.select({ id: person.id }).from(person).where(eq(person.demo, true)).limit(1)
  return made !== undefined
}
