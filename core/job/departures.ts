import { capital } from '../capital'
import { partOf, stepName, stepOf, type Sheet, type Step } from '../sheet'
import { isDone, sheetNow } from '../teardown'
import { accountOf, isLeftForLater } from './account'
import { missingFirst, refuse } from './refusal'
import type { Stamp } from './stamp'
import type { JobState } from './state'
import { intoRegister, type CloseBlocker, type Subject } from './subject'
import type { Counted } from './ticks'

/** How a machine that is not as its sheet says is met: the step has no object, was done in another way, or cannot be done now. */
export const DEPARTURES = ['does not apply', 'done otherwise', 'not possible now'] as const
export type Departure = (typeof DEPARTURES)[number]

export interface DepartureEvents {
  /**
   * The step is not done as the sheet says: it still is ticked, but owes nothing but signatures and the way. `counted` are the pieces that
   * were moved instead.
   */
  'departure-made': { step: string, how: Departure, reason: string, counted?: Counted[] }
  /** A lead stands for it. */
  'departure-signed': { step: string }
  /** What was not possible then is done now. */
  'step-made-good': { step: string }
}

export interface DepartureMade extends Stamp { how: Departure, reason: string, counted?: Counted[] }
export interface DepartureState {
  departures: Record<string, DepartureMade>
  departuresSigned: Record<string, Stamp>
  madeGood: Record<string, Stamp>
}

export interface DepartureDuty { kind: 'departure', how: Departure }

/**
 * True when a lead has to stand for a departure from this step: where somebody can be hurt, where a debt begins or ends, where match-marks
 * are made or checked, and where a reading decides whether the work goes on.
 *
 * @example departureNeedsLead(sheet, step)
 */
export const departureNeedsLead = (sheet: Sheet, step: Step): boolean => {
  const isDangerous = step.cautions?.some(caution => caution.level === 'danger')
  const decides = step.reads?.some(read => read.backTo)
  const pays = sheet.steps.some(other => other.owes?.some(debt => debt.paidBy === step.key))
  return Boolean(isDangerous || decides || pays || step.owes || step.makes || step.checks)
}

/** Departures from the sheet: steps that were not done as it says, who stands for them, and what was made good since. */
export const departures: Subject<DepartureEvents, DepartureState, DepartureDuty> = {
  empty: () => ({ departures: {}, departuresSigned: {}, madeGood: {} }),
  events: {
    'departure-made': {
      name: 'Departure',
      right: 'job:work',
      ...intoRegister('departures', 'step'),
      guard: ({ sheet, state }, { step: key, how, counted = [] }) => {
        const step = stepOf(sheet, key)
        if (isDone(state, key)) return refuse('step.done-already', `${stepName(sheet, step)} is done. Go back to it first.`)
        if (state.departures[key])
          return refuse(
            'departure.set-already',
            `${state.departures[key].by} has departed from ${stepName(sheet, step)} already. Take that back first.`,
          )
        if (step.stage === 'make-safe' && how !== 'done otherwise') {
          return refuse(
            'departure.make-safe',
            'Making safe is never left out. If it was done in another way, say how; site rules stand above this sheet.',
          )
        }
        const moved = step.removes ?? step.refits ?? []
        const stranger = counted.find(({ part }) => how !== 'done otherwise' || !moved.some(piece => piece.part === part))
        if (stranger) return refuse('count.other-part', `${partOf(sheet, stranger.part).name} is not moved by ${stepName(sheet, step)}.`)
        return missingFirst(sheet, state, step)
      },
    },
    'departure-signed': {
      name: 'Signature of a departure',
      right: 'hold:release',
      ...intoRegister('departuresSigned', 'step'),
      guard: ({ sheet, state }, { step: key }, { actor }) => {
        const [step, aside] = [stepOf(sheet, key), state.departures[key]]
        if (!aside) return refuse('departure.none', `There is no departure at ${stepName(sheet, step)}.`)
        const signed = state.departuresSigned[key]
        if (signed) return refuse('departure.signed-already', `${signed.by} has signed this departure already.`)
        return aside.byId === actor.id
          ? refuse('departure.same-person', 'A departure needs two persons: you made this one, so somebody else signs.')
          : null
      },
    },
    'step-made-good': {
      name: 'Made good',
      right: 'job:work',
      ...intoRegister('madeGood', 'step'),
      guard: ({ sheet, state, owed }, { step: key }) => {
        const step = stepOf(sheet, key)
        if (!isLeftForLater(state, key) || !isDone(state, key))
          return refuse('departure.not-left', `${stepName(sheet, step)} was not left for later.`)
        const left = owed(step, { wholly: true })
        return left ? refuse('step.duties-open', `Before ${stepName(sheet, step)} is made good: ${left}.`) : null
      },
    },
  },
  duties: {
    departure: {
      turn: 'confirm',
      evenDeparted: true,
      of: (sheet, state, step) => {
        const aside = state.departures[step.key]
        return aside && departureNeedsLead(sheet, step)
          ? [{ duty: { kind: 'departure', how: aside.how }, met: Object.hasOwn(state.departuresSigned, step.key) }]
          : []
      },
      say: () => 'a lead signs the departure',
    },
  },
  blockers: (sheet, state, document) => [...leftForLater(sheet, state, document), ...leftOver(sheet, state)],
  reopens: ['departures', 'departuresSigned', 'madeGood'],
  overtakes: () => ({}),
  holdsFast: ({ sheet, state }, event) => {
    // A signature that the step did not wait for may go; one that it owes is missed by the step itself.
    const step = sheet.steps.find(({ key }) => isDone(state, key) && state.departures[key]?.event === event)
    return step ? refuse('undo.stood-on', `${stepName(sheet, step)} was ticked on it. Undo that tick first.`) : null
  },
}

const leftForLater = (sheet: Sheet, state: JobState, document: Sheet): CloseBlocker[] =>
  sheet.steps
    .filter(({ key }) => isLeftForLater(state, key) && !state.departuresSigned[key])
    .map(step => ({
      code: 'left-for-later',
      step: step.key,
      message: `${capital(stepName(document, step))} was left for later. Make it good, or let a lead sign that it stays so.`,
    }))

/** Pieces that came out and did not go back, because of a departure from their refit: where they went must be written down. */
function leftOver(sheet: Sheet, state: JobState): CloseBlocker[] {
  const parts = new Set(sheet.steps.filter(step => state.departures[step.key]).flatMap(step => step.refits ?? []).map(piece => piece.part))
  return accountOf(sheet, state).flatMap(({ part, loose, bagged, washing }) => {
    const left = loose + washing + bagged.reduce((sum, bag) => sum + bag.count, 0)
    return parts.has(part.key) && left > 0
      ? [
          {
            code: 'left-over',
            part: part.key,
            message: `${part.name}: ${left} came out and did not go back. Write down what became of them in the account.`,
          },
        ]
      : []
  })
}

/**
 * The departure that suggests itself at a step: what was done to the other side of its rung. What never came out does not go back.
 *
 * @example proposedDeparture(sheet, state, step)?.how // 'does not apply'
 */
export function proposedDeparture(
  sheet: Sheet,
  state: JobState,
  step: Step,
): Pick<DepartureMade, 'how' | 'reason' | 'counted'> | undefined {
  const other = step.rung && sheet.steps.find(one => one.rung === step.rung && one !== step && isDone(state, one.key))
  return other ? state.departures[other.key] : undefined
}

/** A departure as it is told in the record. */
export interface DepartureLine { step: Step, made: DepartureMade, signed: Stamp | null, madeGood: Stamp | null }

/**
 * Every departure of a job, in the order of its sheet.
 *
 * @example departuresOf(sheet, state).map(({ step, made }) => `${step.title}: ${made.how}`)
 */
export const departuresOf = (sheet: Sheet, state: JobState): DepartureLine[] => sheetNow(sheet, state).steps.flatMap((step) => {
  const made = state.departures[step.key]
  return made ? [{ step, made, signed: state.departuresSigned[step.key] ?? null, madeGood: state.madeGood[step.key] ?? null }] : []
})
