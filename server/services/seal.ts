import { createHash, createPrivateKey, generateKeyPair } from 'node:crypto'
import { promisify } from 'node:util'
import { and, eq, inArray } from 'drizzle-orm'
import type { EventType } from '#core'
import { may } from '#shared/rights'
import { sealSchema } from '#shared/wire/events'
import { sealedText } from '#shared/wire/sealed-text'
import type { EventDraft, LogHead, Person, SealedSignature } from '#shared/wire/types'
import type { Database } from '../db/client'
import { jobEvent, sealKey } from '../db/schema'
import { runTask } from '../work/pools'
import type { ProvenSigner } from './append-events'
import { Problem } from './problem'
import { proveSigner, type Place } from './sign-in'

/*
 * A second person may sign at a bench that has no link. Name and PIN are sealed there with our public key, together with what was signed
 * and what was seen, and opened and proved here when the event arrives. So no PIN lies readable on a device, none can be tried there, and
 * a signature holds for nothing but what its signer had before their eyes.
 *
 * The private key lies in the database encrypted with a secret that does not (`NEEDLER_SEAL_SECRET`): a dump alone signs nothing.
 */

const makePair = promisify(generateKeyPair)
const MODULUS_BITS = 3072
const OPENS_WITHIN_MS = 5000
const MOST_HOURS = 72
/** Signatures that one message may carry. */
const MOST_AT_ONCE = 20

interface Keys { publicKey: string, privatePem: string }
let known: Promise<Keys | null> | undefined

async function keysOf(db: Database): Promise<Keys | null> {
  known ??= readKeys(db).catch((error: unknown) => {
    known = undefined
    throw error
  })
  return known
}

/** The keys of this installation; the first instance that needs them makes them. Null without the secret. */
async function readKeys(db: Database): Promise<Keys | null> {
  const passphrase = process.env.NEEDLER_SEAL_SECRET
  if (!passphrase) return null
  let [row] = await db.select().from(sealKey)
  if (!row) {
    const pair = await makePair('rsa', {
      modulusLength: MODULUS_BITS, publicKeyEncoding: { type: 'spki', format: 'der' },
      privateKeyEncoding: { type: 'pkcs8', format: 'pem', cipher: 'aes-256-cbc', passphrase },
    })
    await db.insert(sealKey).values({ publicKey: pair.publicKey.toString('base64'), privateKey: pair.privateKey }).onConflictDoNothing()
    row = (await db.select().from(sealKey))[0]!
  }
  const privatePem = createPrivateKey({ key: row.privateKey, format: 'pem', passphrase }).export({ type: 'pkcs8', format: 'pem' }) as string
  return { publicKey: row.publicKey, privatePem }
}

/** What devices seal signatures with: the public key, SPKI in base64; null where no signature is taken without the link. */
export const publicSealKey = async (db: Database): Promise<string | null> => (await keysOf(db))?.publicKey ?? null

interface Batch { jobId: string, device: string, drafts: readonly EventDraft<EventType>[], sender: Person, place: Place }
interface Seal { login: string, pin: string, sha256: string, head: LogHead, waiting: string[] }

/**
 * Who signed each of the drafts that carry a sealed signature, or why the signature does not hold. What is recorded already is not proved
 * again.
 */
export async function proveSeals(db: Database, { drafts, ...batch }: Batch): Promise<Map<string, ProvenSigner | Problem>> {
  const signers = new Map<string, ProvenSigner | Problem>()
  const signed = drafts.filter(draft => draft.sealed)
  if (signed.length === 0) return signers
  const recorded = new Set(
    (
      await db
        .select({ id: jobEvent.id })
        .from(jobEvent)
        .where(
          inArray(
            jobEvent.id,
            signed.map(draft => draft.id),
          ),
        )
    ).map(row => row.id),
  )
  // One person's word for several events of a batch is proved once.
  const proven = new Map<string, Promise<Person>>()
  for (const [i, draft] of signed.entries()) {
    if (recorded.has(draft.id)) continue
    signers.set(
      draft.id,
      i < MOST_AT_ONCE
        ? await proveSeal(db, draft, batch, proven)
        : new Problem(409, 'seal.too-many', 'Too many signatures came at once. Sign this one again.'),
    )
  }
  return signers
}

async function proveSeal(
  db: Database,
  { sealed, ...draft }: EventDraft<EventType>,
  { jobId, device, sender, place }: Omit<Batch, 'drafts'>,
  proven: Map<string, Promise<Person>>,
): Promise<ProvenSigner | Problem> {
  if (!may(sender.role, 'job:work')) return new Problem(403, 'right.missing', 'Somebody who may work on this job sends its signatures.')
  const seal = await openSeal(db, sealed!)
  if (!seal) return new Problem(403, 'seal.unreadable', 'The sealed signature cannot be read. Nothing was signed; sign again.')
  const text = sealedText({ job: jobId, device, id: draft.id, type: draft.type, body: draft.body, happenedAt: draft.happenedAt })
  if (createHash('sha256').update(text).digest('hex') !== seal.sha256)
    return new Problem(
      403,
      'seal.other-text',
      'This was signed for something else: another job, another event, or other words. Nothing was signed; sign again.',
    )
  const age = Date.now() - Date.parse(draft.happenedAt)
  if (age > MOST_HOURS * 3_600_000)
    return new Problem(403, 'seal.too-old', `A signature without the link is good for ${MOST_HOURS} hours. Sign again.`)
  const [head] = await db
    .select({ hash: jobEvent.hash })
    .from(jobEvent)
    .where(and(eq(jobEvent.jobId, jobId), eq(jobEvent.seq, seal.head.seq)))
  if (head?.hash !== seal.head.hash)
    return new Problem(
      403,
      'seal.other-log',
      'This was signed on a record that is not the one of this job. Look at the job again and sign again.',
    )
  try {
    const word = `${seal.login}\n${seal.pin}`
    const signer = proven.get(word) ?? proveSigner(db, { login: seal.login, pin: seal.pin, place, sender: sender.id })
    proven.set(word, signer)
    return { person: await signer, waiting: seal.waiting }
  } catch (error) {
    // A signature that does not hold is its own matter: the other events of the batch go their way.
    if (error instanceof Problem && error.status < 500) return error
    throw error
  }
}

async function openSeal(db: Database, sealed: SealedSignature): Promise<Seal | undefined> {
  const keys = await keysOf(db)
  const opened = keys && await runTask<string | null>('secrets', 'unseal', [keys.privatePem, sealed], OPENS_WITHIN_MS)
  if (!opened) return undefined
  try {
    const { value, error } = sealSchema.validate(JSON.parse(opened))
    return error ? undefined : value as Seal
  } catch {
    return undefined
  }
}
