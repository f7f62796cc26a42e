import { useOnline } from '@vueuse/core'
import { defineStore } from 'pinia'
import { v4 as newId } from 'uuid'
import { computed, shallowRef, toRaw, watch } from 'vue'
import type { JobEvent } from '#core'
import type { AppendResult, LoggedEvent } from '#shared/wire/types'
import { useSessionStore } from './session-store'
import { ApiProblem, callApi, NoNetwork, sendPicture } from './api'
import { deleteAll, deviceId, deviceStore, ownerOf, type SealedEntry, type SetAside, type WaitingEvent, type WaitingPhoto } from './device-store'
import { canSeal, openWork, sealedWork, sealWork } from './sealed-work'
import { serverNow } from './server-clock'
import { afterPaint } from '../ui/after-paint'

/** Hears what was recorded; `gone`: the places in the queue that the device has given up for it. */
type RecordedListener = (job: string, events: LoggedEvent[], gone: ReadonlySet<number>) => void | Promise<void>

interface AppendAnswer { results: AppendResult[], seq: number }

const MOST_AT_ONCE = 50
const TRY_AGAIN_MS = 4000

/** Somebody else whose work waits here. */
export interface Stranded { id: string, name: string, count: number }

/**
 * What waits on this device: kept in IndexedDB before it is sent, taken out when the server has answered. An event has one id
 * from its birth, so sending it twice records it once.
 */
export const useOutboxStore = defineStore('outbox', () => {
  const session = useSessionStore()
  const online = useOnline()
  const waiting = shallowRef<WaitingEvent[]>([])
  const setAside = shallowRef<SetAside[]>([])
  const photos = shallowRef<WaitingPhoto[]>([])
  const sealed = shallowRef<SealedEntry[]>([])
  const reachable = shallowRef(true)
  const recordedListeners = new Set<RecordedListener>()

  const count = computed(() => waiting.value.length + photos.value.filter(photo => !photo.problem).length)
  const offline = computed(() => !online.value || !reachable.value)

  let restored: Promise<void> | undefined
  function restore(): Promise<void> {
    restored ??= look().then(openOwn).then(() => void send())
    return restored
  }

  /** What the device keeps, all at once, so that nobody is told for a moment that less waits than does. */
  async function look(): Promise<void> {
    const left = await sealedWork()
    const kept = (await deviceStore()).transaction(['waiting', 'setAside', 'photos'])
    const [events, refused, pictures] = await Promise.all([
      kept.objectStore('waiting').getAll(),
      kept.objectStore('setAside').getAll(),
      kept.objectStore('photos').getAll(),
    ])
    // What was done meanwhile waits too.
    const known = new Set(events.map(entry => entry.event.id))
    const meanwhile = waiting.value.filter(entry => !known.has(entry.event.id))
    waiting.value = [...events, ...meanwhile]
    setAside.value = refused
    photos.value = pictures
    sealed.value = left
  }

  /** What a person has left here sealed is theirs again once they are back. */
  async function openOwn(): Promise<void> {
    const id = session.person?.id
    if (!id || !sealed.value.some(({ of }) => of === id)) return
    try {
      await openSealed(id, '/me/work-key')
    } catch {
      // Without a link, or with another secret on the server, it stays sealed.
    }
  }

  async function openSealed(id: string, path: string): Promise<void> {
    await openWork(id, (await callApi<{ key: string }>(path)).key)
    await look()
  }

  /** Signs out; what this person has not sent yet stays here for them alone. */
  async function leave(): Promise<void> {
    const { person } = session
    const isOwn = (entry: WaitingEvent) => ownerOf(entry) === person?.id
    const hasLeft = waiting.value.some(isOwn) || photos.value.some(({ by }) => by === person?.id) || setAside.value.length > 0
    // Where the server has no secret, or the page is not secure, it waits as it is.
    const key = hasLeft && canSeal() ? await callApi<{ key: string }>('/me/work-key').then(answer => answer.key, () => null) : null
    await session.signOut()
    if (!person || !key) return
    await sealWork(person, key)
    waiting.value = waiting.value.filter(entry => !isOwn(entry))
    await look()
  }

  /** Takes effect at once; the promise is settled when the event is safe on the device. */
  const add = (job: string, ...events: JobEvent[]): Promise<void> => keepAll(events.map(event => ({ job, event })))
  const addSigned = (job: string, event: JobEvent, signed: NonNullable<WaitingEvent['signed']>): Promise<void> =>
    keepAll([{ job, event, signed }])

  async function keepAll(entries: readonly WaitingEvent[]): Promise<void> {
    waiting.value = [...waiting.value, ...entries]
    // In one go: what one tap has made is on the device whole, or not at all.
    const change = (await deviceStore()).transaction('waiting', 'readwrite')
    const orders = await Promise.all(entries.map(entry => change.store.add(entry)))
    await change.done
    entries.forEach((entry, i) => { entry.order = orders[i]! })
    afterPaint(() => void send())
  }

  /**
   * Keeps a picture on the device until the server has it. Once it is safe there, `announce` says in an event that it was taken; the
   * picture goes after that event, never before. False when it may not be announced: then nothing of it is kept.
   */
  async function addPhoto(photo: WaitingPhoto, announce: () => boolean): Promise<boolean> {
    const store = await deviceStore()
    await store.add('photos', photo)
    if (!announce()) {
      await store.delete('photos', photo.id)
      return false
    }
    photos.value = [...photos.value, photo]
    return true
  }

  /** What is going to the server just now; settled when it is over, however it ended. */
  let underWay: Promise<void> | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  /** One run at a time; whoever asks meanwhile waits for the one that is under way. */
  function send(): Promise<void> {
    if (session.expired || session.lockedFor !== null || !session.person) return Promise.resolve()
    return underWay ??= sendOwn(session.person.id).finally(() => { underWay = undefined })
  }

  async function sendOwn(owner: string): Promise<void> {
    clearTimeout(timer)
    try {
      await sendAllOf(owner)
      reachable.value = true
    } catch (error) {
      if (error instanceof ApiProblem && error.status === 401) {
        if (error.details.code === 'session.locked') session.beLocked()
        else session.expired = true
      }
      if (error instanceof NoNetwork) reachable.value = false
      timer = setTimeout(() => void send(), TRY_AGAIN_MS)
    }
  }

  /** Sends what one person has done here: the events of a job, its pictures before it closes, and what pictures are left. */
  async function sendAllOf(owner: string, enteredFor?: { id: string, name: string }): Promise<void> {
    do {
      for (let batch = nextBatch(owner); batch.length > 0; batch = nextBatch(owner)) {
        const { job, event } = batch[0]!
        // A record closes with all its pictures in it.
        if (event.type === 'job-closed') await sendPhotosOf(owner, job)
        await sendBatch(batch, enteredFor)
      }
      await sendPhotosOf(owner)
      // What was done while the pictures went out goes too.
    } while (nextBatch(owner).length > 0)
  }

  /** The oldest entries of a person for one job, up to its closing, no tap cut in two; what others have left here waits for them. */
  function nextBatch(owner: string): WaitingEvent[] {
    const own = waiting.value.filter(entry => ownerOf(entry) === owner && entry.order !== undefined)
    const all = own.filter(entry => entry.job === own[0]?.job)
    const beyond = all[MOST_AT_ONCE]?.event.deed
    const ofJob = all.slice(0, MOST_AT_ONCE).filter(({ event }) => beyond === undefined || event.deed !== beyond)
    const closing = ofJob.findIndex(entry => entry.event.type === 'job-closed')
    return closing > 0 ? ofJob.slice(0, closing) : ofJob
  }

  async function sendPhotosOf(owner: string, job?: string): Promise<void> {
    const isAnnounced = ({ id }: WaitingPhoto) =>
      !waiting.value.some(({ event }) => event.type === 'photo-added' && event.body.photo === id)
    const next = () => photos.value.find(photo =>
      !photo.problem && photo.by === owner && (job === undefined || photo.job === job) && isAnnounced(photo))
    for (let photo = next(); photo; photo = next()) await sendPhoto(photo)
  }

  /** Others whose work waits on this device until they sign in here. */
  const stranded = computed<Stranded[]>(() => {
    const others = new Map<string, Stranded>()
    const add = (id: string, name: string) => {
      if (id !== session.person?.id) others.set(id, { id, name, count: (others.get(id)?.count ?? 0) + 1 })
    }
    for (const entry of waiting.value) add(ownerOf(entry), others.get(ownerOf(entry))?.name ?? entry.event.actor.name)
    for (const photo of photos.value) if (!photo.problem) add(photo.by, others.get(photo.by)?.name ?? 'somebody')
    for (const { of, name } of sealed.value) add(of, name)
    return [...others.values()]
  })

  /**
   * Sends what waits here of somebody who is gone; it is marked as entered for them. Throws what the server says against it, and then all
   * of it waits on.
   */
  async function sendFor({ id, name }: Stranded): Promise<void> {
    if (underWay) throw new Error('Something is being sent just now. Try again in a moment.')
    if (sealed.value.some(({ of }) => of === id)) await openSealed(id, `/people/${id}/work-key`)
    const run = sendAllOf(id, { id, name }).finally(() => { underWay = undefined })
    underWay = run.catch(() => undefined)
    await run
  }

  async function sendPhoto(photo: WaitingPhoto): Promise<void> {
    try {
      await sendPicture(photo.job, photo.id, photo.picture)
      photos.value = photos.value.filter(other => other.id !== photo.id)
      await (await deviceStore()).delete('photos', photo.id)
    } catch (error) {
      if (!(error instanceof ApiProblem) || error.status === 401 || error.status >= 500 || error.status === 429) throw error
      // It would be refused again and again: it stays on the device with the reason, and does not stand in the way of others.
      const kept = { ...photo, problem: error.message }
      photos.value = photos.value.map(other => other.id === photo.id ? kept : other)
      await (await deviceStore()).put('photos', kept)
    }
  }

  async function sendBatch(batch: WaitingEvent[], enteredFor?: { id: string, name: string }): Promise<void> {
    const job = batch[0]!.job
    const events = batch.map(({ event: { id, type, happenedAt, body, deed }, signed }) => ({
      id,
      type,
      happenedAt,
      body,
      ...(deed ? { deed } : {}),
      ...(signed ? { sealed: signed.sealed } : {}),
    }))
    try {
      const answer = await callApi<AppendAnswer>(`/jobs/${job}/events`, {
        method: 'POST',
        body: { device: deviceId(), ...(enteredFor ? { enteredFor } : {}), events },
      })
      await settle(job, batch, answer.results)
    } catch (error) {
      // Not reached, signed out, or broken over there: everything keeps waiting.
      if (!(error instanceof ApiProblem) || error.status === 401 || error.status >= 500 || error.status === 429) throw error
      const { results } = error.details as { results?: AppendResult[] }
      // Whether it may be entered for somebody is for all of it, and no verdict on the events.
      if (enteredFor && !results) throw error
      await settle(
        job,
        batch,
        results ?? events.map(({ id }) => ({ id, outcome: 'refused', code: error.details.code, message: error.message })),
      )
    }
  }

  async function settle(job: string, batch: WaitingEvent[], results: AppendResult[]): Promise<void> {
    const byId = new Map(results.map(result => [result.id, result]))
    const recorded: LoggedEvent[] = []
    const refused: SetAside[] = []
    for (const { event, signed } of batch) {
      const result = byId.get(event.id)
      if (result?.outcome === 'refused')
        refused.push({ id: event.id, job, event, message: result.message, ...(signed ? { signature: true } : {}) })
      else if (result)
        recorded.push({
          ...event,
          actor: result.actor ?? event.actor,
          body: result.body ?? event.body,
          seq: result.seq,
          hash: result.hash,
        } as LoggedEvent)
    }
    const orders = batch.map(entry => entry.order!)
    if (refused.length === 0) {
      await deleteAll('waiting', orders)
    } else {
      const change = (await deviceStore()).transaction(['waiting', 'setAside'], 'readwrite')
      await Promise.all([
        ...refused.map(entry => change.objectStore('setAside').put(toRaw(entry))),
        ...orders.map(order => change.objectStore('waiting').delete(order)),
        change.done,
      ])
      setAside.value = [...setAside.value, ...refused]
    }
    // First into the folded log, then out of the queue: in between nothing vanishes from the screen.
    const settled = new Set(orders)
    await Promise.all([...recordedListeners].map(listener => listener(job, recorded, settled)))
    drop(batch)
  }

  const drop = (entries: readonly WaitingEvent[]) => {
    const gone = new Set(entries.map(entry => entry.event.id))
    waiting.value = waiting.value.filter(entry => !gone.has(entry.event.id))
  }

  /** The log has these already: nothing of them needs to wait any more. `gone` are those that the device does not keep any more either. */
  async function forgetRecorded(ids: ReadonlySet<string>, gone: ReadonlySet<number> = new Set()): Promise<void> {
    const there = waiting.value.filter(entry => ids.has(entry.event.id) && entry.order !== undefined)
    if (there.length === 0) return
    drop(there)
    const kept = there.map(entry => entry.order!).filter(order => !gone.has(order))
    if (kept.length > 0) await deleteAll('waiting', kept)
  }

  async function dismiss(id: string): Promise<void> {
    await (await deviceStore()).delete('setAside', id)
    setAside.value = setAside.value.filter(entry => entry.id !== id)
  }

  /** Sends what was set aside once more, as something new that happens now; all that one tap has made. */
  async function sendAgain(id: string): Promise<void> {
    const entry = setAside.value.find(candidate => candidate.id === id)
    if (!entry) return
    const { deed } = entry.event
    const together = deed === undefined ? [entry] : setAside.value.filter(other => other.event.deed === deed)
    for (const one of together) await dismiss(one.id)
    const again = deed === undefined ? {} : { deed: newId() }
    await add(entry.job, ...together.map(({ event }) => ({ ...event, id: newId(), happenedAt: serverNow().toISOString(), ...again })))
  }

  /** Sends all that can be sent again, in the order in which it was done. */
  async function sendAllAgain(): Promise<void> {
    const entries = setAside.value.filter(entry => !entry.signature).sort((a, b) => a.event.happenedAt.localeCompare(b.event.happenedAt))
    for (const { id } of entries) await sendAgain(id)
  }

  const onRecorded = (listener: RecordedListener) => void recordedListeners.add(listener)

  watch([online, () => session.person, () => session.expired], () => void openOwn().then(send))

  return {
    waiting,
    setAside,
    photos,
    count,
    offline,
    stranded,
    restore,
    add,
    addSigned,
    addPhoto,
    send,
    underWay: () => underWay ?? Promise.resolve(),
    sendFor,
    leave,
    forgetRecorded,
    dismiss,
    sendAgain,
    sendAllAgain,
    onRecorded,
  }
})
