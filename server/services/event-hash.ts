import canonicalize from 'canonicalize'
import type { ChainState } from '#shared/wire/dossier'
import { sha256 } from './sha256'

/** What the hash of an event covers: all that is told of it, and the hash before. */
export interface HashedEvent {
  id: string
  jobId: string
  seq: number
  type: string
  body: unknown
  actorId: string
  actorName: string
  device: string
  happenedAt: Date
  recordedAt: Date
  /** The tap it belongs to; null where it stands for itself. */
  deed: string | null
}

/**
 * SHA-256 over the canonical JSON (RFC 8785) of the event and the hash of the event before it, in hex: whoever changes the
 * past changes every hash after it.
 */
export function hashEvent(event: HashedEvent, prevHash: string): string {
  const { id, jobId, seq, type, body, actorId, actorName, device } = event
  const told = {
    id,
    jobId,
    seq,
    type,
    body,
    actorId,
    actorName,
    device,
    happenedAt: event.happenedAt.toISOString(),
    recordedAt: event.recordedAt.toISOString(),
    // What had none was hashed without one.
    ...event.deed === null ? {} : { deed: event.deed },
    prevHash,
  }
  return sha256(canonicalize(told)!)
}

/** Checks a whole chain from its first event to where the job says that it ends: a log that lost its end is not intact. */
export function checkChain(
  events: readonly (HashedEvent & { prevHash: string; hash: string })[],
  end: { seq: number; headHash: string },
): ChainState {
  let head = ''
  for (const [i, event] of events.entries()) {
    if (event.seq !== i + 1 || event.prevHash !== head || event.hash !== hashEvent(event, head))
      return { intact: false, brokenAt: i + 1, cutOff: false, head }
    head = event.hash
  }
  const cutOff = events.length !== end.seq || head !== end.headHash
  return { intact: !cutOff, brokenAt: null, cutOff, head }
}
