import { constants, createCipheriv, createHash, createPublicKey, publicEncrypt, randomBytes } from 'node:crypto'
import { sealedText, type SignedEvent } from '#shared/wire/sealed-text'
import type { LogHead, SealedSignature } from '#shared/wire/types'

export interface SealInput { login: string, pin: string, event: SignedEvent, head: LogHead, waiting?: string[] }

/** Seals as a bench does, with Node's own means instead of the browser's. */
export function seal(publicKey: string, { event, waiting = [], ...rest }: SealInput): SealedSignature {
  const key = createPublicKey({ key: Buffer.from(publicKey, 'base64'), format: 'der', type: 'spki' })
  const sha256 = createHash('sha256').update(sealedText(event)).digest('hex')
  const [inner, iv] = [randomBytes(32), randomBytes(12)]
  const cipher = createCipheriv('aes-256-gcm', inner, iv)
  const text = Buffer.concat([
    cipher.update(JSON.stringify({ v: 2, sha256, waiting, ...rest }), 'utf8'),
    cipher.final(),
    cipher.getAuthTag(),
  ])
  const wrapped = publicEncrypt({ key, padding: constants.RSA_PKCS1_OAEP_PADDING, oaepHash: 'sha256' }, inner)
  return { key: wrapped.toString('base64'), iv: iv.toString('base64'), text: text.toString('base64') }
}
