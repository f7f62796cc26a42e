import { computed, shallowRef } from 'vue'
import {
  byDeed, emptyState, foldJob, judgeTogether, standingSheet, STATE_FORMAT, type JobEvent, type JobState, type Sheet, type SheetDocument,
} from '#core'
import type { JobBundle, LoggedEvent, LogHead } from '#shared/wire/types'
import type { KeptJob, WaitingPhoto } from '../net/device-store'
import { wholeLog } from './job-log'

const NO_HEAD: LogHead = { seq: 0, hash: '' }

/** The log as the server has it, folded, and on top of it what waits on this device. */
export function useJobFold(waits: { events: () => readonly JobEvent[], photos: () => readonly WaitingPhoto[] }) {
  const meta = shallowRef<JobBundle['job'] | null>(null)
  /** What the job was opened with. */
  const document = shallowRef<SheetDocument | null>(null)
  const recorded = shallowRef<JobState>(emptyState())
  /** The newest event of the log that is folded here; `seq` is its number. */
  const head = shallowRef<LogHead>(NO_HEAD)
  const seq = computed(() => head.value.seq)

  const state = computed<JobState>(() => {
    let folded = recorded.value
    if (!document.value) return folded
    for (const together of byDeed(waits.events())) {
      // Somebody else was faster: the server will say so; here it has no effect meanwhile.
      folded = judgeTogether(document.value, folded, together).state ?? folded
    }
    // A picture that waits here goes before the closing, so it counts as kept meanwhile.
    const pictures = waits.photos().filter(photo => !photo.problem && !folded.kept[photo.id])
    return pictures.length > 0
      ? { ...folded, kept: { ...folded.kept, ...Object.fromEntries(pictures.map(photo => [photo.id, 'waiting'])) } }
      : folded
  })

  /** The sheet that stands: as it was opened, with what was written into it since. */
  const sheet = computed<Sheet | null>(() => document.value && standingSheet(document.value, state.value))

  function show(job: JobBundle['job'], opened: SheetDocument, folded: JobState, at: LogHead): void {
    meta.value = job
    document.value = opened
    recorded.value = folded
    head.value = at
  }

  function clear(): void {
    meta.value = null
    document.value = null
    recorded.value = emptyState()
    head.value = NO_HEAD
  }

  /** Folds what comes next in the log and gives it; null when something of others lies between, so that the log is to be asked. */
  function grow(events: readonly LoggedEvent[]): LoggedEvent[] | null {
    const next = events.filter(event => event.seq > seq.value).sort((a, b) => a.seq - b.seq)
    if (next.length === 0 || !document.value) return []
    if (next[0]!.seq !== seq.value + 1) return null
    recorded.value = foldJob(document.value, next, recorded.value)
    head.value = { seq: next.at(-1)!.seq, hash: next.at(-1)!.hash }
    return next
  }

  return { meta, document, sheet, state, recorded, head, seq, show, clear, grow }
}

export type JobFold = ReturnType<typeof useJobFold>

/** The state that is kept of a job; one of another format is folded anew from the kept log, if it is whole. */
export async function stateOfKept({ id, format, state, head }: KeptJob, document: SheetDocument): Promise<JobState | undefined> {
  if (format === STATE_FORMAT) return state
  const events = await wholeLog(id, head.seq)
  return events && foldJob(document, events)
}
