import { and, eq, gt, lt, ne, or, sql } from 'drizzle-orm'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { instrumentLease, person } from '../db/schema'
import { Problem } from './problem'

/** How long an instrument stays with a bench that does not say any more that it is there. */
export const LEASE_S = 15
/** A bench has two hands; nobody keeps the cupboard from the others. */
const MOST_OF_A_SESSION = 4
const until = () => sql`now() + make_interval(secs => ${LEASE_S})`

/**
 * Gives an instrument to the bench of a session: when nobody has it, when it is there already, or when whoever had it has gone.
 * @throws Problem 409 `instrument.taken` with the name of whoever has it, `instrument.too-many` when the bench has four already
 */
export async function takeLease(db: Database, tag: string, who: { session: string, person: Person }): Promise<void> {
  const row = { tag, sessionId: who.session, personId: who.person.id, until: until() }
  const [taken] = await db.transaction(async (tx) => {
    // One by one for a session: a thousand at once are counted like ten after each other.
    await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${who.session}))`)
    const others = await tx.select({ tag: instrumentLease.tag }).from(instrumentLease)
      .where(and(eq(instrumentLease.sessionId, who.session), ne(instrumentLease.tag, tag), gt(instrumentLease.until, sql`now()`)))
    if (others.length >= MOST_OF_A_SESSION)
      throw new Problem(409, 'instrument.too-many', `This bench has ${others.map(other => other.tag).join(', ')} already. Let one go first.`)
    return tx.insert(instrumentLease).values(row).onConflictDoUpdate({
      target: instrumentLease.tag, set: row,
      setWhere: or(lt(instrumentLease.until, sql`now()`), eq(instrumentLease.sessionId, who.session)),
    }).returning({ tag: instrumentLease.tag })
  })
  if (taken) return
  const holder = (await standingLeases(db)).find(lease => lease.tag === tag)
  throw new Problem(409, 'instrument.taken',
    `${tag} is at the bench of ${holder?.by ?? 'somebody else'}. It is free ${LEASE_S} s after they have let it go.`)
}

/** Keeps an instrument for a session; false when it has gone to another one. */
export async function renewLease(db: Database, tag: string, session: string): Promise<boolean> {
  const kept = await db.update(instrumentLease).set({ until: until() })
    .where(and(eq(instrumentLease.tag, tag), eq(instrumentLease.sessionId, session))).returning({ tag: instrumentLease.tag })
  return kept.length > 0
}

/** True when the bench of this session has the instrument just now. */
export async function hasLease(db: Database, tag: string, session: string): Promise<boolean> {
  const [row] = await db.select({ tag: instrumentLease.tag }).from(instrumentLease)
    .where(and(eq(instrumentLease.tag, tag), eq(instrumentLease.sessionId, session), gt(instrumentLease.until, sql`now()`)))
  return row !== undefined
}

/** Lets an instrument go; what another bench has is left alone. */
export async function endLease(db: Database, tag: string, session: string): Promise<void> {
  await db.delete(instrumentLease).where(and(eq(instrumentLease.tag, tag), eq(instrumentLease.sessionId, session)))
}

/** Who has which instrument just now. */
export const standingLeases = (db: Database): Promise<{ tag: string, session: string, by: string }[]> =>
  db.select({ tag: instrumentLease.tag, session: instrumentLease.sessionId, by: person.name }).from(instrumentLease)
    .innerJoin(person, eq(person.id, instrumentLease.personId)).where(gt(instrumentLease.until, sql`now()`))
