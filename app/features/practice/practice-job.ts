import { computed, ref, shallowRef } from 'vue'
import { v4 as newId } from 'uuid'
import {
  byDeed, foldJob, goodTruth, isDone, judgeTogether, nextDeed, nextSteps, standingEntry, standingSheet, stepOf, wantsReason,
  type EventBodies, type EventType, type JobEvent, type JobSetup, type SheetDocument,
} from '#core'
import { refuseUndo } from '#shared/rights'
import { serverNow } from '../../net/server-clock'
import { useSessionStore } from '../../net/session-store'
import type { OpenJob } from '../../job/open-job'

/** A job on a made-up machine: kept nowhere and sent nowhere, and by the same rules as every other. */
export interface PracticeJob extends OpenJob {
  /** Does what a step still asks for, on a machine in good order, and ticks it; false, with the reason in `refusal`, where it stops. */
  doStep: (key: string) => boolean
  /** Does step after step, until that one is at hand. */
  doUpTo: (key: string) => void
}

/** Who signs where a second person must: nobody's secret is asked for on a made-up machine. */
const SECOND = { id: 'practice-second', name: 'Second person (made up)' }
const MOST_DEEDS = 400

/** @param sheetOf the document; another one while its author writes */
export function practiceJob(sheetOf: () => SheetDocument, setup: JobSetup): PracticeJob {
  const document = computed(sheetOf)
  const session = useSessionStore()
  const me = () => ({ id: session.person?.id ?? '', name: session.person?.name ?? '' })
  const eventOf = <T extends EventType>(type: T, body: EventBodies[T], actor = me()) =>
    ({ id: newId(), type, body: JSON.parse(JSON.stringify(body)) as typeof body, actor, happenedAt: serverNow().toISOString() }) as JobEvent

  const opened = serverNow().toISOString()
  const state = shallowRef(foldJob(document.value, [eventOf('job-opened', { reason: 'Practice', ...setup })]))
  const sheet = computed(() => standingSheet(document.value, state.value))
  const refusal = ref<string | null>(null)

  /** A picture that nobody took counts as kept. */
  const kept = (events: readonly JobEvent[]) => events.flatMap(event =>
    event.type === 'photo-added' ? [eventOf('photo-kept', { photo: event.body.photo, sha256: '0'.repeat(64) })] : [])
  function take(events: readonly JobEvent[]): boolean {
    for (const together of byDeed(events)) {
      const judged = judgeTogether(document.value, state.value, together)
      refusal.value = judged.refusal?.message ?? null
      if (!judged.state) return false
      state.value = foldJob(document.value, kept(together), judged.state)
    }
    return true
  }
  function act<T extends EventType>(type: T, body: EventBodies[T]): boolean {
    const event = eventOf(type, body)
    const entry = event.type === 'undone' ? standingEntry(state.value, event.body.event) : undefined
    const refused = entry && session.person && refuseUndo(session.person, entry)
    if (!refused) return take([event])
    refusal.value = refused.message
    return false
  }

  function doStep(key: string): boolean {
    const truth = goodTruth(sheet.value)
    for (let deeds = 0; deeds < MOST_DEEDS && !isDone(state.value, key); deeds++) {
      const { draft, byLead } = nextDeed(sheet.value, state.value, stepOf(sheet.value, key), truth, { at: serverNow(), newId })
      if (!take([{ ...draft, actor: byLead ? SECOND : me() } as JobEvent])) return false
    }
    return isDone(state.value, key)
  }
  function doUpTo(key: string): void {
    for (let next = nextSteps(sheet.value, state.value)[0]; next && next.key !== key; next = nextSteps(sheet.value, state.value)[0])
      if (!doStep(next.key)) return
  }

  return {
    isPractice: true,
    meta: {
      id: `practice-${newId()}`, number: 0, reason: 'Practice', status: 'open', stepsDone: 0, stepsTotal: document.value.steps.length,
      currentStep: null, timer: null, openedAt: opened, closedAt: null, setup,
      unitTag: 'made-up machine', unitName: document.value.title, siteName: '',
    },
    get sheet() { return sheet.value },
    get state() { return state.value },
    waitingIds: new Set(),
    takeover: null,
    get refusal() { return refusal.value },
    set refusal(sentence) { refusal.value = sentence },
    act,
    actTogether(drafts) {
      const deed = drafts.length > 1 ? { deed: newId() } : {}
      return take(drafts.map(({ type, body }) => ({ ...eventOf(type, body), ...deed }) as JobEvent))
    },
    reserveNumbers: async () => {},
    asksReason: (type, body) => wantsReason(document.value, state.value, eventOf(type, body)),
    async sign(type, body) {
      return take([eventOf(type, body, SECOND)]) ? null : { sentence: refusal.value! }
    },
    doStep,
    doUpTo,
  }
}
