import { randomUUID } from 'node:crypto'
import { and, desc, eq, gt, inArray, isNull, lt, ne, sql, type SQL } from 'drizzle-orm'
import type { EntryWay } from '#shared/wire/house'
import type { Person, SessionRow } from '#shared/wire/types'
import { tell } from '../db/bulletin'
import type { Database } from '../db/client'
import { houseDevice, person, session } from '../db/schema'
import { mayUseDemo } from './demo-people'
import { Problem } from './problem'
import { toPerson } from './sign-in'

/** How long a sign-in lasts at most. */
export const SESSION_HOURS = 12

export interface SignedIn { person: Person, session: string, device: string, way: EntryWay, isLocked: boolean }

/** At a tablet of the house one person works at a time: who comes takes over from who was there. */
export async function openSession(
  db: Database,
  personId: string,
  { device, address, agent, way }: { device: string; address: string; agent: string; way: EntryWay },
): Promise<string> {
  const id = randomUUID()
  const endsAt = new Date(Date.now() + SESSION_HOURS * 3_600_000)
  await db.insert(session).values({ id, personId, device, address, agent: agent.slice(0, 200), endsAt, way })
  const [house] = await db.select({ id: houseDevice.id }).from(houseDevice)
    .where(and(eq(houseDevice.device, device), isNull(houseDevice.endedAt)))
  if (house) await endSessionsOfDevice(db, device, id)
  return id
}

export const stands = (): SQL => and(isNull(session.endedAt), gt(session.endsAt, sql`now()`), eq(person.active, true))!

/** The person of a session as they stand in the office's list today; undefined when it has ended or they may not work any more. */
export async function findSession(db: Database, id: string): Promise<SignedIn | undefined> {
  const [row] = await db
    .select({ person, session }).from(session).innerJoin(person, eq(person.id, session.personId)).where(and(eq(session.id, id), stands()))
  if (!row || (row.person.demo && !mayUseDemo(row.person.login, isLoopback(row.session.address)))) return undefined
  const { device, way, seenAt, lockedAt } = row.session
  if (Date.now() - seenAt.getTime() > 60_000) await db.update(session).set({ seenAt: sql`now()` }).where(eq(session.id, id))
  return { person: toPerson(row.person), session: id, device, way, isLocked: lockedAt !== null }
}

/** The bench rests: its session does nothing any more until somebody enters anew at the tablet. */
export async function lockSession(db: Database, { session: id, person: { id: personId } }: SignedIn): Promise<void> {
  await db.update(session).set({ lockedAt: sql`now()` }).where(and(eq(session.id, id), isNull(session.lockedAt)))
  await tellPeopleChanged(personId)
}

/** Of these sessions, those that still stand and are not locked. */
export async function standingOf(db: Database, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set()
  const rows = await db
    .select({ id: session.id })
    .from(session)
    .innerJoin(person, eq(person.id, session.personId))
    .where(and(inArray(session.id, [...ids]), stands(), isNull(session.lockedAt)))
  return new Set(rows.map(row => row.id))
}

/** Ends one session, or all of a person (but one); their cookies are worth nothing any more, on all instances. */
export const endSessions = (db: Database, which: { id: string } | { person: string, but?: string | undefined }): Promise<number> =>
  endWhere(db, 'id' in which ? eq(session.id, which.id) : and(eq(session.personId, which.person), which.but ? ne(session.id, which.but) : undefined)!)

/** Ends all that stand at a device, but one. */
export const endSessionsOfDevice = (db: Database, device: string, but?: string): Promise<number> =>
  endWhere(db, and(eq(session.device, device), but ? ne(session.id, but) : undefined)!)

async function endWhere(db: Database, where: SQL): Promise<number> {
  const ended = await db
    .update(session)
    .set({ endedAt: sql`now()` })
    .where(and(where, isNull(session.endedAt)))
    .returning({ person: session.personId })
  for (const id of new Set(ended.map(row => row.person))) await tellPeopleChanged(id)
  return ended.length
}

/** Makes all instances look at this person again. */
export const tellPeopleChanged = (personId: string): Promise<void> => tell('people', [personId])

/** The sessions that stand, of one person or of everybody, newest first. */
export async function listSessions(
  db: Database,
  { person: personId, current }: { person?: string | undefined; current: string },
): Promise<SessionRow[]> {
  const rows = await db
    .select({ session, name: person.name, tablet: houseDevice.name })
    .from(session)
    .innerJoin(person, eq(person.id, session.personId))
    .leftJoin(houseDevice, and(eq(houseDevice.device, session.device), isNull(houseDevice.endedAt)))
    .where(and(stands(), personId ? eq(session.personId, personId) : undefined))
    .orderBy(desc(session.seenAt))
    .limit(500)
  return rows.map(({ session: row, name, tablet }) => ({
    id: row.id,
    person: row.personId,
    name,
    device: row.device,
    address: row.address,
    agent: row.agent,
    since: row.createdAt.toISOString(),
    seen: row.seenAt.toISOString(),
    way: row.way,
    tablet,
    isThis: row.id === current,
  }))
}

/** How long the list of sign-ins that have ended is kept. */
const KEPT_DAYS = 90

/** Sign-ins that ended long ago are of no use to anybody. */
export async function forgetOldSessions(db: Database): Promise<void> {
  await db.delete(session).where(lt(session.endsAt, sql`now() - make_interval(days => ${KEPT_DAYS})`))
}

/** Ends a session; one's own always, anybody's by the office. */
export async function endSession(db: Database, who: Person, id: string, mayEndOthers: boolean): Promise<void> {
  const [row] = await db.select({ person: session.personId }).from(session).where(eq(session.id, id))
  if (!row || (row.person !== who.id && !mayEndOthers)) throw new Problem(404, 'session.unknown', 'There is no such sign-in.')
  await endSessions(db, { id })
}

export const isLoopback = (address: string): boolean => /^(127\.|::1$|::ffff:127\.)/.test(address)
