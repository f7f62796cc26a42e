import { createPrivateKey, constants, generateKeyPair, privateDecrypt, type KeyObject } from 'node:crypto'
import { promisify } from 'node:util'
import Joi from 'joi'
import type { EventDraft, Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { sealKey } from '../db/schema'
import { Problem } from './problem'
import { provePin } from './sign-in'

/*
 * A second person may sign at a bench that has no link. Name and PIN are sealed there with our public key, bound to the one event
 * they sign, and opened and proved here when the event arrives. So no PIN lies readable on a device, and none can be tried there.
 */

const makePair = promisify(generateKeyPair)
const MODULUS_BITS = 3072

interface Keys { publicKey: string, privateKey: KeyObject }
let known: Promise<Keys> | undefined

async function keysOf(db: Database): Promise<Keys> {
  known ??= readKeys(db).catch((error: unknown) => {
    known = undefined
    throw error
  })
  return known
}

/** The keys of this installation; the first instance that needs them makes them. */
async function readKeys(db: Database): Promise<Keys> {
  let [row] = await db.select().from(sealKey)
  if (!row) {
    const pair = await makePair('rsa', {
      modulusLength: MODULUS_BITS, publicKeyEncoding: { type: 'spki', format: 'der' }, privateKeyEncoding: { type: 'pkcs8', format: 'der' },
    })
    await db.insert(sealKey).values({ publicKey: pair.publicKey.toString('base64'), privateKey: pair.privateKey.toString('base64') }).onConflictDoNothing()
    row = (await db.select().from(sealKey))[0]!
  }
  return { publicKey: row.publicKey, privateKey: createPrivateKey({ key: Buffer.from(row.privateKey, 'base64'), format: 'der', type: 'pkcs8' }) }
}

/** What devices seal signatures with: the public key, SPKI in base64. */
export const publicSealKey = async (db: Database): Promise<string> => (await keysOf(db)).publicKey

const UNREADABLE = new Problem(403, 'seal.unreadable', 'The sealed signature cannot be read. Nothing was signed; sign again.')
const SIGNATURE = Joi.object<{ event: string, login: string, pin: string }>({
  event: Joi.string().guid().required(), login: Joi.string().min(1).max(60).required(), pin: Joi.string().pattern(/^\d{4,8}$/).required(),
})

/** Who signed each of the drafts that carry a sealed signature, or why the signature does not hold. */
export async function proveSeals(db: Database, drafts: readonly EventDraft[], address: string): Promise<Map<string, Person | Problem>> {
  const signers = new Map<string, Person | Problem>()
  for (const { id, sealed } of drafts) if (sealed) signers.set(id, await proveSeal(db, id, sealed, address))
  return signers
}

async function proveSeal(db: Database, event: string, sealed: string, address: string): Promise<Person | Problem> {
  const { privateKey } = await keysOf(db)
  const signature = openSeal(privateKey, sealed)
  if (signature?.event !== event) return UNREADABLE
  try {
    return await provePin(db, { login: signature.login, pin: signature.pin, address })
  } catch (error) {
    // Too many tries is for later, not a verdict on this signature: the bench keeps everything and sends it again.
    if (error instanceof Problem && error.status !== 429) return error
    throw error
  }
}

function openSeal(key: KeyObject, sealed: string) {
  try {
    const opened = privateDecrypt({ key, padding: constants.RSA_PKCS1_OAEP_PADDING, oaepHash: 'sha256' }, Buffer.from(sealed, 'base64')).toString('utf8')
    return SIGNATURE.validate(JSON.parse(opened)).error ? undefined : JSON.parse(opened) as { event: string, login: string, pin: string }
  } catch {
    return undefined
  }
}
