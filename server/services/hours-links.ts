import { randomBytes } from 'node:crypto'
import { and, asc, eq, isNull } from 'drizzle-orm'
import type { HoursLinkRow } from '#shared/wire/fleet'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { hoursLink, person as personTable } from '../db/schema'
import { Problem } from './problem'
import type { HoursFrom } from './running-hours'
import { sha256 } from './sha256'

/** Programs that may send running hours, the newest first among those that stand. */
export async function listHoursLinks(db: Database): Promise<HoursLinkRow[]> {
  const rows = await db.select({ link: hoursLink, by: personTable.name }).from(hoursLink)
    .innerJoin(personTable, eq(personTable.id, hoursLink.madeBy)).orderBy(asc(hoursLink.revokedAt), asc(hoursLink.name))
  return rows.map(({ link: { id, name, sites, madeAt, usedAt, revokedAt }, by }) =>
    ({ id, name, sites, by, at: madeAt.toISOString(), usedAt: usedAt?.toISOString() ?? null, revokedAt: revokedAt?.toISOString() ?? null }))
}

/** How readings say that no link has sent them. */
const OUR_OWN = new Set(['typed', 'list', 'job'])

/** A new link. Its secret is told once. */
export async function makeHoursLink(
  db: Database, person: Person, { name, sites }: { name: string, sites: string[] | null },
): Promise<{ id: string, secret: string }> {
  if (OUR_OWN.has(name.trim().toLowerCase()))
    throw new Problem(422, 'link.name-ours', `"${name}" is what hours are called that people enter here. Give the link the name of its program.`)
  const secret = randomBytes(32).toString('base64url')
  const [made] = await db.insert(hoursLink).values({ name, sites, secretSha256: sha256(secret), madeBy: person.id }).onConflictDoNothing()
    .returning({ id: hoursLink.id })
  if (!made) throw new Problem(409, 'link.name-taken', `There is a link "${name}" already. Names are never given twice: readings are known by them.`)
  return { id: made.id, secret }
}

/** Ends a link at once; what it has sent stays. */
export async function revokeHoursLink(db: Database, person: Person, id: string): Promise<void> {
  const [gone] = await db.update(hoursLink).set({ revokedAt: new Date(), revokedBy: person.id })
    .where(and(eq(hoursLink.id, id), isNull(hoursLink.revokedAt))).returning({ id: hoursLink.id })
  if (!gone) throw new Problem(404, 'link.unknown', 'There is no such link, or it has ended already.')
}

/** The link that a secret belongs to. */
export async function requireHoursLink(db: Database, secret: string): Promise<HoursFrom & { id: string }> {
  const [link] = await db.select({ id: hoursLink.id, name: hoursLink.name, sites: hoursLink.sites }).from(hoursLink)
    .where(and(eq(hoursLink.secretSha256, sha256(secret)), isNull(hoursLink.revokedAt)))
  // Who guesses makes the database write nothing.
  if (!link) throw new Problem(401, 'link.unknown', 'This link is not known here, or it has ended.')
  await db.update(hoursLink).set({ usedAt: new Date() }).where(eq(hoursLink.id, link.id))
  return { id: link.id, source: link.name, personId: null, sites: link.sites }
}
