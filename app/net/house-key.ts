import { houseText } from '#shared/wire/house'
import type { PublicKey } from '#shared/wire/house-devices'
import { deviceStore } from './device-store'

/*
 * The key of a tablet of the house: made here, kept by the browser, never given away. With it the tablet shows that it is the one that was
 * enrolled, whoever may have copied its cookie.
 */

const SIGNING = { name: 'ECDSA', namedCurve: 'P-256' } as const

/** Makes a key for this tablet and gives its public half. Browsers keep their cryptography to https pages. */
export async function makeHouseKey(): Promise<PublicKey> {
  if (!window.isSecureContext)
    throw new Error('A tablet of the house needs https: without it the browser keeps no key. The office sets https up (docs/operation.md).')
  const { privateKey, publicKey } = await crypto.subtle.generateKey(SIGNING, false, ['sign', 'verify'])
  await (await deviceStore()).put('keys', { id: 'house', key: privateKey })
  const { x, y } = await crypto.subtle.exportKey('jwk', publicKey)
  return { kty: 'EC', crv: 'P-256', x: x!, y: y! }
}

/** False, too, where the browser keeps nothing. */
export const hasHouseKey = (): Promise<boolean> =>
  deviceStore().then(store => store.get('keys', 'house')).then(kept => kept !== undefined, () => false)

/** What shows that this tablet is the one, for one entry. */
export async function proveHouse(challenge: string, badge: string, pin: string): Promise<string> {
  const kept = await (await deviceStore()).get('keys', 'house')
  if (!kept) throw new Error('This tablet has lost its key. An admin ends it in the office and makes it one of the house again.')
  const bytes = await crypto.subtle.sign({ name: 'ECDSA', hash: 'SHA-256' }, kept.key, new TextEncoder().encode(houseText(challenge, badge, pin)))
  return btoa(String.fromCharCode(...new Uint8Array(bytes)))
}
