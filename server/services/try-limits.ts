import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import { database, rowsOf } from '../db/client'
import { Problem } from './problem'

/*
 * Wrong tries are counted in the database, by one statement that adds and tells, before the slow hash is asked: a thousand tries at once
 * are a thousand counted tries, on all instances. A right one gives its count back.
 */

/** What rate-limiter-flexible needs of a database client. */
const client = {
  constructor: { name: 'Client' },
  query: (asked: { text: string, values: unknown[] }) => database().$client.query(asked),
}

const limiter = (keyPrefix: string, points: number, seconds: number) =>
  new RateLimiterPostgres({
    storeClient: client,
    storeType: 'client',
    tableName: 'rate_limit',
    tableCreated: true,
    clearExpiredByTimeout: false,
    keyPrefix,
    points,
    duration: seconds,
  })

const HOUR_S = 3600
const QUARTER_S = 900

const LIMITS = {
  /** Passwords tried from devices that nobody of the house has used: by name and by address. */
  strangerName: limiter('pw-name', 10, QUARTER_S),
  strangerAddress: limiter('pw-address', 60, QUARTER_S),
  /** Passwords tried on a device of the house that this person has not used. */
  houseName: limiter('pw-house', 10, QUARTER_S),
  /** Passwords tried on a device that this person has used: it never locks, it slows down. */
  ownDevice: limiter('pw-own', 5, HOUR_S),
  /** Ten wrong PINs an hour, half of them kept for devices that the signer has used. */
  pinOwn: limiter('pin-own', 5, HOUR_S),
  pinElsewhere: limiter('pin-else', 5, HOUR_S),
  /** Wrong PINs that one signed-in person has sent, of whomever. */
  pinSender: limiter('pin-by', 30, HOUR_S),
  setUp: limiter('set-up', 20, QUARTER_S),
  /** Codes of the office, tried from one address. */
  entryCode: limiter('entry-code', 20, QUARTER_S),
  /** Badges with whatever PIN, tried at one tablet of the house. */
  badgeDevice: limiter('badge', 30, HOUR_S),
} as const

export type LimitName = keyof typeof LIMITS
export interface Counted { name: LimitName, key: string }

/** Slower and slower, up to five minutes between two tries. */
const paces = new Map<number, RateLimiterPostgres>()
function paceAfter(tries: number): RateLimiterPostgres {
  const seconds = Math.min(2 ** Math.max(1, tries - 5), 300)
  const pace = paces.get(seconds) ?? limiter('pw-pace', 1, seconds)
  paces.set(seconds, pace)
  return pace
}

export const tooMany = (ms: number, code = 'sign-in.too-many', way = ''): Problem => {
  const seconds = Math.max(1, Math.ceil(ms / 1000))
  const wait = seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`
  return new Problem(429, code, `Too many wrong tries. Wait ${wait} and try again.${way}`, { retryAfterSeconds: seconds })
}

/** Counts one try against each of the limits, or refuses it; what was counted before the refusal is given back. */
export async function countTry(limits: readonly Counted[], refuse: (ms: number) => Problem = tooMany): Promise<void> {
  for (const [i, one] of limits.entries()) {
    const ms = one.name === 'ownDevice' ? await pacedMs(one.key) : await overMs(LIMITS[one.name], one.key)
    if (ms === 0) continue
    await giveBack(limits.slice(0, i))
    throw refuse(ms)
  }
}

/** Counts one; gives how long to wait when the limit is reached, 0 when it is not. */
async function overMs(limit: RateLimiterPostgres, key: string): Promise<number> {
  const { over } = await consume(limit, key)
  return over ? Math.max(1, over.msBeforeNext) : 0
}

/** On a device of one's own: the first few at once, then one in a while that grows. */
async function pacedMs(key: string): Promise<number> {
  const { over } = await consume(LIMITS.ownDevice, key)
  return over ? overMs(paceAfter(over.consumedPoints), key) : 0
}

/** The library throws its answer when a limit is reached. */
async function consume(limit: RateLimiterPostgres, key: string): Promise<{ over?: RateLimiterRes }> {
  try {
    await limit.consume(key)
    return {}
  } catch (error) {
    if (error instanceof RateLimiterRes) return { over: error }
    throw error
  }
}

/** The try was a right one. */
export async function giveBack(limits: readonly Counted[]): Promise<void> {
  await Promise.all(limits.map(({ name, key }) => LIMITS[name].reward(key)))
}

/** Starts counting anew, for one who has proved more than was asked. */
export async function clearTries(limits: readonly Counted[]): Promise<void> {
  await Promise.all(limits.map(({ name, key }) => LIMITS[name].delete(key)))
}

/** Counters that have run out are of no use. */
export async function forgetOldTries(): Promise<void> {
  await rowsOf(database(), 'delete from rate_limit where expire < $1', [Date.now()])
}
