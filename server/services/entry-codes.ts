import { eq, gt, and, sql } from 'drizzle-orm'
import { may } from '#shared/rights'
import type { EntryGreeting } from '#shared/wire/house'
import type { Person } from '#shared/wire/types'
import type { Database, Transaction } from '../db/client'
import { entryCode, person } from '../db/schema'
import { Problem } from './problem'
import { readableSecret, requireGoodPassword, requireGoodPin } from './people-secrets'
import { hashSecret } from './secrets'
import { endSessions } from './sessions'
import { sha256 } from './sha256'
import { countTry, giveBack } from './try-limits'

/** How long a code is good. */
const CODE_HOURS = 72

export interface MadeCode { code: string, until: string }

/** A new code for somebody; the one before is worth nothing any more. */
export async function makeEntryCode(db: Pick<Database | Transaction, 'insert'>, who: Person, personId: string): Promise<MadeCode> {
  const code = readableSecret(5)
  const endsAt = new Date(Date.now() + CODE_HOURS * 3_600_000)
  const kept = { codeSha256: hashOf(code), endsAt, madeBy: who.id, madeAt: new Date() }
  await db.insert(entryCode).values({ personId, ...kept }).onConflictDoUpdate({ target: entryCode.personId, set: kept })
  return { code, until: endsAt.toISOString() }
}

/** Ends the code of somebody at once. */
export async function endEntryCode(db: Database, personId: string): Promise<void> {
  const [gone] = await db.delete(entryCode).where(eq(entryCode.personId, personId)).returning()
  if (!gone) throw new Problem(404, 'code.none', 'No code stands for this person.')
}

/** Whom a code is for, so that nobody comes in as somebody else by mistake. */
export async function greet(db: Database, code: string, address: string): Promise<EntryGreeting> {
  const { name, login, role } = await counted(address, () => findByCode(db, code))
  return { name, login, needsPin: may(role, 'job:work') }
}

export interface FirstEntry { code: string, password: string, pin?: string | undefined, address: string }

/** Somebody comes in with their code and takes a password and a PIN of their own: the code is used up by exactly one. */
export async function enterByCode(db: Database, { code, password, pin, address }: FirstEntry): Promise<string> {
  const found = await counted(address, () => findByCode(db, code))
  requireGoodPassword(found.login, password)
  if (pin !== undefined) requireGoodPin(pin)
  else if (may(found.role, 'job:work')) throw new Problem(422, 'pin.missing', 'You sign at benches, so you need a PIN of 6 to 8 digits, too.')
  const [passwordHash, pinHash] = await Promise.all([hashSecret(password), pin === undefined ? null : hashSecret(pin)])
  await db.transaction(async (tx) => {
    const [used] = await tx.delete(entryCode).where(and(eq(entryCode.codeSha256, hashOf(code)), gt(entryCode.endsAt, sql`now()`))).returning()
    if (!used) throw notGood()
    await tx.update(person).set({ passwordHash, pinHash }).where(and(eq(person.id, used.personId), eq(person.active, true)))
  })
  await endSessions(db, { person: found.id })
  return found.id
}

async function findByCode(db: Database, code: string) {
  const [found] = await db.select({ id: person.id, name: person.name, login: person.login, role: person.role }).from(entryCode)
    .innerJoin(person, eq(person.id, entryCode.personId))
    .where(and(eq(entryCode.codeSha256, hashOf(code)), gt(entryCode.endsAt, sql`now()`), eq(person.active, true)))
  if (!found) throw notGood()
  return found
}

const notGood = () =>
  new Problem(403, 'code.not-good', 'This code is not good: it is mistyped, was used already, was ended, or has run out. Ask the office for a new one.')

/** Typed or read by a camera, with or without its hyphens. */
const hashOf = (code: string): string => sha256(code.toLowerCase().replace(/[^a-z0-9]/g, ''))

/** Tries are counted before anything is looked up; a right one gives its count back. */
async function counted<T>(address: string, work: () => Promise<T>): Promise<T> {
  const limits = [{ name: 'entryCode' as const, key: address }]
  await countTry(limits)
  const found = await work()
  await giveBack(limits)
  return found
}
