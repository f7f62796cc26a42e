import { createHash } from 'node:crypto'
import canonicalize from 'canonicalize'

/** SHA-256 of bytes or of a text, in hex. */
export const sha256 = (bytes: Buffer | string): string => createHash('sha256').update(bytes).digest('hex')

/** SHA-256 over the canonical JSON (RFC 8785) of a document, in hex. */
export const hashOfDocument = (document: object): string => sha256(canonicalize(JSON.parse(JSON.stringify(document)))!)
