import { stepName, stepOf } from '../sheet'
import { isDone } from '../teardown'
import { ladderOf, ladderStand } from './extraction-ladder'
import { askReason, missingFirst, refuse } from './refusal'
import type { Stamp } from './stamp'
import { intoList, STANDS_ALONE, type Subject } from './subject'

export interface ExtractionEvents {
  /** One rung of the extraction ladder was tried. */
  'extraction-tried': { step: string, rung: number, moved: boolean, reason?: string }
}

export interface ExtractionTried extends Stamp { step: string, rung: number, moved: boolean, reason?: string }
export interface ExtractionState {
  tried: ExtractionTried[]
}

/** Stuck parts: what was tried to get them off, the gentlest first. */
export const extractions: Subject<ExtractionEvents, ExtractionState> = {
  ...STANDS_ALONE,
  empty: () => ({ tried: [] }),
  events: {
    'extraction-tried': {
      name: 'Extraction',
      right: 'job:work',
      ...intoList('tried'),
      guard: ({ sheet, state }, { step: key, rung, reason }) => {
        const step = stepOf(sheet, key)
        if (!step.removes) return refuse('ladder.none', `${stepName(sheet, step)} takes nothing out.`)
        if (isDone(state, key)) return refuse('step.done-already', `${stepName(sheet, step)} is done already.`)
        const ladder = ladderOf(step)
        if (!ladder[rung]) return refuse('ladder.no-rung', `The ladder has ${ladder.length} rungs.`)
        const { next } = ladderStand(state, step)
        if (rung > next && !reason) return askReason('ladder.skipped', `"${ladder[next]!.how}" comes first. Say why it is passed over.`)
        return missingFirst(sheet, state, step)
      },
    },
  },
}
