import { eq, inArray, sql, type SQL } from 'drizzle-orm'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { site, unit } from '../db/schema'
import { Problem } from './problem'

/** True when the sign-in of a person covers a site. */
export const reaches = (person: Person, siteKey: string): boolean => !person.sites || person.sites.includes(siteKey)

/** Refuses a thing of a site that the sign-in does not cover. */
export function requireReach(person: Person, siteKey: string, what: string): void {
  if (!reaches(person, siteKey)) {
    throw new Problem(403, 'site.out-of-reach', `${what} belongs to a site that your sign-in does not cover. Ask the office for access.`)
  }
}

/** True for a site that is there and that the sign-in covers. */
export async function isSiteOf(db: Pick<Database, 'select'>, person: Person, key: string): Promise<boolean> {
  const [found] = await db.select({ key: site.key }).from(site).where(eq(site.key, key))
  return found !== undefined && reaches(person, key)
}

/** In a query that has the units: those of the sites that the sign-in covers. */
export const unitsWithin = (person: Person): SQL | undefined => person.sites ? inArray(unit.siteKey, person.sites) : undefined

/** Drafts: what an overhaul has left is seen by those who see its unit; what was begun at a desk by all who read sheets. */
export const draftsWithin = (person: Person): SQL | undefined => {
  const units = unitsWithin(person)
  return units && sql`(${unit.id} is null or ${units})`
}
