import { sealedText, type SignedEvent } from '#shared/wire/sealed-text'
import type { LogHead, SealedSignature } from '#shared/wire/types'
import { NoNetwork } from './api'

/**
 * What a second person signs with, what they sign, and what they had before their eyes: the place in the log and what waits here on top of
 * it.
 */
export interface Signature { login: string, pin: string, event: SignedEvent, head: LogHead, waiting: readonly string[] }

/**
 * Seals name and PIN of a second person for the server, bound to what they sign and saw, so that nobody can read or try them on this
 * device, nor use them for anything else. Needs a secure page, as working without the link does anyway.
 *
 * @param publicKey SPKI in base64, as the server gave it with the job
 */
export async function sealSignature(publicKey: string, { login, pin, event, head, waiting }: Signature): Promise<SealedSignature> {
  // Missing on a page that is not secure, whatever the types say.
  const subtle = crypto.subtle as SubtleCrypto | undefined
  if (!subtle) throw new NoNetwork()
  const sha256 = hex(await subtle.digest('SHA-256', new TextEncoder().encode(sealedText(event))))
  const outer = await subtle.importKey('spki', fromBase64(publicKey), { name: 'RSA-OAEP', hash: 'SHA-256' }, false, ['wrapKey'])
  const inner = await subtle.generateKey({ name: 'AES-GCM', length: 256 }, true, ['encrypt'])
  const iv = crypto.getRandomValues(new Uint8Array(12))
  const plain = new TextEncoder().encode(JSON.stringify({ v: 2, login, pin, sha256, head, waiting }))
  const [key, text] = await Promise.all([
    subtle.wrapKey('raw', inner, outer, { name: 'RSA-OAEP' }),
    subtle.encrypt({ name: 'AES-GCM', iv }, inner, plain),
  ])
  return { key: toBase64(key), iv: toBase64(iv.buffer), text: toBase64(text) }
}

const fromBase64 = (text: string) => Uint8Array.from(atob(text), letter => letter.charCodeAt(0))
const toBase64 = (bytes: ArrayBuffer) => btoa(Array.from(new Uint8Array(bytes), byte => String.fromCharCode(byte)).join(''))
const hex = (bytes: ArrayBuffer) => Array.from(new Uint8Array(bytes), byte => byte.toString(16).padStart(2, '0')).join('')
