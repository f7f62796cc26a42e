import { deviceStore, ownerOf, type SealedEntry, type SetAside, type WaitingEvent, type WaitingPhoto } from './device-store'

/*
 * What somebody who signs out has not sent yet stays on the device for them alone: sealed with a key of their own (AES-GCM) that the server
 * gives to them, and to nobody else while they are there. The device keeps the key no longer than it takes.
 */

const SEALABLE = ['waiting', 'setAside', 'photos'] as const
type Sealable = WaitingEvent | SetAside | WaitingPhoto

/** Missing on a page that is not secure, whatever the types say: then all of it waits as it is. */
export const canSeal = (): boolean => (globalThis.crypto.subtle as SubtleCrypto | undefined) !== undefined

const keyOf = (key: string): Promise<CryptoKey> =>
  crypto.subtle.importKey('raw', Uint8Array.from(atob(key), letter => letter.charCodeAt(0)), 'AES-GCM', false, ['encrypt', 'decrypt'])

/** A thing and its picture as one run of bytes: the length of the first, the first, the second. */
async function pack(entry: Sealable): Promise<Uint8Array<ArrayBuffer>> {
  const { picture, ...rest } = entry as WaitingPhoto
  const head = new TextEncoder().encode(JSON.stringify({ ...rest, ...picture ? { type: picture.type } : {} }))
  const tail = picture ? new Uint8Array(await picture.arrayBuffer()) : new Uint8Array()
  const bytes = new Uint8Array(4 + head.length + tail.length)
  new DataView(bytes.buffer).setUint32(0, head.length)
  bytes.set(head, 4)
  bytes.set(tail, 4 + head.length)
  return bytes
}

function unpack(bytes: ArrayBuffer): Sealable {
  const length = new DataView(bytes).getUint32(0)
  const { type, ...rest } = JSON.parse(new TextDecoder().decode(bytes.slice(4, 4 + length))) as { type?: string }
  return (type === undefined ? rest : { ...rest, picture: new Blob([bytes.slice(4 + length)], { type }) }) as Sealable
}

/** Seals all that waits here of one person, with what was set aside of theirs. */
export async function sealWork(owner: { id: string, name: string }, base64: string): Promise<void> {
  const store = await deviceStore()
  const key = await keyOf(base64)
  const [waiting, setAside, photos] = await Promise.all([store.getAll('waiting'), store.getAll('setAside'), store.getAll('photos')])
  const own = [
    ...waiting.filter(entry => ownerOf(entry) === owner.id).map(entry => ({ from: 'waiting' as const, at: entry.order!, entry })),
    // Who has signed at their bench is named by the seal only.
    ...setAside.filter(({ event, signature }) => signature || event.actor.id === owner.id)
      .map(entry => ({ from: 'setAside' as const, at: entry.id, entry })),
    ...photos.filter(photo => photo.by === owner.id).map(entry => ({ from: 'photos' as const, at: entry.id, entry })),
  ]
  const sealed = await Promise.all(own.map(async ({ from, at, entry }) => {
    const iv = crypto.getRandomValues(new Uint8Array(12))
    const bytes = await crypto.subtle.encrypt({ name: 'AES-GCM', iv }, key, await pack(entry))
    return { from, at, kept: { of: owner.id, name: owner.name, from, iv, bytes } }
  }))
  const change = store.transaction(['sealed', ...SEALABLE], 'readwrite')
  await Promise.all([
    ...sealed.flatMap(({ from, at, kept }) => [change.objectStore('sealed').add(kept), change.objectStore(from).delete(at as never)]),
    change.done,
  ])
}

/** Opens all that lies sealed here of one person: it waits again as it was. With another key nothing is changed, and it throws. */
export async function openWork(owner: string, base64: string): Promise<void> {
  const store = await deviceStore()
  const key = await keyOf(base64)
  const rows = (await store.getAll('sealed')).filter(({ of }) => of === owner)
  const opened = await Promise.all(rows.map(async ({ id, from, iv, bytes }) =>
    ({ id: id!, from, entry: unpack(await crypto.subtle.decrypt({ name: 'AES-GCM', iv }, key, bytes)) })))
  const change = store.transaction(['sealed', ...SEALABLE], 'readwrite')
  await Promise.all([
    ...opened.flatMap(({ id, from, entry }) => [change.objectStore(from).put(entry as never), change.objectStore('sealed').delete(id)]),
    change.done,
  ])
}

/** Whose work lies sealed here, and how much. */
export async function sealedWork(): Promise<SealedEntry[]> {
  return (await deviceStore()).getAll('sealed')
}
