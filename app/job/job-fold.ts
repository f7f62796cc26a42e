import { computed, shallowRef } from 'vue'
import {
  byDeed, emptyState, foldJob, judgeTogether, standingSheet, STATE_FORMAT,
  type EventBodies, type JobEvent, type JobState, type Shelf, type Sheet,
} from '#core'
import type { JobBundle, LoggedEvent, LogHead } from '#shared/wire/types'
import type { KeptJob, WaitingPhoto } from '../net/device-store'
import { wholeLog } from './job-log'

const NO_HEAD: LogHead = { seq: 0, hash: '' }

/** The log as the server has it, folded, and on top of it what waits on this device. */
export function useJobFold(waits: { events: () => readonly JobEvent[], photos: () => readonly WaitingPhoto[] }) {
  const meta = shallowRef<JobBundle['job'] | null>(null)
  /** What the job was opened with, and what it has taken over since, or could. */
  const documents = shallowRef<Shelf | null>(null)
  const recorded = shallowRef<JobState>(emptyState())
  /** The newest event of the log that is folded here; `seq` is its number. */
  const head = shallowRef<LogHead>(NO_HEAD)
  const seq = computed(() => head.value.seq)

  const state = computed<JobState>(() => {
    let folded = recorded.value
    if (!documents.value) return folded
    for (const together of byDeed(waits.events())) {
      // Somebody else was faster: the server will say so; here it has no effect meanwhile.
      folded = judgeTogether(documents.value, folded, together).state ?? folded
    }
    // A picture that waits here goes before the closing, so it counts as kept meanwhile.
    const pictures = waits.photos().filter(photo => !photo.problem && !folded.kept[photo.id])
    return pictures.length > 0
      ? { ...folded, kept: { ...folded.kept, ...Object.fromEntries(pictures.map(photo => [photo.id, 'waiting'])) } }
      : folded
  })

  /** The sheet that stands: as it was opened, with what was written into it since. */
  const sheet = computed<Sheet | null>(() => documents.value && standingSheet(documents.value, state.value))

  function show(job: JobBundle['job'], shelf: Shelf, folded: JobState, at: LogHead): void {
    meta.value = job
    documents.value = shelf
    recorded.value = folded
    head.value = at
  }

  function clear(): void {
    meta.value = null
    documents.value = null
    recorded.value = emptyState()
    head.value = NO_HEAD
  }

  /** Folds what comes next in the log and gives it; null when something of others lies between, so that the log is to be asked. */
  function grow(events: readonly LoggedEvent[]): LoggedEvent[] | null {
    const next = events.filter(event => event.seq > seq.value).sort((a, b) => a.seq - b.seq)
    if (next.length === 0 || !documents.value) return []
    if (next[0]!.seq !== seq.value + 1) return null
    recorded.value = foldJob(documents.value, next, recorded.value)
    head.value = { seq: next.at(-1)!.seq, hash: next.at(-1)!.hash }
    return next
  }

  /** True when the work has gone on by a revision that this page does not have: nobody folds on without it. */
  const lacks = (events: readonly LoggedEvent[]): boolean => events.some(({ type, body }) =>
    type === 'sheet-taken-over' && !Object.hasOwn(documents.value?.later ?? {}, (body as EventBodies['sheet-taken-over']).to.sha256))

  return { meta, documents, sheet, state, recorded, head, seq, show, clear, grow, lacks }
}

export type JobFold = ReturnType<typeof useJobFold>

/** The state that is kept of a job; one of another format is folded anew from the kept log, if it is whole. */
export async function stateOfKept({ id, format, state, head }: KeptJob, shelf: Shelf): Promise<JobState | undefined> {
  if (format === STATE_FORMAT) return state
  const events = await wholeLog(id, head.seq)
  return events && foldJob(shelf, events)
}
