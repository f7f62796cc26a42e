import { choiceOf, stepName } from '../sheet'
import { isDone } from '../teardown'
import { proposeWay } from './propose-way'
import { askReason, missingFirst, refuse } from './refusal'
import type { Stamp } from './stamp'
import { STANDS_ALONE, type Subject } from './subject'

export interface WayEvents {
  'way-chosen': { choice: string, way: string, reason?: string }
}

export interface WayState {
  ways: Record<string, Stamp & { way: string, reason?: string }>
}

export interface WayDuty { kind: 'way', choice: string }

/** Forks of the overhaul: proposed by what was found, signed by a person. */
export const ways: Subject<WayEvents, WayState, WayDuty> = {
  ...STANDS_ALONE,
  empty: () => ({ ways: {} }),
  events: {
    'way-chosen': {
      name: 'Way',
      right: 'job:work',
      home: 'ways',
      writes: ['ways'],
      fold: (state, stamp, { choice, way, reason }) => { state.ways[choice] = { ...stamp, way, ...reason ? { reason } : {} } },
      guard: ({ sheet, state, owed }, { choice: key, way, reason }) => {
        const choice = choiceOf(sheet, key)
        if (!choice.ways.some(candidate => candidate.key === way)) return refuse('way.unknown', `"${choice.question}" has no way "${way}".`)
        const chosen = state.ways[key]
        if (chosen) return refuse('way.chosen-already', `${chosen.by} has decided this already. Undo that first.`)
        const chooser = sheet.steps.find(step => step.chooses === key)!
        const missing = missingFirst(sheet, state, chooser)
        if (missing) return missing
        const before = owed(chooser, { only: ['reading', 'decision'] })
        if (before) return refuse('way.too-early', `Before the decision: ${before}.`)
        const proposal = proposeWay(sheet, state, key)
        return proposal && proposal.way !== way && !reason
          ? askReason(
              'way.against-proposal',
              `The readings speak for the other way (${proposal.reasons.join(', ')}). Give the reason for going against them.`,
            )
          : null
      },
    },
  },
  duties: {
    way: {
      turn: 'decide',
      asks: ['chooses'],
      evenDeparted: true,
      of: (_sheet, state, { chooses: choice }) => choice ? [{ duty: { kind: 'way', choice }, met: Object.hasOwn(state.ways, choice) }] : [],
      say: ({ choice }, sheet) => `decide "${choiceOf(sheet, choice).question}"`,
    },
  },
  holdsFast: ({ sheet, state }, event) => {
    const way = Object.entries(state.ways).find(([, stamp]) => stamp.event === event)?.[0]
    const onWay = way && sheet.steps.find(step => isDone(state, step.key) && step.ways?.[way])
    return onWay ? refuse('undo.stood-on', `${stepName(sheet, onWay)} belongs to the way that was chosen. Undo that step first.`) : null
  },
}
