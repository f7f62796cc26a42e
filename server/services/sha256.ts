import { createHash } from 'node:crypto'

/** SHA-256 of bytes or of a text, in hex. */
export const sha256 = (bytes: Buffer | string): string => createHash('sha256').update(bytes).digest('hex')
