import { createHmac } from 'node:crypto'
import { and, eq, isNull } from 'drizzle-orm'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { badge, person } from '../db/schema'
import { readableSecret } from './people-secrets'
import { Problem } from './problem'

/** Badges that one person has at once. */
const MOST_BADGES = 5
/** So the badges that are made here begin: no camera takes them for the label of a part. */
const MADE_HERE = 'NB-'

/**
 * A badge for somebody: a card that they have already, by what a reader says of it, or a new code to be printed. It is kept as a keyed
 * hash, and told once.
 */
export async function makeBadge(
  db: Database, who: Person, personId: string, { name, code: given }: { name: string, code?: string | undefined },
): Promise<{ id: string, code: string }> {
  const code = given ?? `${MADE_HERE}${readableSecret(4).toUpperCase()}`
  return db.transaction(async (tx) => {
    const [found] = await tx.select().from(person).where(eq(person.id, personId)).for('update')
    if (!found) throw new Problem(404, 'person.unknown', 'There is no such person.')
    if (!found.active) throw new Problem(409, 'person.disabled', 'This person is disabled. Let them in again first.')
    const standing = await tx.select({ id: badge.id }).from(badge).where(and(eq(badge.personId, personId), isNull(badge.revokedAt)))
    if (standing.length >= MOST_BADGES) throw new Problem(409, 'badge.many', `${found.name} has ${MOST_BADGES} badges. End one of them first.`)
    const [made] = await tx.insert(badge).values({ personId, name, codeHmac: hmacOf(code), madeBy: who.id })
      .onConflictDoNothing().returning({ id: badge.id })
    if (!made) throw new Problem(409, 'badge.taken', 'This card is somebody’s badge already. End that one first, or take another card.')
    return { id: made.id, code }
  })
}

/** Ends a badge at once: a card that was lost, or given back. */
export async function revokeBadge(db: Database, who: Person, id: string): Promise<void> {
  const [gone] = await db.update(badge).set({ revokedAt: new Date(), revokedBy: who.id })
    .where(and(eq(badge.id, id), isNull(badge.revokedAt))).returning({ id: badge.id })
  if (!gone) throw new Problem(404, 'badge.unknown', 'There is no such badge, or it was ended already.')
}

/** The person whose badge this is; undefined for a card of nobody, of somebody who has gone, and one that was ended. */
export async function personOfBadge(db: Database, code: string): Promise<(typeof person.$inferSelect & { badgeId: string }) | undefined> {
  const [found] = await db.select({ badgeId: badge.id, person }).from(badge).innerJoin(person, eq(person.id, badge.personId))
    .where(and(eq(badge.codeHmac, hmacOf(code)), isNull(badge.revokedAt), eq(person.active, true)))
  return found && { ...found.person, badgeId: found.badgeId }
}

export async function noteBadgeUsed(db: Database, id: string): Promise<void> {
  await db.update(badge).set({ usedAt: new Date() }).where(eq(badge.id, id))
}

function hmacOf(code: string): string {
  const secret = process.env.NEEDLER_SEAL_SECRET
  if (!secret) throw new Problem(409, 'badge.no-secret', 'This installation has no NEEDLER_SEAL_SECRET, so it takes no badges.')
  return createHmac('sha256', `badge ${secret}`).update(code.trim()).digest('hex')
}
