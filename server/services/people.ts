import { randomInt } from 'node:crypto'
import { and, asc, count, eq, gt, isNull, max, sql } from 'drizzle-orm'
import { may, type Role } from '#shared/rights'
import type { Person, PersonRow } from '#shared/wire/types'
import type { Database } from '../db/client'
import { person, session, setUpCode, site } from '../db/schema'
import { Problem } from './problem'
import { hashSecret, isSecret } from './secrets'
import { endSessions, tellPeopleChanged } from './sessions'
import { countTry, giveBack } from './try-limits'

export interface PersonInput { login: string, name: string, role: Role, sites: string[] | null }

// Without letters and digits that look alike.
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'
/** A password or code that a person can read out: `kvm4-tz9p-hx2c-w7ra`. */
export const readableSecret = (groups = 4): string =>
  Array.from({ length: groups }, () => Array.from({ length: 4 }, () => LETTERS[randomInt(LETTERS.length)]).join('')).join('-')

/** Everybody in the office's list, those who work first. */
export async function listPeople(db: Database): Promise<PersonRow[]> {
  const rows = await db.select({ person, sessions: count(session.id), seen: max(session.seenAt) }).from(person)
    .leftJoin(session, and(eq(session.personId, person.id), isNull(session.endedAt), gt(session.endsAt, sql`now()`)))
    .groupBy(person.id).orderBy(sql`${person.active} desc`, asc(person.name))
  return rows.map(({ person: { id, login, name, role, sites, active, demo, passwordDue, pinHash }, sessions, seen }) =>
    ({ id, login, name, role, sites, active, demo, passwordDue, hasPin: pinHash !== null, sessions, seen: seen?.toISOString() ?? null }))
}

/** Who may work on the machines of a site, by name. */
export async function workersAt(db: Database, siteKey: string): Promise<{ id: string, name: string }[]> {
  const rows = await db.select({ id: person.id, name: person.name, role: person.role, sites: person.sites }).from(person)
    .where(eq(person.active, true)).orderBy(asc(person.name))
  return rows.filter(({ role, sites }) => may(role, 'job:work') && (!sites || sites.includes(siteKey))).map(({ id, name }) => ({ id, name }))
}

/** Takes a person into the list. The password is told once; it is to be changed at the first sign-in. */
export async function addPerson(db: Database, input: PersonInput): Promise<{ id: string, password: string }> {
  await requireSites(db, input.sites)
  const password = readableSecret()
  const [made] = await db
    .insert(person)
    .values({ ...input, login: input.login.toLowerCase(), passwordHash: await hashSecret(password), passwordDue: true })
    .onConflictDoNothing()
    .returning({ id: person.id })
  if (!made)
    throw new Problem(
      409,
      'person.login-taken',
      `Somebody has the sign-in name "${input.login}" already. Choose another one; names are never given twice, because the record knows people by them.`,
    )
  return { id: made.id, password }
}

/** Changes what a person may; all their sessions end when it says less or other than before. */
export async function changePerson(
  db: Database,
  who: Person,
  id: string,
  change: Partial<Omit<PersonInput, 'login'>> & { active?: boolean },
): Promise<void> {
  await requireSites(db, change.sites ?? null)
  await db.transaction(async (tx) => {
    // One change of people at a time, so that two admins cannot disable each other at once.
    const rows = await tx.select().from(person).where(eq(person.role, 'admin')).orderBy(person.id).for('update')
    const [before] = await tx.select().from(person).where(eq(person.id, id))
    if (!before) throw new Problem(404, 'person.unknown', 'There is no such person.')
    const staysAdmin = (change.role ?? before.role) === 'admin' && (change.active ?? before.active)
    if (id === who.id && !staysAdmin)
      throw new Problem(409, 'person.yourself', 'You cannot take the office away from yourself. Let another admin do it.')
    if (before.role === 'admin' && !staysAdmin && !rows.some(row => row.id !== id && row.active))
      throw new Problem(409, 'person.last-admin', 'This is the last admin. Make somebody else one first.')
    await tx.update(person).set(change).where(eq(person.id, id))
  })
  // A name alone changes nothing of what a person may.
  if (Object.keys(change).some(key => key !== 'name')) await endSessions(db, { person: id })
  await tellPeopleChanged(id)
}

/** A new one-time password for somebody who has forgotten theirs; the PIN goes with it. */
export async function resetPassword(db: Database, id: string): Promise<{ password: string }> {
  const password = readableSecret()
  const [found] = await db
    .update(person)
    .set({ passwordHash: await hashSecret(password), pinHash: null, passwordDue: true })
    .where(eq(person.id, id))
    .returning({ id: person.id })
  if (!found) throw new Problem(404, 'person.unknown', 'There is no such person.')
  await endSessions(db, { person: id })
  return { password }
}

/** The own password; every sign-in ends, this one too. */
export async function setPassword(db: Database, who: Person, password: string): Promise<void> {
  if (password.toLowerCase().includes(who.login))
    throw new Problem(
      422,
      'password.weak',
      'A password must not hold your sign-in name. Take several words that belong together for nobody but you.',
    )
  await db.update(person).set({ passwordHash: await hashSecret(password), passwordDue: false }).where(eq(person.id, who.id))
  await endSessions(db, { person: who.id })
}

/** The own PIN, for signing at the bench of others. */
export async function setPin(db: Database, who: Person, pin: string): Promise<void> {
  if (!may(who.role, 'job:work')) throw new Problem(403, 'right.missing', `A ${who.role} signs nothing at a bench and needs no PIN.`)
  if (/^(\d)\1+$/.test(pin) || '01234567890123456789'.includes(pin) || '98765432109876543210'.includes(pin))
    throw new Problem(422, 'pin.weak', 'This PIN is the first that anybody would try. Take another one.')
  await db.update(person).set({ pinHash: await hashSecret(pin) }).where(eq(person.id, who.id))
  await endSessions(db, { person: who.id })
}

async function requireSites(db: Database, sites: readonly string[] | null): Promise<void> {
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
  { code, login, name, password, address }: { code: string; login: string; name: string; password: string; address: string },
): Promise<void> {
  const counted = [{ name: 'setUp' as const, key: address }]
  await countTry(counted)
  const [row] = await db.select().from(setUpCode)
  if (!(await isSecret(row?.codeHash, code.trim().toLowerCase())))
    throw new Problem(403, 'set-up.wrong', 'This is not the code that the start has printed. It changes with every start.')
  await giveBack(counted)
  const passwordHash = await hashSecret(password)
  await db.transaction(async (tx) => {
    // The code is used up by exactly one; whoever comes second finds it gone.
    const [used] = await tx.delete(setUpCode).returning({ id: setUpCode.id })
    const [anybody] = await tx.select({ id: person.id }).from(person).limit(1)
    if (!used || anybody) throw new Problem(409, 'set-up.done', 'The first admin was made already. Sign in.')
    await tx.insert(person).values({ login: login.toLowerCase(), name, role: 'admin', sites: null, passwordHash })
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
