import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import { eq, inArray, sql } from 'drizzle-orm'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { person, signInAttempt } from '../db/schema'
import { Problem } from './problem'

const hash = new Hash(new Scrypt({}))

/** A scrypt hash in PHC form, of a password or a PIN. */
export const hashSecret = (secret: string): Promise<string> => hash.make(secret)

const MOST_FAILURES_PER_LOGIN = 5
const MOST_FAILURES_PER_ADDRESS = 30
const WINDOW_MINUTES = 10

// Checked when the login is unknown, so that the answer takes as long as for a known one.
const decoy = hash.make('nobody has this password')

/**
 * The person behind login and password. Failures are counted in the database by login and by address; a success clears the
 * count of its login.
 */
export async function signIn(db: Database, { login, password, address }: { login: string, password: string, address: string }): Promise<Person> {
  return prove(db, { login, address, secret: password, column: 'passwordHash', wrong: new Problem(401, 'sign-in.wrong', 'Name or password is not right.') })
}

/** The second person who signs at somebody else's bench, by login and PIN. Counted like a sign-in; 403, because the bench itself stays signed in. */
export async function provePin(db: Database, { login, pin, address }: { login: string, pin: string, address: string }): Promise<Person> {
  return prove(db, { login, address, secret: pin, column: 'pinHash', wrong: new Problem(403, 'pin.wrong', 'Name or PIN is not right. Nothing was signed.') })
}

interface Proof { login: string, address: string, secret: string, column: 'passwordHash' | 'pinHash', wrong: Problem }

async function prove(db: Database, { login, address, secret, column, wrong }: Proof): Promise<Person> {
  const keys = { login: `${column === 'pinHash' ? 'pin' : 'login'}:${login.toLowerCase()}`, address: `address:${address}` }
  await refuseWhenTooMany(db, keys)
  const [found] = await db.select().from(person).where(eq(person.login, login.toLowerCase()))
  const right = await hash.verify(found?.[column] ?? await decoy, secret)
  if (!found?.[column] || !right || !found.active) {
    await db.execute(sql`
      insert into sign_in_attempt (key, failures, expires_at)
      select key, 1, now() + make_interval(mins => ${WINDOW_MINUTES}) from unnest(array[${keys.login}, ${keys.address}]) as key
      on conflict (key) do update set
        failures = case when sign_in_attempt.expires_at < now() then 1 else sign_in_attempt.failures + 1 end,
        expires_at = case when sign_in_attempt.expires_at < now() then excluded.expires_at else sign_in_attempt.expires_at end`)
    throw wrong
  }
  await db.delete(signInAttempt).where(eq(signInAttempt.key, keys.login))
  return toPerson(found)
}

async function refuseWhenTooMany(db: Database, keys: { login: string, address: string }): Promise<void> {
  const rows = await db.select().from(signInAttempt).where(inArray(signInAttempt.key, Object.values(keys)))
  for (const { key, failures, expiresAt } of rows) {
    const most = key === keys.login ? MOST_FAILURES_PER_LOGIN : MOST_FAILURES_PER_ADDRESS
    const seconds = Math.ceil((expiresAt.getTime() - Date.now()) / 1000)
    if (failures >= most && seconds > 0) {
      throw new Problem(429, 'sign-in.too-many', `Too many wrong tries. Wait ${Math.ceil(seconds / 60)} min and try again.`, { retryAfterSeconds: seconds })
    }
  }
}

/** The person of a session as they stand in the office's list today; undefined when they may not work any more. */
export async function activePerson(db: Database, id: string): Promise<Person | undefined> {
  const [found] = await db.select().from(person).where(eq(person.id, id))
  return found?.active ? toPerson(found) : undefined
}

const toPerson = ({ id, login, name, role, sites }: typeof person.$inferSelect): Person => ({ id, login, name, role, sites })
