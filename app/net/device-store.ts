import Dexie, { type EntityTable, type Table } from 'dexie'
import { v4 as newId } from 'uuid'
import type { JobEvent, JobState, Sheet } from '#core'
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
  sheet: { key: string, revision: number }
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

interface KeptSheet { id: string, document: Sheet }
interface KeptAnswer { key: string, at: string, answer: unknown }

class DeviceStore extends Dexie {
  waiting!: EntityTable<WaitingEvent, 'order'>
  setAside!: EntityTable<SetAside, 'id'>
  photos!: EntityTable<WaitingPhoto, 'id'>
  jobs!: EntityTable<KeptJob, 'id'>
  sheets!: EntityTable<KeptSheet, 'id'>
  answers!: EntityTable<KeptAnswer, 'key'>
  log!: Table<KeptEvent, [string, number]>

  constructor() {
    super('needler')
    this.version(1).stores({ waiting: '++order, job, event.id', setAside: 'id, job', jobs: 'id', sheets: 'id', answers: 'key' })
    // The state of a job has grown: kept copies are fetched anew. What waits is never touched by a new version.
    this.version(2).stores({ photos: 'id, job' }).upgrade(change => change.table('jobs').clear())
    this.version(3).stores({ log: '[job+seq], job' }).upgrade(change => change.table('jobs').clear())
    this.version(4).stores({ answers: 'key, at' })
  }
}

/** Everything that this browser keeps for work without a link. */
export const deviceStore = new DeviceStore()

/** Who this tablet or browser is in the log; made once and kept. */
export function deviceId(): string {
  const kept = localStorage.getItem('needler-device')
  if (kept) return kept
  const made = newId()
  localStorage.setItem('needler-device', made)
  return made
}
