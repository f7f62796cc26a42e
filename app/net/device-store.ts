import { openDB, type DBSchema, type IDBPDatabase, type StoreKey, type StoreNames } from 'idb'
import { v4 as newId } from 'uuid'
import type { JobEvent, JobState, StoredSheet } from '#core'
import type { JobBundle, LoggedEvent, LogHead, SealedSignature } from '#shared/wire/types'

/** An event that waits on this device to be sent. */
export interface WaitingEvent {
  /** Order in which things were done here. */
  order?: number
  job: string
  event: JobEvent
  /** Signed here by somebody else, without the link: what proves it to the server, and at whose bench. */
  signed?: { sealed: SealedSignature, at: string }
}

/** Whose work it is: what a second person has signed waits with the work of the bench. */
export const ownerOf = ({ signed, event }: WaitingEvent): string => signed?.at ?? event.actor.id

/** An event that the server would not take, kept until its author has decided. */
export interface SetAside {
  id: string
  job: string
  event: JobEvent
  message: string
  /** A signature that did not hold: it cannot be sent again, only given again. */
  signature?: boolean
}

/** What this device knows of a job, to open it without a link. */
export interface KeptJob {
  id: string
  meta: JobBundle['job']
  sheet: JobBundle['sheet']
  /** Missing in what an earlier version of the app has kept. */
  later?: JobBundle['later']
  /** Place in the log, and its hash as the server told it. */
  head: LogHead
  /** `STATE_FORMAT` of the state; another one is folded anew. */
  format: number
  state: JobState
  sealKey?: string
}

/** The picture of a photo event, until the server has it; sent by whoever took it. */
export interface WaitingPhoto { id: string, job: string, by: string, picture: Blob, problem?: string }

/** An event that the server has acknowledged, kept so that it can be folded anew, and given back should the server lose it. */
export interface KeptEvent { job: string, seq: number, event: LoggedEvent }

interface KeptSheet { id: string, document: StoredSheet }
/** A key of this device that the browser does not give away. */
interface KeptKey { id: 'house', key: CryptoKey }

/** What somebody who has signed out has left, readable with their key only; where it lay, it lies again once it is opened. */
export interface SealedEntry { id?: number, of: string, name: string, from: 'waiting' | 'setAside' | 'photos', iv: Uint8Array<ArrayBuffer>, bytes: ArrayBuffer }

interface KeptAnswer { key: string, at: string, answer: unknown }

interface DeviceStores extends DBSchema {
  waiting: { key: number, value: WaitingEvent }
  setAside: { key: string, value: SetAside }
  photos: { key: string, value: WaitingPhoto }
  jobs: { key: string, value: KeptJob }
  sheets: { key: string, value: KeptSheet }
  answers: { key: string, value: KeptAnswer, indexes: { at: string } }
  log: { key: [string, number], value: KeptEvent, indexes: { job: string } }
  keys: { key: string, value: KeptKey }
  sealed: { key: number, value: SealedEntry }
}

/** Versions go up by tens. What waits is never touched by a new version. */
const VERSION = 70
/** Before it the kept state of a job was another. */
const STATES_AS_NOW = 30

let opened: Promise<IDBPDatabase<DeviceStores>> | undefined

/** Everything that this browser keeps for work without a link. */
export function deviceStore(): Promise<IDBPDatabase<DeviceStores>> {
  return opened ??= openDB<DeviceStores>('needler', VERSION, {
    upgrade(db, before, _now, change) {
      const isNew = (name: StoreNames<DeviceStores>) => !db.objectStoreNames.contains(name)
      if (isNew('waiting')) db.createObjectStore('waiting', { keyPath: 'order', autoIncrement: true })
      if (isNew('sealed')) db.createObjectStore('sealed', { keyPath: 'id', autoIncrement: true })
      for (const name of ['setAside', 'photos', 'jobs', 'sheets', 'keys'] as const)
        if (isNew(name)) db.createObjectStore(name, { keyPath: 'id' })
      const answers = isNew('answers') ? db.createObjectStore('answers', { keyPath: 'key' }) : change.objectStore('answers')
      if (!answers.indexNames.contains('at')) answers.createIndex('at', 'at')
      if (isNew('log')) db.createObjectStore('log', { keyPath: ['job', 'seq'] }).createIndex('job', 'job')
      if (before < STATES_AS_NOW) void change.objectStore('jobs').clear()
    },
    // Another tab has a newer program, or the browser has closed the store: whoever needs it next opens it anew.
    blocking: (_before, _wanted, event) => {
      opened = undefined
      ;(event.target as IDBDatabase).close()
    },
    terminated: () => { opened = undefined },
  })
}

/** Deletes many entries of one store, all or none. */
export async function deleteAll<N extends StoreNames<DeviceStores>>(name: N, keys: readonly StoreKey<DeviceStores, N>[]): Promise<void> {
  const change = (await deviceStore()).transaction(name, 'readwrite')
  await Promise.all([...keys.map(key => change.store.delete(key)), change.done])
}

/** What this device has kept for others and a person may not see goes: jobs of other sites with their logs. What waits stays. */
export async function forgetBeyond(sites: readonly string[]): Promise<void> {
  const store = await deviceStore()
  const change = store.transaction(['jobs', 'log'], 'readwrite')
  for (let at = await change.objectStore('jobs').openCursor(); at; at = await at.continue()) {
    if (at.value.meta.site !== undefined && sites.includes(at.value.meta.site)) continue
    void change.objectStore('log').delete(IDBKeyRange.bound([at.value.id, 0], [at.value.id, Infinity]))
    void at.delete()
  }
  await change.done
}

/** What lies beside the sheets and is kept for work without a link. */
export const SHELF = 'needler-attachments'

/** Everything that was fetched for somebody goes: jobs with their logs, sheets, what lies beside them. What waits stays. */
export async function forgetWork(): Promise<void> {
  const change = (await deviceStore()).transaction(['jobs', 'log', 'sheets'], 'readwrite')
  await Promise.all([...(['jobs', 'log', 'sheets'] as const).map(name => change.objectStore(name).clear()), change.done])
  if ('caches' in globalThis) await caches.delete(SHELF)
}

/** Who this tablet or browser is in the log; made once and kept. */
export function deviceId(): string {
  const kept = localStorage.getItem('needler-device')
  if (kept) return kept
  const made = newId()
  localStorage.setItem('needler-device', made)
  return made
}
