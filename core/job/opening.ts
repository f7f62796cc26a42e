import type { Bend, Depth } from '../sheet'
import { refuse } from './refusal'
import type { Stamp } from './stamp'
import { STANDS_ALONE, type Subject } from './subject'

/** What is settled when a job starts; together with the sheet it gives the sheet of the job. */
export interface JobSetup {
  /** Options of the unit, as they were. */
  options?: Record<string, string>
  depth?: Depth
  /** Only as far as this part or position. */
  target?: string
  /** Everything that a kit may carry is replaced, whatever is found. */
  kitComplete?: true
  /** Figures of this unit that are others than its sheet says, as earlier jobs have left them. */
  bends?: UnitBends
}

/** What earlier jobs of a unit have written down of it; each change is another version. */
export interface UnitBends { version: number, list: UnitBend[] }
export interface UnitBend { bend: Bend, source: string, by: string, at: string }

/** Which document a job was opened with; by its hash it is inside the chain of the log. */
export interface OpenedWith { key: string, revision: number, sha256: string }

export interface OpeningEvents {
  /** `sheet` is left out only in logs that are older than it; `hours`: what the machine had run, where that is known. */
  'job-opened': { reason: string, sheet?: OpenedWith, hours?: number } & JobSetup
  'job-closed': { remark?: string }
}

export interface OpeningState {
  opened: (Stamp & { reason: string, sheet?: OpenedWith, hours?: number } & JobSetup) | null
  closed: (Stamp & { remark?: string }) | null
}

/** The first and the last event of a job. */
export const opening: Subject<OpeningEvents, OpeningState> = {
  ...STANDS_ALONE,
  empty: () => ({ opened: null, closed: null }),
  events: {
    'job-opened': {
      name: 'Opened',
      right: 'job:work',
      fold: (state, stamp, body) => { state.opened = { ...stamp, ...body } },
      guard: ({ state }) => state.opened ? refuse('job.already-open', 'This job is open already.') : null,
    },
    'job-closed': {
      name: 'Closing',
      right: 'job:close',
      fold: (state, stamp, body) => { state.closed = { ...stamp, ...body } },
      guard: ({ blockers }) => {
        const [first, ...more] = blockers()
        return first
          ? refuse('close.blocked', `The job cannot close. ${first.message}${more.length ? ` And ${more.length} more.` : ''}`)
          : null
      },
    },
  },
}
