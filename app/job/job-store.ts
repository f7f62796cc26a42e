import { useDebounceFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { v4 as newId } from 'uuid'
import { computed, ref, shallowRef, watch, watchEffect } from 'vue'
import {
  documentAt,
  emptyState,
  foldJob,
  guardEvent,
  judgeTogether,
  reservation,
  standingEntry,
  STATE_FORMAT,
  timersOf,
  wantsReason,
  type EventBodies,
  type EventType,
  type JobEvent,
  type Shelf,
} from '#core'
import { refuseUndo } from '#shared/rights'
import type { JobBundle, LoggedEvent } from '#shared/wire/types'
import { ApiProblem, callApi, NoNetwork, sentenceOf } from '../net/api'
import { keepAttachments } from '../net/attachments'
import { deviceId, deviceStore, type KeptJob } from '../net/device-store'
import { useOutboxStore } from '../net/outbox-store'
import { serverNow } from '../net/server-clock'
import { useSessionStore } from '../net/session-store'
import { fetchSheet, keptSheet } from '../net/sheets'
import { stateOfKept, useJobFold } from './job-fold'
import { useJobLink } from './job-link'
import { useOnBenchStore } from './on-bench'
import type { OpenJob, Secret, SignFault } from './open-job'

/** The live job on the bench: opened from this device or the server, kept with the server, and all that a person does to it. */
export const useJobStore = defineStore('job', () => {
  const session = useSessionStore()
  const outbox = useOutboxStore()
  const problem = ref<string | null>(null)
  const refusal = ref<string | null>(null)
  /** Entries that this device had seen recorded and a restored server has lost; those of others, to be told. */
  const lost = shallowRef<LoggedEvent[]>([])

  const mine = computed(() => outbox.waiting.filter(entry => entry.job === fold.meta.value?.id).map(entry => entry.event))
  const fold = useJobFold({ events: () => mine.value, photos: () => outbox.photos.filter(photo => photo.job === fold.meta.value?.id) })
  const { meta, documents, sheet, state, seq } = fold
  const link = useJobLink(fold, {
    onGrown: (events, gone) => void outbox.forgetRecorded(new Set(events.map(event => event.id)), gone),
    underWay: outbox.underWay,
    onOther: job => void open(job),
    onLost: giveBack,
    onBack: () => void outbox.send(),
    onRevision: () => void lookForNewer(),
  })
  outbox.onRecorded(link.take)
  const waitingIds = computed(() => new Set(mine.value.map(event => event.id)))

  /** The names of the documents that the job has gone by. */
  let named: Pick<JobBundle, 'sheet' | 'later'> | null = null
  /** A released revision that is newer than the one the job goes by. */
  const newer = shallowRef<JobBundle['newer']>(null)
  /** What signatures are sealed with when there is no link. */
  let sealKey: string | undefined
  /** Which opening counts: what answers after another one, or after the bench was left, is too late. */
  let opening = 0

  async function open(id: string): Promise<void> {
    close()
    const mine = opening
    const isLate = () => mine !== opening
    const asked = callApi<JobBundle>(`/jobs/${id}`)
    // It is looked at further down; until then a refusal is nobody's.
    asked.catch(() => {})
    try {
      await openKept(id, isLate)
      const bundle = await asked
      const shelf = await shelfFor(bundle)
      if (isLate()) return
      named = { sheet: bundle.sheet, later: bundle.later }
      newer.value = bundle.newer
      sealKey = bundle.sealKey ?? undefined
      fold.show(bundle.job, shelf, foldJob(shelf, bundle.events, bundle.snapshot?.state ?? emptyState()), bundle.head)
      await outbox.forgetRecorded(new Set(bundle.events.map(event => event.id)))
      keep(named)
      void keepAttachments(documentAt(shelf, fold.state.value))
      link.compare(id, bundle)
    } catch (error) {
      if (isLate()) return
      if (!(error instanceof NoNetwork) || !documents.value) {
        problem.value
          = error instanceof NoNetwork ? 'This job was never opened on this device, so it cannot be shown without a link.' : sentenceOf(error)
      }
    }
    if (meta.value && !isLate()) link.watch(meta.value.id)
  }

  /** While the job is open a newer revision of its sheet was released: it is told, and what lies on the bench stays as it is. */
  async function lookForNewer(): Promise<void> {
    const [mine, id] = [opening, meta.value?.id]
    if (!id) return
    try {
      const bundle = await callApi<JobBundle>(`/jobs/${id}`)
      const shelf = await shelfFor(bundle)
      if (mine !== opening) return
      documents.value = shelf
      newer.value = bundle.newer
    } catch {
      // It is told when the job is opened the next time.
    }
  }

  /** Shows at once what this device has kept of the job. */
  async function openKept(id: string, isLate: () => boolean): Promise<void> {
    const kept = await (await deviceStore()).get('jobs', id)
    const shelf = kept && await keptShelf(kept)
    const keptState = shelf && await stateOfKept(kept, shelf)
    if (isLate() || !keptState) return
    named = { sheet: kept.sheet, later: kept.later ?? [] }
    sealKey = kept.sealKey
    fold.show(kept.meta, shelf, keptState, kept.head)
  }

  /** What the job was opened with, what it has taken over since, and what it could. What is here already is not made anew. */
  async function shelfFor({ sheet: opened, later, newer: next }: JobBundle): Promise<Shelf> {
    const isSame = documents.value && named?.sheet.sha256 === opened.sha256
    const others = [...later, ...next ? [next] : []]
    const fetched = await Promise.all(others.map(async one =>
      [one.sha256, documents.value?.later[one.sha256] ?? await fetchSheet(one)] as const))
    return { opened: isSame ? documents.value!.opened : await fetchSheet(opened), later: Object.fromEntries(fetched) }
  }

  /** The documents of a kept job, as far as all of them are on the device. */
  async function keptShelf({ sheet: opened, later = [] }: KeptJob): Promise<Shelf | undefined> {
    const [first, ...others] = await Promise.all([opened, ...later].map(keptSheet))
    if (!first || others.includes(undefined)) return undefined
    return { opened: first, later: Object.fromEntries(later.map((one, i) => [one.sha256, others[i]!])) }
  }

  function close(): void {
    opening += 1
    link.leave()
    fold.clear()
    named = null
    newer.value = null
    sealKey = undefined
    lost.value = []
    problem.value = null
    refusal.value = null
  }

  /** After a restore: what this person did is offered to the server again, as it was; what others did is told. */
  async function giveBack(id: string, missing: readonly LoggedEvent[]): Promise<void> {
    if (id !== meta.value?.id) return
    const own = missing.filter(event => event.actor.id === session.person?.id && event.type !== 'job-opened' && event.type !== 'photo-kept')
    for (const { seq: _seq, hash: _hash, ...event } of own) await outbox.add(id, event as JobEvent)
    lost.value = missing.filter(event => !own.includes(event))
  }

  const eventOf = <T extends EventType>(type: T, body: EventBodies[T]) =>
    ({
      id: newId(),
      type,
      // A plain copy: what a form holds is reactive and cannot be stored on the device.
      body: JSON.parse(JSON.stringify(body)) as typeof body,
      actor: { id: session.person?.id ?? '', name: session.person?.name ?? '' },
      happenedAt: serverNow().toISOString(),
    }) as JobEvent

  const asksReason: OpenJob['asksReason'] = (type, body) =>
    documents.value !== null && wantsReason(documents.value, state.value, eventOf(type, body))

  const act: OpenJob['act'] = (type, body) => {
    if (!documents.value || !meta.value || !session.person) return false
    const event = eventOf(type, body)
    const entry = event.type === 'undone' ? standingEntry(state.value, event.body.event) : undefined
    const refused = (entry && refuseUndo(session.person, entry)) ?? guardEvent(documents.value, state.value, event)
    refusal.value = refused?.message ?? null
    if (refused) return false
    void outbox.add(meta.value.id, event)
    return true
  }

  const actTogether: OpenJob['actTogether'] = (drafts) => {
    if (!documents.value || !meta.value || !session.person) return false
    const deed = drafts.length > 1 ? { deed: newId() } : {}
    const events = drafts.map(({ type, body }) => ({ ...eventOf(type, body), ...deed }) as JobEvent)
    const { refusal: refused } = judgeTogether(documents.value, state.value, events)
    refusal.value = refused?.message ?? null
    if (refused) return false
    void outbox.add(meta.value.id, ...events)
    return true
  }

  /** Whoever asks while it is asked waits for the same answer. */
  let reserving: Promise<void> | undefined
  const reserveNumbers = (): Promise<void> => reserving ??= askForNumbers().finally(() => { reserving = undefined })

  /** Asked of the server itself and kept nowhere: who is too late asks once more. */
  async function askForNumbers(): Promise<void> {
    for (let tries = 0; tries < 2; tries++) {
      if (!meta.value || !sheet.value || state.value.closed || !session.may('job:work') || outbox.offline) return
      const body = reservation(sheet.value, state.value, deviceId())
      if (!body) return
      const { actor: _actor, ...event } = eventOf('numbers-reserved', body)
      try {
        await callApi(`/jobs/${meta.value.id}/events`, { method: 'POST', body: { device: deviceId(), events: [event] } })
        await link.catchUp()
        return
      } catch (error) {
        // Without a link the next free numbers are as good as any.
        if (!(error instanceof ApiProblem) || error.status !== 409) return
        await link.catchUp()
      }
    }
  }

  /**
   * A second person signs one event at this bench, with login and PIN, or with the password when the PINs are spent. Says what went wrong.
   */
  async function sign<T extends EventType>(type: T, body: EventBodies[T], login: string, secret: Secret): Promise<SignFault | null> {
    if (!meta.value) return null
    const event = { id: newId(), type, body, happenedAt: serverNow().toISOString() }
    try {
      // What waits here comes first, because the signature stands on it.
      await outbox.send()
      await callApi(`/jobs/${meta.value.id}/sign`, { method: 'POST', body: { device: deviceId(), event, login, ...secret } })
      await link.catchUp()
      return null
    } catch (error) {
      if (!(error instanceof NoNetwork))
        return { sentence: sentenceOf(error), needsPassword: error instanceof ApiProblem && error.details.code === 'pin.spent' }
      if ('password' in secret) return { sentence: 'Without the link only a PIN can sign.' }
      const fault = await signSealed({ ...event, actor: { id: `sealed:${login}`, name: login } } as JobEvent, login, secret.pin)
      return fault === null ? null : { sentence: fault }
    }
  }

  /** Without the link the signature is sealed and waits with everything else; the server proves it when it arrives. */
  async function signSealed(event: JobEvent, login: string, pin: string): Promise<string | null> {
    if (!meta.value || !documents.value || !session.person) return null
    if (login.toLowerCase() === session.person.login) return 'Without the link somebody else than you must sign.'
    const refused = guardEvent(documents.value, state.value, event)
    if (refused) return refused.message
    try {
      if (!sealKey) throw new NoNetwork()
      // Rarely needed and large; the service worker keeps it for when there is no link.
      const { sealSignature } = await import('../net/seal-signature')
      const { id, type, body, happenedAt } = event
      const sealed = await sealSignature(sealKey, {
        login, pin, head: fold.head.value, waiting: mine.value.map(waits => waits.id),
        event: { job: meta.value.id, id, type, body, happenedAt, device: deviceId() },
      })
      await outbox.addSigned(meta.value.id, event, { sealed, at: session.person.id })
      return null
    } catch {
      return 'This device cannot keep a signature without the link. Other steps can go on meanwhile.'
    }
  }

  const keepSoon = useDebounceFn(keep, 400)
  function keep(of: Pick<JobBundle, 'sheet' | 'later'>): void {
    if (!meta.value) return
    const kept: KeptJob = {
      id: meta.value.id,
      meta: { ...meta.value },
      ...of,
      head: { ...fold.head.value },
      format: STATE_FORMAT,
      state: fold.recorded.value,
      ...(sealKey ? { sealKey } : {}),
    }
    void deviceStore().then(store => store.put('jobs', kept))
  }
  watch(seq, () => {
    if (named && meta.value) void keepSoon(named)
  })

  const timers = computed(() => sheet.value ? timersOf(sheet.value, state.value).filter(wait => !wait.cut) : [])
  const frame = useOnBenchStore()
  watchEffect(() => Object.assign(frame, { meta: meta.value, timers: timers.value, lost: lost.value }))

  /** The same entry as long as none follows it, so that what hangs on it is not worked out with every tick. */
  const lastTaken = computed(() => state.value.takenOver.at(-1))
  /** What the work could go on by, with the document it goes by now. */
  const takeover = computed<OpenJob['takeover']>(() => {
    const to = newer.value
    const next = to && documents.value?.later[to.sha256]
    if (!documents.value || !named || !to || !next || lastTaken.value?.to.sha256 === to.sha256) return null
    const { note, by } = to
    const was = documentAt(documents.value, { takenOver: lastTaken.value ? [lastTaken.value] : [] })
    return { from: lastTaken.value?.to ?? named.sheet, to, note, by, was, is: next }
  })

  return { meta, sheet, state, seq, takeover, lost, problem, refusal, waitingIds, open, close, act,
    actTogether, reserveNumbers, asksReason, sign, catchUp: link.catchUp }
})

/** The live job for the bench, once it is open. What it is of does not vanish under the bench while the bench is being left. */
export function liveJob(): OpenJob {
  const store = useJobStore()
  let [meta, sheet] = [store.meta!, store.sheet!]
  return {
    isPractice: false,
    get meta() { return meta = store.meta ?? meta },
    get sheet() { return sheet = store.sheet ?? sheet },
    get state() { return store.state },
    get waitingIds() { return store.waitingIds },
    get takeover() { return store.takeover },
    get refusal() { return store.refusal },
    set refusal(sentence) { store.refusal = sentence },
    act: store.act,
    actTogether: store.actTogether,
    reserveNumbers: store.reserveNumbers,
    asksReason: store.asksReason,
    sign: store.sign,
  }
}
