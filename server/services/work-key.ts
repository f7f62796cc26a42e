import { createHmac } from 'node:crypto'
import { Problem } from './problem'

/**
 * What seals the work that somebody has not sent when they sign out of a shared device (AES-256, in base64): theirs alone, the same at each
 * sign-in, kept nowhere. It follows from the secret of this installation (`NEEDLER_SEAL_SECRET`).
 *
 * @throws Problem 409 without that secret: then the work waits as it is
 */
export function workKeyOf(personId: string): { key: string } {
  const secret = process.env.NEEDLER_SEAL_SECRET
  if (!secret) throw new Problem(409, 'work.no-secret', 'This installation has no NEEDLER_SEAL_SECRET, so nothing is sealed on a device.')
  return { key: createHmac('sha256', secret).update(`work of ${personId}`).digest('base64') }
}
