import canonicalize from 'canonicalize'

/** What a second person signs: one event of one job, at one device and moment, word for word. */
export interface SignedEvent { job: string, id: string, type: string, body: unknown, device: string, happenedAt: string }

/** The canonical text (RFC 8785) of a signed event, of which the seal carries the SHA-256. */
export const sealedText = ({ job, id, type, body, device, happenedAt }: SignedEvent): string =>
  canonicalize({ job, id, type, body, device, happenedAt })!
