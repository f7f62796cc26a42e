import { createPublicKey, randomBytes, verify } from 'node:crypto'
import { and, asc, eq, gt, inArray, isNull, sql } from 'drizzle-orm'
import { houseText, type HouseDeviceRow, type HouseHere } from '#shared/wire/house'
import type { HouseDeviceInput, HouseEntry } from '#shared/wire/house-devices'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { bay, houseDevice, person as personTable, session, site } from '../db/schema'
import { noteBadgeUsed, personOfBadge } from './badges'
import { Problem } from './problem'
import { requireReach } from './reach'
import { isSecret } from './secrets'
import { endSessionsOfDevice, stands } from './sessions'
import { isOwnDevice, mayEnter, rememberDevice, type Place } from './sign-in'
import { requireOpenSite } from './sites'
import { countTry, giveBack, tooMany, type Counted } from './try-limits'

/*
 * Tablets that people share. The cookie of a device can be copied; so a tablet of the house has a key, too, which its browser does not give
 * away, and proves with each entry that it is the one: it signs what the server has just made up, together with badge and PIN.
 */

/** Within this the tablet answers what it was asked. */
const CHALLENGE_S = 120

const unknown = () => new Problem(404, 'tablet.unknown', 'There is no such tablet, or it was ended already.')
const standing = () => isNull(houseDevice.endedAt)

/** The tablets of the house that stand, with who works at each. */
export async function listHouseDevices(db: Database, who: Person, device: string | null): Promise<HouseDeviceRow[]> {
  const rows = await db.select({ row: houseDevice, siteName: site.name, by: personTable.name }).from(houseDevice)
    .innerJoin(site, eq(site.key, houseDevice.siteKey)).innerJoin(personTable, eq(personTable.id, houseDevice.enrolledBy))
    .where(and(standing(), who.sites ? inArray(houseDevice.siteKey, who.sites) : undefined)).orderBy(asc(site.place), asc(houseDevice.name))
  const at = await db.select({ device: session.device, name: personTable.name }).from(session)
    .innerJoin(personTable, eq(personTable.id, session.personId)).where(stands())
  const names = new Map(at.map(one => [one.device, one.name]))
  return rows.map(({ row, siteName, by }) => ({
    id: row.id, name: row.name, site: row.siteKey, siteName, bay: row.bay, restMinutes: row.restMinutes,
    by, at: row.enrolledAt.toISOString(), who: names.get(row.device) ?? null, isThis: row.device === device,
  }))
}

/** Makes the tablet in hand one of the house. */
export async function enrolHouseDevice(db: Database, who: Person, device: string, input: HouseDeviceInput): Promise<{ id: string }> {
  await requirePlace(db, who, input)
  const { site: siteKey, ...rest } = input
  const [made] = await db.insert(houseDevice).values({ ...rest, siteKey, device, enrolledBy: who.id })
    .onConflictDoNothing().returning({ id: houseDevice.id })
  if (made) return made
  const here = await houseDeviceOf(db, device)
  throw here
    ? new Problem(409, 'tablet.enrolled', `This tablet is one of the house already: ${here.name}.`)
    : new Problem(409, 'tablet.name-taken', `There is a tablet "${input.name}" already. Give this one a name of its own.`)
}

/** Another name, bay or rest for a tablet. */
export async function changeHouseDevice(
  db: Database, who: Person, id: string, change: Omit<HouseDeviceInput, 'publicKey'>,
): Promise<void> {
  await requireTablet(db, who, id)
  await requirePlace(db, who, change)
  const { site: siteKey, ...rest } = change
  const [changed] = await db.update(houseDevice).set({ ...rest, siteKey }).where(and(eq(houseDevice.id, id), standing())).returning()
    .catch((error: { cause?: { code?: string } }) => {
      if (error.cause?.code === '23505') throw new Problem(409, 'tablet.name-taken', `There is a tablet "${change.name}" already.`)
      throw error
    })
  if (!changed) throw unknown()
}

/** Ends a tablet of the house at once: nobody enters by badge there any more, and who works there is signed out. */
export async function endHouseDevice(db: Database, who: Person, id: string): Promise<void> {
  await requireTablet(db, who, id)
  const [ended] = await db.update(houseDevice).set({ endedAt: new Date(), endedBy: who.id }).where(and(eq(houseDevice.id, id), standing()))
    .returning({ device: houseDevice.device })
  if (!ended) throw unknown()
  await endSessionsOfDevice(db, ended.device)
}

async function requireTablet(db: Database, who: Person, id: string): Promise<void> {
  const [found] = await db.select({ siteKey: houseDevice.siteKey }).from(houseDevice).where(and(eq(houseDevice.id, id), standing()))
  if (!found) throw unknown()
  requireReach(who, found.siteKey, 'This tablet')
}

async function requirePlace(db: Database, who: Person, { site: key, bay: name }: Pick<HouseDeviceInput, 'site' | 'bay'>): Promise<void> {
  requireReach(who, key, 'A tablet there')
  const [found] = await db.select({ key: site.key }).from(site).where(eq(site.key, key))
  if (!found) throw new Problem(422, 'site.unknown', 'There is no such site.')
  await requireOpenSite(db, key)
  if (name === null) return
  const [there] = await db.select({ name: bay.name }).from(bay).where(and(eq(bay.siteKey, key), eq(bay.name, name)))
  if (!there) throw new Problem(422, 'bay.unknown', 'There is no such bay at this site.')
}

async function houseDeviceOf(db: Database, device: string | null) {
  if (!device) return undefined
  const [found] = await db.select({ row: houseDevice, siteName: site.name }).from(houseDevice)
    .innerJoin(site, eq(site.key, houseDevice.siteKey)).where(and(eq(houseDevice.device, device), standing()))
  return found && { ...found.row, siteName: found.siteName }
}

/** What the device in hand is to the house; undefined for one that is nobody's but its person's. */
export async function houseHere(db: Database, device: string | null): Promise<HouseHere | undefined> {
  const found = await houseDeviceOf(db, device)
  return found && { name: found.name, site: found.siteKey, siteName: found.siteName, bay: found.bay, restMinutes: found.restMinutes }
}

/** What this tablet is to sign next; the one before is worth nothing any more. */
export async function challengeFor(db: Database, device: string | null): Promise<{ challenge: string }> {
  const challenge = randomBytes(24).toString('base64url')
  const [found] = device
    ? await db.update(houseDevice).set({ challenge, challengeAt: new Date() }).where(and(eq(houseDevice.device, device), standing()))
        .returning({ id: houseDevice.id })
    : []
  if (!found) throw noTablet()
  return { challenge }
}

const noTablet = () =>
  new Problem(403, 'tablet.none', 'A badge opens nothing here: this is no tablet of the house. Sign in with your name and password.')

/** The person who enters at a tablet of the house by badge and PIN. */
export async function enterByBadge(db: Database, { badge, pin, challenge, proof }: HouseEntry, place: Place): Promise<Person> {
  const device = place.device
  // Used up by whoever brings it first, before anything else is looked at.
  const [asked] = device
    ? await db.update(houseDevice).set({ challenge: null }).where(and(
        eq(houseDevice.device, device), standing(), eq(houseDevice.challenge, challenge),
        gt(houseDevice.challengeAt, sql`now() - make_interval(secs => ${CHALLENGE_S})`),
      )).returning()
    : []
  if (!device || !asked || !isProof(asked.publicKey, houseText(challenge, badge, pin), proof)) throw noTablet()
  const found = await personOfBadge(db, badge)
  const isOwn = found !== undefined && await isOwnDevice(db, found.id, device)
  const counted: Counted[] = [
    { name: 'badgeDevice', key: device },
    { name: isOwn ? 'pinOwn' : 'pinElsewhere', key: found?.id ?? `badge:${device}` },
  ]
  await countTry(counted, ms => tooMany(ms, 'pin.spent', ' Or sign in with your name and password.'))
  if (!(await isSecret(found?.pinHash, pin)) || !mayEnter(found, place))
    throw new Problem(403, 'badge.wrong', 'Badge or PIN is not right. Nobody was let in.')
  await giveBack(counted)
  await Promise.all([rememberDevice(db, found!.id, device), noteBadgeUsed(db, found!.badgeId)])
  const { id, login, name, role, sites } = found!
  return { id, login, name, role, sites }
}

function isProof(publicKey: JsonWebKey, text: string, proof: string): boolean {
  try {
    const key = createPublicKey({ key: publicKey as never, format: 'jwk' })
    return verify('sha256', Buffer.from(text), { key, dsaEncoding: 'ieee-p1363' }, Buffer.from(proof, 'base64'))
  } catch {
    return false
  }
}
