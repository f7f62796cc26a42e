import { useDebounceFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { v4 as newId } from 'uuid'
import { computed, ref, shallowRef, watch, watchEffect } from 'vue'
import {
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
} from '#core'
import { refuseUndo } from '#shared/rights'
import type { JobBundle, LoggedEvent } from '#shared/wire/types'
import { ApiProblem, callApi, NoNetwork, sentenceOf } from '../net/api'
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
  const { meta, document, sheet, state, seq } = fold
  const link = useJobLink(fold, {
    onGrown: (events, gone) => void outbox.forgetRecorded(new Set(events.map(event => event.id)), gone),
    underWay: outbox.underWay,
    onOther: job => void open(job),
    onLost: giveBack,
    onBack: () => void outbox.send(),
  })
  outbox.onRecorded(link.take)
  const waitingIds = computed(() => new Set(mine.value.map(event => event.id)))

  /** The name of the document behind `sheet`. */
  let released: JobBundle['sheet'] | null = null
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
      const isSame = document.value && released?.sha256 === bundle.sheet.sha256
      const opened = isSame ? document.value! : await fetchSheet(bundle.sheet)
      if (isLate()) return
      released = bundle.sheet
      sealKey = bundle.sealKey ?? undefined
      fold.show(bundle.job, opened, foldJob(opened, bundle.events, bundle.snapshot?.state ?? emptyState()), bundle.head)
      await outbox.forgetRecorded(new Set(bundle.events.map(event => event.id)))
      keep(bundle.sheet)
      link.compare(id, bundle)
    } catch (error) {
      if (isLate()) return
      if (!(error instanceof NoNetwork) || !document.value) {
        problem.value
          = error instanceof NoNetwork ? 'This job was never opened on this device, so it cannot be shown without a link.' : sentenceOf(error)
      }
    }
    if (meta.value && !isLate()) link.watch(meta.value.id)
  }

  /** Shows at once what this device has kept of the job. */
  async function openKept(id: string, isLate: () => boolean): Promise<void> {
    const kept = await (await deviceStore()).get('jobs', id)
    const keptDocument = kept && await keptSheet(kept.sheet)
    const keptState = keptDocument && await stateOfKept(kept, keptDocument)
    if (isLate() || !keptState) return
    released = kept.sheet
    sealKey = kept.sealKey
    fold.show(kept.meta, keptDocument!, keptState, kept.head)
  }

  function close(): void {
    opening += 1
    link.leave()
    fold.clear()
    released = null
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
    document.value !== null && wantsReason(document.value, state.value, eventOf(type, body))

  const act: OpenJob['act'] = (type, body) => {
    if (!document.value || !meta.value || !session.person) return false
    const event = eventOf(type, body)
    const entry = event.type === 'undone' ? standingEntry(state.value, event.body.event) : undefined
    const refused = (entry && refuseUndo(session.person, entry)) ?? guardEvent(document.value, state.value, event)
    refusal.value = refused?.message ?? null
    if (refused) return false
    void outbox.add(meta.value.id, event)
    return true
  }

  const actTogether: OpenJob['actTogether'] = (drafts) => {
    if (!document.value || !meta.value || !session.person) return false
    const deed = drafts.length > 1 ? { deed: newId() } : {}
    const events = drafts.map(({ type, body }) => ({ ...eventOf(type, body), ...deed }) as JobEvent)
    const { refusal: refused } = judgeTogether(document.value, state.value, events)
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
    if (!meta.value || !document.value || !session.person) return null
    if (login.toLowerCase() === session.person.login) return 'Without the link somebody else than you must sign.'
    const refused = guardEvent(document.value, state.value, event)
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

  const keepSoon = useDebounceFn((sheetRef: JobBundle['sheet']) => keep(sheetRef), 400)
  function keep(sheetRef: JobBundle['sheet']): void {
    if (!meta.value) return
    const kept: KeptJob = {
      id: meta.value.id,
      meta: { ...meta.value },
      sheet: sheetRef,
      head: { ...fold.head.value },
      format: STATE_FORMAT,
      state: fold.recorded.value,
      ...(sealKey ? { sealKey } : {}),
    }
    void deviceStore().then(store => store.put('jobs', kept))
  }
  watch(seq, () => {
    if (released && meta.value) void keepSoon(released)
  })

  const timers = computed(() => sheet.value ? timersOf(sheet.value, state.value).filter(wait => !wait.cut) : [])
  const frame = useOnBenchStore()
  watchEffect(() => Object.assign(frame, { meta: meta.value, timers: timers.value, lost: lost.value }))

  return { meta, sheet, state, seq, lost, problem, refusal, waitingIds, open, close, act,
    actTogether, reserveNumbers, asksReason, sign, catchUp: link.catchUp }
})

/** The live job for the bench, once it is open. What it is of does not vanish under the bench while the bench is being left. */
export function liveJob(): OpenJob {
  const store = useJobStore()
  let [meta, sheet] = [store.meta!, store.sheet!]
  return {
    get meta() { return meta = store.meta ?? meta },
    get sheet() { return sheet = store.sheet ?? sheet },
    get state() { return store.state },
    get waitingIds() { return store.waitingIds },
    get refusal() { return store.refusal },
    set refusal(sentence) { store.refusal = sentence },
    act: store.act,
    actTogether: store.actTogether,
    reserveNumbers: store.reserveNumbers,
    asksReason: store.asksReason,
    sign: store.sign,
  }
}
