import { overtake, takeOut } from './going-back'
import type { OpenedWith } from './opening'
import { refuse } from './refusal'
import type { Stamp } from './stamp'
import { takeoverPlan } from './takeover-plan'
import { STANDS_ALONE, type Subject } from './subject'

export interface TakeoverEvents {
  /**
   * The job goes on by another revision of its sheet; the ticked steps that say something else now are open again. For those by which
   * something came off (`past`) whoever signs stands: they were done as they were.
   */
  'sheet-taken-over': { from: OpenedWith, to: OpenedWith, reopens: string[], past: string[] }
}

export interface TakenOver extends Stamp { from: OpenedWith, to: OpenedWith, reopens: string[], past: string[] }
export interface TakeoverState { takenOver: TakenOver[] }

type Subjects = readonly Pick<Subject<object, object>, 'reopens' | 'overtakes'>[]

/** A running job goes on by a newer revision. It is never taken back, only succeeded by another. */
export const takeover = (subjects: () => Subjects): Subject<TakeoverEvents, TakeoverState> => ({
  ...STANDS_ALONE,
  empty: () => ({ takenOver: [] }),
  events: {
    'sheet-taken-over': {
      name: 'Newer revision',
      right: 'hold:release',
      fold: (state, stamp, body, { sheet }) => {
        const keys = new Set(body.reopens)
        const steps = sheet.steps.filter(step => keys.has(step.key))
        for (const register of subjects().flatMap(subject => subject.reopens)) takeOut(state[register], keys)
        for (const subject of subjects()) {
          // What was measured stays measured: it is judged by the limits of the new revision.
          const { readings: _readings, ...overtaken } = subject.overtakes({ sheet, state, steps, keys })
          overtake(state, stamp.event, overtaken)
        }
        state.takenOver.push({ ...stamp, ...body })
      },
      guard: ({ state, document, documentOf }, { from, to, ...said }) => {
        const now = state.takenOver.at(-1)?.to ?? state.opened?.sheet
        if (!now) return refuse('takeover.no-name', 'The log of this job does not say which document it was opened with.')
        if (now.sha256 !== from.sha256) return refuse('takeover.stale', 'The job goes by another revision already. Look again.')
        if (to.key !== from.key) return refuse('takeover.other-sheet', 'That is the sheet of another kind of machine.')
        if (to.revision <= from.revision) return refuse('takeover.older', `The job goes by revision ${from.revision} already.`)
        const next = documentOf(to.sha256)
        if (!next || next.key !== to.key || next.revision !== to.revision)
          return refuse('takeover.unknown', 'There is no such released revision.')
        const plan = takeoverPlan(document, next, state)
        if (plan.refusal) return plan.refusal
        const isAsSeen = (['reopens', 'past'] as const).every(of =>
          [...said[of]].sort().join() === plan[of].map(({ step }) => step).sort().join())
        return isAsSeen
          ? null
          : refuse('takeover.differs', 'The work has gone on since: other steps would open again. Look again and sign again.')
      },
    },
  },
})
