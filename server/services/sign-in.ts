import { and, eq, sql } from 'drizzle-orm'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { knownDevice, person } from '../db/schema'
import { mayUseDemo } from './demo-people'
import { Problem } from './problem'
import { isSecret } from './secrets'
import { clearTries, countTry, giveBack, tooMany, type Counted } from './try-limits'

/** From where a secret is tried: the device of the signed cookie, if it brought one, and the address. */
export interface Place { device: string | null, address: string, isLoopback: boolean }

type PersonRow = typeof person.$inferSelect

/** The person behind login and password. */
export async function signIn(
  db: Database,
  { login, password, place }: { login: string; password: string; place: Place },
): Promise<Person> {
  return toPerson(await proveBy(db, { login, password, place }, new Problem(401, 'sign-in.wrong', 'Name or password is not right.')))
}

/**
 * The second person who signs at somebody else's bench, by login and PIN, or by password where the PINs are spent; 403, because the bench
 * itself stays signed in.
 */
export async function proveSigner(
  db: Database,
  {
    login,
    pin,
    password,
    place,
    sender,
  }: { login: string; pin?: string | undefined; password?: string | undefined; place: Place; sender: string },
): Promise<Person> {
  if (password !== undefined)
    return toPerson(
      await proveBy(db, { login, password, place }, new Problem(403, 'sign.wrong', 'Name or password is not right. Nothing was signed.')),
    )
  const { found, isOwn } = await look(db, login, place.device)
  const counted: Counted[] = [
    { name: isOwn ? 'pinOwn' : 'pinElsewhere', key: found?.id ?? `name:${login.toLowerCase()}` },
    { name: 'pinSender', key: sender },
  ]
  await countTry(counted, ms => tooMany(ms, 'pin.spent', ' Or sign with your password instead of the PIN.'))
  if (!(await isSecret(found?.pinHash, pin ?? '')) || !mayEnter(found, place))
    throw new Problem(403, 'pin.wrong', 'Name or PIN is not right. Nothing was signed.')
  await giveBack(counted)
  await rememberDevice(db, found!.id, place.device)
  return toPerson(found!)
}

async function proveBy(
  db: Database,
  { login, password, place }: { login: string; password: string; place: Place },
  wrong: Problem,
): Promise<PersonRow> {
  const { found, isOwn, isHouse } = await look(db, login, place.device)
  const name = login.toLowerCase()
  const counted: Counted[] = isOwn
    ? [{ name: 'ownDevice', key: `${found!.id}:${place.device}` }]
    : isHouse
      ? [{ name: 'houseName', key: name }]
      : [
          { name: 'strangerName', key: name },
          { name: 'strangerAddress', key: place.address },
        ]
  await countTry(counted)
  if (!(await isSecret(found?.passwordHash, password)) || !mayEnter(found, place)) throw wrong
  if (isOwn) await clearTries(counted)
  else await giveBack(counted)
  // Who knows the password may use the PIN again.
  await clearTries([{ name: 'pinOwn', key: found!.id }])
  await rememberDevice(db, found!.id, place.device)
  return found!
}

/** True for somebody who works here still, and may come in from there. */
export const mayEnter = (found: PersonRow | undefined, place: Place): boolean =>
  found !== undefined && found.active && (!found.demo || mayUseDemo(found.login, place.isLoopback))

/** The person of a login, and whether they, or anybody of the house, have used that device. */
async function look(db: Database, login: string, device: string | null) {
  const [[found], known] = await Promise.all([
    db.select().from(person).where(eq(person.login, login.toLowerCase())),
    device ? db.select({ personId: knownDevice.personId }).from(knownDevice).where(eq(knownDevice.device, device)) : [],
  ])
  return { found, isOwn: known.some(row => row.personId === found?.id), isHouse: known.length > 0 }
}

/** True when this person has used that device before. */
export async function isOwnDevice(db: Database, personId: string, device: string): Promise<boolean> {
  const [known] = await db.select({ device: knownDevice.device }).from(knownDevice)
    .where(and(eq(knownDevice.personId, personId), eq(knownDevice.device, device)))
  return known !== undefined
}

/** From now on this device is one that the person has used. */
export async function rememberDevice(db: Database, personId: string, device: string | null): Promise<void> {
  if (!device) return
  await db
    .insert(knownDevice)
    .values({ personId, device })
    .onConflictDoUpdate({ target: [knownDevice.personId, knownDevice.device], set: { lastAt: sql`now()` } })
}

/** True when the password is the one of this person; counted like a sign-in on their own device. */
export async function requirePassword(db: Database, who: Person, password: string, place: Place): Promise<void> {
  await proveBy(
    db,
    { login: who.login, password, place },
    new Problem(403, 'password.wrong', 'The present password is not right. Nothing was changed.'),
  )
}

export const toPerson = ({ id, login, name, role, sites }: PersonRow): Person => ({ id, login, name, role, sites })
