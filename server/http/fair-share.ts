import { LRUCache } from 'lru-cache'
import pLimit, { type LimitFunction } from 'p-limit'
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'
import { Problem } from '../services/problem'

/*
 * One person's browser, or a script with a valid sign-in, cannot slow the shop: each person has a few requests in work at a time, a short queue
 * behind them, and a budget of bytes. What is over is told so at once and costs next to nothing.
 */

const IN_WORK = 4
const IN_QUEUE = 40
const UPLOADS_IN_WORK = 2
const BYTES = 400 * 1024 * 1024
const BYTES_WINDOW_S = 600

const limits = new LRUCache<string, LimitFunction>({ max: 5000 })
const bytes = new RateLimiterMemory({ keyPrefix: 'bytes', points: BYTES, duration: BYTES_WINDOW_S })

function limitOf(name: string, atOnce: number): LimitFunction {
  const limit = limits.get(name) ?? pLimit(atOnce)
  limits.set(name, limit)
  return limit
}

export type Share = 'request' | 'upload' | 'paper'

/** Does a person's work in their turn. */
export function inShare<T>(person: string, share: Share, work: () => Promise<T>): Promise<T> {
  const limit = limitOf(`${share}:${person}`, share === 'request' ? IN_WORK : share === 'upload' ? UPLOADS_IN_WORK : 1)
  if (limit.pendingCount >= (share === 'paper' ? 4 : IN_QUEUE)) throw new Problem(429, 'share.requests', 'Too many requests of yours are under way. Nothing was lost; wait a moment and try again.', { retryAfterSeconds: 2 })
  return limit(work)
}

/** Counts what a person sends. */
export async function countBytes(person: string, size: number): Promise<void> {
  try {
    await bytes.consume(person, Math.max(1, size))
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error
    const seconds = Math.ceil(error.msBeforeNext / 1000)
    throw new Problem(429, 'share.bytes', `You have sent more than ${BYTES / 1024 / 1024} MB in ten minutes. It goes on in ${Math.ceil(seconds / 60)} min; what you have entered waits on this device.`, { retryAfterSeconds: seconds })
  }
}
