import { NoNetwork } from './api'

interface Signature { event: string, login: string, pin: string }

/**
 * Seals name and PIN of a second person for the server, bound to the event they sign, so that nobody can read or try them on
 * this device. Needs a secure page, as working without the link does anyway.
 *
 * @param publicKey SPKI in base64, as the server gave it with the job
 * @returns base64
 */
export async function sealSignature(publicKey: string, signature: Signature): Promise<string> {
  // Missing on a page that is not secure, whatever the types say.
  const subtle = crypto.subtle as SubtleCrypto | undefined
  if (!subtle) throw new NoNetwork()
  const key = await subtle.importKey('spki', fromBase64(publicKey), { name: 'RSA-OAEP', hash: 'SHA-256' }, false, ['encrypt'])
  const sealed = await subtle.encrypt({ name: 'RSA-OAEP' }, key, new TextEncoder().encode(JSON.stringify(signature)))
  return btoa(String.fromCharCode(...new Uint8Array(sealed)))
}

const fromBase64 = (text: string) => Uint8Array.from(atob(text), letter => letter.charCodeAt(0))
