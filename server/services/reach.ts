import type { Person } from '#shared/wire/types'
import { Problem } from './problem'

/** True when the sign-in of a person covers a site. */
export const reaches = (person: Person, siteKey: string): boolean => !person.sites || person.sites.includes(siteKey)

/** Refuses a thing of a site that the sign-in does not cover. */
export function requireReach(person: Person, siteKey: string, what: string): void {
  if (!reaches(person, siteKey)) {
    throw new Problem(403, 'site.out-of-reach', `${what} belongs to a site that your sign-in does not cover. Ask the office for access.`)
  }
}
