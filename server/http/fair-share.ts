import { LRUCache } from 'lru-cache'
import pLimit, { type LimitFunction } from 'p-limit'
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'
import { Problem } from '../services/problem'
import { LoopTime } from './loop-time'

/*
 * One person's browser, or a script with a valid sign-in, cannot slow the shop: each person has a few requests in work at a time, a short
 * queue behind them, and a budget of bytes. What is over is told so at once and costs next to nothing.
 */

/** What is in work of one person at a time, and what may wait behind it. */
const SHARES = {
  request: { atOnce: 4, waiting: 40 },
  /** Answers that are long, or stand on much. */
  reading: { atOnce: 2, waiting: 20 },
  upload: { atOnce: 2, waiting: 20 },
  paper: { atOnce: 1, waiting: 4 },
}
export type Share = keyof typeof SHARES

const WINDOW_S = 600
const MB = 1024 * 1024
/** What one person may send in ten minutes: a shift writes far less than this. */
const BYTES = { messages: 24 * MB, pictures: 400 * MB }

const limits = new LRUCache<string, LimitFunction>({ max: 5000 })
const budgets = {
  messages: new RateLimiterMemory({ keyPrefix: 'messages', points: BYTES.messages, duration: WINDOW_S }),
  pictures: new RateLimiterMemory({ keyPrefix: 'pictures', points: BYTES.pictures, duration: WINDOW_S }),
}

function limitOf(name: string, atOnce: number): LimitFunction {
  const limit = limits.get(name) ?? pLimit(atOnce)
  limits.set(name, limit)
  return limit
}

const loop = new LoopTime()

/** Does a person's work in their turn. */
export function inShare<T>(person: string, share: Share, work: () => Promise<T>): Promise<T> {
  const { atOnce, waiting } = SHARES[share]
  const limit = limitOf(`${share}:${person}`, atOnce)
  if (limit.pendingCount >= waiting)
    throw new Problem(429, 'share.requests', 'Too many requests of yours are under way. Nothing was lost; wait a moment and try again.', {
      retryAfterSeconds: 2,
    })
  return limit(() => loop.do(person, work))
}

/** Counts what a person sends. */
export async function countBytes(person: string, kind: keyof typeof BYTES, size: number): Promise<void> {
  try {
    await budgets[kind].consume(person, Math.max(1, size))
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error
    const seconds = Math.ceil(error.msBeforeNext / 1000)
    throw new Problem(
      429,
      'share.bytes',
      `You have sent more than ${BYTES[kind] / MB} MB in ten minutes. It goes on in ${Math.ceil(seconds / 60)} min; what you have entered waits on this device.`,
      { retryAfterSeconds: seconds },
    )
  }
}
