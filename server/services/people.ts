import { and, asc, count, eq, gt, isNull, max, sql } from 'drizzle-orm'
import { may, type Role } from '#shared/rights'
import type { Person, PersonRow } from '#shared/wire/types'
import type { Database } from '../db/client'
import { badge, entryCode, person, session, setUpCode, site } from '../db/schema'
import { makeEntryCode, type MadeCode } from './entry-codes'
import { readableSecret, requireGoodPassword, requireGoodPin } from './people-secrets'
import { Problem } from './problem'
import { hashSecret, isSecret } from './secrets'
import { endSessions, tellPeopleChanged } from './sessions'
import { countTry, giveBack } from './try-limits'

export interface PersonInput { login: string, name: string, role: Role, sites: string[] | null }

/** Everybody in the office's list, those who work first. */
export async function listPeople(db: Database): Promise<PersonRow[]> {
  const [rows, badges] = await Promise.all([
    db.select({ person, codeUntil: entryCode.endsAt, sessions: count(session.id), seen: max(session.seenAt) }).from(person)
      .leftJoin(session, and(eq(session.personId, person.id), isNull(session.endedAt), gt(session.endsAt, sql`now()`)))
      .leftJoin(entryCode, and(eq(entryCode.personId, person.id), gt(entryCode.endsAt, sql`now()`)))
      .groupBy(person.id, entryCode.personId).orderBy(sql`${person.active} desc`, asc(person.name)),
    db.select().from(badge).where(isNull(badge.revokedAt)).orderBy(asc(badge.madeAt)),
  ])
  return rows.map(({ person: { id, login, name, role, sites, active, demo, passwordHash, pinHash }, codeUntil, sessions, seen }) => ({
    id, login, name, role, sites, active, demo, hasPin: pinHash !== null, hasPassword: passwordHash !== null,
    codeUntil: codeUntil?.toISOString() ?? null, sessions, seen: seen?.toISOString() ?? null,
    badges: badges.filter(({ personId }) => personId === id)
      .map(one => ({ id: one.id, name: one.name, at: one.madeAt.toISOString(), usedAt: one.usedAt?.toISOString() ?? null })),
  }))
}

/** Who may work on the machines of a site, by name. */
export async function workersAt(db: Database, siteKey: string): Promise<{ id: string, name: string }[]> {
  const rows = await db.select({ id: person.id, name: person.name, role: person.role, sites: person.sites }).from(person)
    .where(eq(person.active, true)).orderBy(asc(person.name))
  return rows.filter(({ role, sites }) => may(role, 'job:work') && (!sites || sites.includes(siteKey))).map(({ id, name }) => ({ id, name }))
}

/** Takes a person into the list, and makes the code with which they come in: it is told once. */
export async function addPerson(db: Database, who: Person, input: PersonInput): Promise<{ id: string } & MadeCode> {
  await requireSites(db, who, input.sites)
  return db.transaction(async (tx) => {
    const [made] = await tx.insert(person).values({ ...input, login: input.login.toLowerCase() })
      .onConflictDoNothing().returning({ id: person.id })
    if (!made)
      throw new Problem(
        409,
        'person.login-taken',
        `Somebody has the sign-in name "${input.login}" already. Choose another one; names are never given twice, because the record knows people by them.`,
      )
    return { id: made.id, ...await makeEntryCode(tx, who, made.id) }
  })
}

/** Changes what a person may; all their sessions end when it says less or other than before. */
export async function changePerson(
  db: Database,
  who: Person,
  id: string,
  change: Partial<Omit<PersonInput, 'login'>> & { active?: boolean },
): Promise<void> {
  await db.transaction(async (tx) => {
    // One change of people at a time, so that two admins cannot disable each other at once.
    const rows = await tx.select().from(person).where(eq(person.role, 'admin')).orderBy(person.id).for('update')
    const [before] = await tx.select().from(person).where(eq(person.id, id))
    if (!before) throw new Problem(404, 'person.unknown', 'There is no such person.')
    if (change.sites !== undefined && String(change.sites) !== String(before.sites)) await requireSites(tx, who, change.sites)
    const staysAdmin = (change.role ?? before.role) === 'admin' && (change.active ?? before.active)
    if (id === who.id && !staysAdmin)
      throw new Problem(409, 'person.yourself', 'You cannot take the office away from yourself. Let another admin do it.')
    if (before.role === 'admin' && !staysAdmin && !rows.some(row => row.id !== id && row.active))
      throw new Problem(409, 'person.last-admin', 'This is the last admin. Make somebody else one first.')
    await tx.update(person).set(change).where(eq(person.id, id))
    // Who is ended does not come in by a code that still lies about.
    if (change.active === false) await tx.delete(entryCode).where(eq(entryCode.personId, id))
  })
  // A name alone changes nothing of what a person may.
  if (Object.keys(change).some(key => key !== 'name')) await endSessions(db, { person: id })
  await tellPeopleChanged(id)
}

/** A new code for somebody who has forgotten their password, or whose code has run out: password and PIN go. */
export async function resetPerson(db: Database, who: Person, id: string): Promise<MadeCode> {
  const made = await db.transaction(async (tx) => {
    const [found] = await tx.update(person).set({ passwordHash: null, pinHash: null }).where(eq(person.id, id))
      .returning({ active: person.active })
    if (!found) throw new Problem(404, 'person.unknown', 'There is no such person.')
    if (!found.active) throw new Problem(409, 'person.disabled', 'This person is disabled. Let them in again first.')
    return makeEntryCode(tx, who, id)
  })
  await endSessions(db, { person: id })
  return made
}

/** The own password; every sign-in ends, this one too. */
export async function setPassword(db: Database, who: Person, password: string): Promise<void> {
  requireGoodPassword(who.login, password)
  await db.update(person).set({ passwordHash: await hashSecret(password) }).where(eq(person.id, who.id))
  await endSessions(db, { person: who.id })
}

/** The own PIN, for signing at the bench of others, and for entering with a badge. */
export async function setPin(db: Database, who: Person, pin: string): Promise<void> {
  if (!may(who.role, 'job:work')) throw new Problem(403, 'right.missing', `A ${who.role} signs nothing at a bench and needs no PIN.`)
  requireGoodPin(pin)
  await db.update(person).set({ pinHash: await hashSecret(pin) }).where(eq(person.id, who.id))
  await endSessions(db, { person: who.id })
}

/** The sites are there, and within reach of who gives them: nobody widens what they may see themselves, for others or for themselves. */
async function requireSites(db: Pick<Database, 'select'>, who: Person, sites: readonly string[] | null): Promise<void> {
  if (who.sites && !sites?.every(key => who.sites!.includes(key)))
    throw new Problem(403, 'site.out-of-reach', 'Your own sign-in covers some sites only. You can give others no more than those.')
  if (!sites) return
  const known = new Set((await db.select({ key: site.key }).from(site)).map(row => row.key))
  const unknown = sites.find(key => !known.has(key))
  if (unknown !== undefined) throw new Problem(422, 'site.unknown', 'One of these sites does not exist.')
}

/** True while nobody is in the list and the first admin is still to be made. */
export async function isEmptyInstallation(db: Database): Promise<boolean> {
  const [anybody] = await db.select({ id: person.id }).from(person).limit(1)
  return !anybody
}

/** The first admin of an empty installation, made by whoever has the code that its start has printed. */
export async function makeFirstAdmin(
  db: Database,
  { code, login, name, password, pin, address }: Record<'code' | 'login' | 'name' | 'password' | 'pin' | 'address', string>,
): Promise<void> {
  requireGoodPassword(login.toLowerCase(), password)
  requireGoodPin(pin)
  const counted = [{ name: 'setUp' as const, key: address }]
  await countTry(counted)
  const [row] = await db.select().from(setUpCode)
  if (!(await isSecret(row?.codeHash, code.trim().toLowerCase())))
    throw new Problem(403, 'set-up.wrong', 'This is not the code that the start has printed. It changes with every start.')
  await giveBack(counted)
  const [passwordHash, pinHash] = await Promise.all([hashSecret(password), hashSecret(pin)])
  await db.transaction(async (tx) => {
    // The code is used up by exactly one; whoever comes second finds it gone.
    const [used] = await tx.delete(setUpCode).returning({ id: setUpCode.id })
    const [anybody] = await tx.select({ id: person.id }).from(person).limit(1)
    if (!used || anybody) throw new Problem(409, 'set-up.done', 'The first admin was made already. Sign in.')
    await tx.insert(person).values({ login: login.toLowerCase(), name, role: 'admin', sites: null, passwordHash, pinHash })
  })
}

/** A new code for an installation without people; null when there are some. */
export async function newSetUpCode(db: Database): Promise<string | null> {
  if (!await isEmptyInstallation(db)) return null
  const code = readableSecret(5)
  const codeHash = await hashSecret(code)
  await db.insert(setUpCode).values({ codeHash }).onConflictDoUpdate({ target: setUpCode.id, set: { codeHash } })
  return code
}
