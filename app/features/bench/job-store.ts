import { useDebounceFn, useWebSocket } from '@vueuse/core'
import { defineStore } from 'pinia'
import { v4 as newId } from 'uuid'
import { computed, ref, shallowRef, watch } from 'vue'
import { emptyState, foldJob, guardEvent, sheetForJob, standingEntry, STATE_FORMAT, timersOf, wantsReason, type EventBodies, type EventType, type JobEvent, type JobState, type Sheet } from '#core'
import { refuseUndo } from '#shared/rights'
import type { JobBundle, LiveMessage, LoggedEvent, LogHead } from '#shared/wire/types'
import { ApiProblem, callApi, NoNetwork, sentenceOf } from '../../net/api'
import { deviceId, deviceStore, type KeptJob } from '../../net/device-store'
import { completeLog, fetchEvents, findLost, keepLog, wholeLog } from '../../net/job-log'
import { useOutboxStore } from '../../net/outbox-store'
import { serverNow } from '../../net/server-clock'
import { fetchSheet, keptSheet } from '../../net/sheets'
import { useSessionStore } from '../session/session-store'

/** Why a signature was not taken; `needsPassword` when the PINs are spent. */
export interface SignFault { sentence: string, needsPassword?: boolean }

const LOOK_AGAIN_MS = 20_000
/** Events that are surely no whole answer. */
const MANY = 1000
const NO_HEAD: LogHead = { seq: 0, hash: '' }

/**
 * The job on the bench: the log as the server has it, folded, and on top of it what waits on this device. Everything the
 * screen shows comes from `state`; everything a person does goes through `act`.
 */
export const useJobStore = defineStore('job', () => {
  const session = useSessionStore()
  const outbox = useOutboxStore()

  const meta = shallowRef<JobBundle['job'] | null>(null)
  const sheet = shallowRef<Sheet | null>(null)
  const recorded = shallowRef<JobState>(emptyState())
  /** The newest event of the log that is folded here; `seq` is its number. */
  const head = shallowRef<LogHead>(NO_HEAD)
  const seq = computed(() => head.value.seq)
  /** Entries that this device had seen recorded and a restored server has lost; those of others, to be told. */
  const lost = shallowRef<LoggedEvent[]>([])
  const problem = ref<string | null>(null)
  const refusal = ref<string | null>(null)

  const mine = computed(() => outbox.waiting.filter(entry => entry.job === meta.value?.id).map(entry => entry.event))
  const state = computed<JobState>(() => {
    let folded = recorded.value
    if (!sheet.value) return folded
    for (const event of mine.value) {
      // Somebody else was faster: the server will say so; here it has no effect meanwhile.
      if (!guardEvent(sheet.value, folded, event)) folded = foldJob(sheet.value, [event], folded)
    }
    // A picture that waits here goes before the closing, so it counts as kept meanwhile.
    const pictures = outbox.photos.filter(photo => photo.job === meta.value?.id && !photo.problem && !folded.kept[photo.id])
    return pictures.length > 0 ? { ...folded, kept: { ...folded.kept, ...Object.fromEntries(pictures.map(photo => [photo.id, 'waiting'])) } } : folded
  })
  const waitingIds = computed(() => new Set(mine.value.map(event => event.id)))

  const live = useWebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/live`, {
    immediate: false,
    autoConnect: false,
    // A page that is left closes its connection without us.
    autoClose: false,
    autoReconnect: { retries: () => meta.value !== null, delay: attempt => Math.min(500 * attempt, 8000) },
    // Without a `responseMessage` the answer reaches `onMessage`.
    heartbeat: { message: 'ping', interval: LOOK_AGAIN_MS, pongTimeout: 8000 },
    onConnected(socket) {
      // Not at once: the heartbeat starts after this call, and closing ends it.
      if (!meta.value) return queueMicrotask(() => live.close())
      socket.send(JSON.stringify({ watch: meta.value.id }))
      void catchUp()
      void outbox.send()
    },
    onMessage(_socket, { data }) {
      if (data === 'pong') return void catchUp()
      const message = JSON.parse(data as string) as LiveMessage
      if (message.kind === 'resync' || (message.job === meta.value?.id && message.seq > seq.value)) void catchUp()
    },
  })

  /** Key and revision of the released document behind `sheet`. */
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
      const kept = await deviceStore.jobs.get(id)
      const keptDocument = kept && await keptSheet(kept.sheet)
      const document = keptDocument && sheetForJob(keptDocument, kept.meta.setup)
      const keptState = document && await stateOf(kept, document)
      if (isLate()) return
      if (keptState) {
        released = kept.sheet
        sealKey = kept.sealKey
        show(kept.meta, document, keptState, kept.head)
      }
      const bundle = await asked
      const isSame = sheet.value && released?.key === bundle.sheet.key && released.revision === bundle.sheet.revision
      const settled = isSame ? sheet.value! : sheetForJob(await fetchSheet(bundle.sheet), bundle.job.setup)
      if (isLate()) return
      released = bundle.sheet
      sealKey = bundle.sealKey ?? undefined
      const start = bundle.snapshot ?? { seq: 0, state: emptyState() }
      show(bundle.job, settled, foldJob(settled, bundle.events, start.state), bundle.head)
      await outbox.forgetRecorded(new Set(bundle.events.map(event => event.id)))
      keep(bundle.sheet)
      compared = compare(id, bundle)
    } catch (error) {
      if (isLate()) return
      if (!(error instanceof NoNetwork) || !sheet.value) problem.value = error instanceof NoNetwork ? 'This job was never opened on this device, so it cannot be shown without a link.' : sentenceOf(error)
    }
    if (meta.value && !isLate() && live.status.value !== 'CONNECTING') live.open()
  }

  function close(): void {
    opening += 1
    // One that is still being made is used by the next job, or closed when it stands: to break it off is an error to the browser.
    if (live.status.value !== 'CONNECTING') live.close()
    meta.value = null
    sheet.value = null
    released = null
    sealKey = undefined
    recorded.value = emptyState()
    head.value = NO_HEAD
    lost.value = []
    problem.value = null
    refusal.value = null
  }

  function show(job: JobBundle['job'], document: Sheet, folded: JobState, at: LogHead): void {
    meta.value = job
    sheet.value = document
    recorded.value = folded
    head.value = at
  }

  /** The state that is kept of a job; one of another format is folded anew from the kept log, if it is whole. */
  async function stateOf({ id, format, state, head }: KeptJob, document: Sheet): Promise<JobState | undefined> {
    if (format === STATE_FORMAT) return state
    const events = await wholeLog(id, head.seq)
    return events && foldJob(document, events)
  }

  /** What is kept of the log here has been compared with the server's; before that nothing new is put over it. */
  let compared: Promise<void> = Promise.resolve()
  async function compare(id: string, { head: there, events }: JobBundle): Promise<void> {
    try {
      const missing = await findLost(id, there, events)
      if (id === meta.value?.id) await giveBack(id, missing)
      await keepLog(id, events)
      await completeLog(id, there.seq)
    } catch {
      // Without the link, or without room on the device: compared the next time.
    }
  }

  /** After a restore: what this person did is offered to the server again, as it was; what others did is told. */
  async function giveBack(id: string, missing: readonly LoggedEvent[]): Promise<void> {
    const own = missing.filter(event => event.actor.id === session.person?.id && event.type !== 'job-opened' && event.type !== 'photo-kept')
    for (const { seq: _seq, hash: _hash, ...event } of own) await outbox.add(id, event as JobEvent)
    lost.value = missing.filter(event => !own.includes(event))
  }

  const eventOf = <T extends EventType>(type: T, body: EventBodies[T]) =>
    ({ id: newId(), type, body, actor: { id: session.person?.id ?? '', name: session.person?.name ?? '' }, happenedAt: serverNow().toISOString() }) as JobEvent

  /** True when this may be done only with a reason, which is asked for first. */
  const asksReason = <T extends EventType>(type: T, body: EventBodies[T]): boolean => sheet.value !== null && wantsReason(sheet.value, state.value, eventOf(type, body))

  /** Does something at the bench. Takes effect at once, or says in `refusal` why it may not happen. */
  function act<T extends EventType>(type: T, body: EventBodies[T]): boolean {
    if (!sheet.value || !meta.value || !session.person) return false
    // A plain copy: what a form holds is reactive and cannot be stored on the device.
    const event = eventOf(type, JSON.parse(JSON.stringify(body)) as EventBodies[T])
    const entry = event.type === 'undone' ? standingEntry(state.value, event.body.event) : undefined
    const refused = (entry && refuseUndo(session.person, entry)) ?? guardEvent(sheet.value, state.value, event)
    refusal.value = refused?.message ?? null
    if (refused) return false
    void outbox.add(meta.value.id, event)
    return true
  }

  /** A second person signs one event at this bench, with login and PIN, or with the password when the PINs are spent. Says what went wrong. */
  async function sign<T extends EventType>(type: T, body: EventBodies[T], login: string, secret: { pin: string } | { password: string }): Promise<SignFault | null> {
    if (!meta.value) return null
    const event = { id: newId(), type, body, happenedAt: serverNow().toISOString() }
    try {
      // What waits here comes first, because the signature stands on it.
      await outbox.send()
      await callApi(`/jobs/${meta.value.id}/sign`, { method: 'POST', body: { device: deviceId(), event, login, ...secret } })
      await catchUp()
      return null
    } catch (error) {
      if (!(error instanceof NoNetwork)) return { sentence: sentenceOf(error), needsPassword: error instanceof ApiProblem && error.details.code === 'pin.spent' }
      if ('password' in secret) return { sentence: 'Without the link only a PIN can sign.' }
      const fault = await signSealed({ ...event, actor: { id: `sealed:${login}`, name: login } } as JobEvent, login, secret.pin)
      return fault === null ? null : { sentence: fault }
    }
  }

  /** Without the link the signature is sealed and waits with everything else; the server proves it when it arrives. */
  async function signSealed(event: JobEvent, login: string, pin: string): Promise<string | null> {
    if (!meta.value || !sheet.value || !session.person) return null
    if (login.toLowerCase() === session.person.login) return 'Without the link somebody else than you must sign.'
    const refused = guardEvent(sheet.value, state.value, event)
    if (refused) return refused.message
    try {
      if (!sealKey) throw new NoNetwork()
      // Rarely needed and large; the service worker keeps it for when there is no link.
      const { sealSignature } = await import('../../net/seal-signature')
      const { id, type, body, happenedAt } = event
      const sealed = await sealSignature(sealKey, {
        login, pin, head: head.value, waiting: mine.value.map(waits => waits.id),
        event: { job: meta.value.id, id, type, body, happenedAt, device: deviceId() },
      })
      await outbox.add(meta.value.id, event, { sealed, at: session.person.id })
      return null
    } catch {
      return 'This device cannot keep a signature without the link. Other steps can go on meanwhile.'
    }
  }

  let catching: Promise<void> | undefined
  function catchUp(): Promise<void> {
    catching ??= (async () => {
      const job = meta.value?.id
      if (!job) return
      try {
        const at = head.value
        const events = await fetchEvents(job, Math.max(0, at.seq - 1))
        if (job !== meta.value?.id) return
        // The event that we know as the last one comes with the others: if it is another, or gone, the server was restored to what it was before.
        if (at.seq > 0 && events[0]?.hash !== at.hash) void open(job)
        else void grow(job, events)
        // An answer carries so many at most; who was far behind asks again.
        if (events.length >= MANY) setTimeout(() => void catchUp())
      } catch {
        // Not reached, or signed out: the next message, connection or tick asks again.
      }
    })().finally(() => { catching = undefined })
    return catching
  }

  /** Folds what comes next in the log; a gap means that something of others lies between, so the log is asked. */
  function grow(job: string, events: readonly LoggedEvent[]): void | Promise<void> {
    if (job !== meta.value?.id || !sheet.value) return
    const next = events.filter(event => event.seq > seq.value).sort((a, b) => a.seq - b.seq)
    if (next.length === 0) return
    if (next[0]!.seq !== seq.value + 1) return catchUp()
    recorded.value = foldJob(sheet.value, next, recorded.value)
    head.value = { seq: next.at(-1)!.seq, hash: next.at(-1)!.hash }
    void compared.then(() => keepLog(job, next)).catch(() => undefined)
    void outbox.forgetRecorded(new Set(next.map(event => event.id)))
  }
  outbox.onRecorded(grow)

  const keepSoon = useDebounceFn((sheetRef: JobBundle['sheet']) => keep(sheetRef), 400)
  function keep(sheetRef: JobBundle['sheet']): void {
    if (!meta.value) return
    void deviceStore.jobs.put({ id: meta.value.id, meta: { ...meta.value }, sheet: sheetRef, head: { ...head.value }, format: STATE_FORMAT, state: recorded.value, ...(sealKey ? { sealKey } : {}) })
  }
  watch(seq, () => {
    if (released && meta.value) void keepSoon(released)
  })

  const timers = computed(() => sheet.value ? timersOf(sheet.value, state.value).filter(wait => !wait.cut) : [])

  return { meta, sheet, state, seq, lost, problem, refusal, waitingIds, timers, open, close, act, asksReason, sign, catchUp }
})
