import { isLiftingGear, partOf, positionOf, type Sheet } from '../sheet'
import { isDone } from '../teardown'
import { dispositionOf, movedBy } from './account'
import { assessTaken } from './assess-taken'
import { readingAt } from './reading-at'
import type { ReadingTaken } from './readings'
import { refuse, type Refusal } from './refusal'
import type { Stamp } from './stamp'
import type { JobState } from './state'
import { intoList, STANDS_ALONE, type CloseBlocker, type Subject } from './subject'

export interface ConcessionEvents {
  /**
   * A worn part runs on for a time: until a day, or hours of the machine, whichever comes first, and for a use. `reading` is the event of
   * the reading that it stands over.
   */
  'concession-granted': { part: string, position?: string, reading?: string, until: { day?: string, hours?: number }, use: string }
}

export type ConcessionGranted = Stamp & ConcessionEvents['concession-granted']
export interface ConcessionState { concessions: ConcessionGranted[] }

/** For so long at most: what has to run longer needs another part, or another sheet. */
export const LONGEST_CONCESSION_DAYS = 1096
const MOST_HOURS = LONGEST_CONCESSION_DAYS * 24
const DAY_MS = 86_400_000

/** Worn parts that an engineer lets run on for a time; what may never, and what stays open without. */
export const concessions: Subject<ConcessionEvents, ConcessionState> = {
  ...STANDS_ALONE,
  empty: () => ({ concessions: [] }),
  events: {
    'concession-granted': {
      name: 'Concession',
      right: 'concession:sign',
      ...intoList('concessions'),
      guard: ({ sheet, state }, { part: key, position, reading, until }, { happenedAt }) => {
        const { name } = partOf(sheet, key)
        const said = dispositionOf(state, key)?.disposition
        if (said === 'replace' || said === 'scrap')
          return refuse('concession.replaced', `${name} does not go back: nothing is to be let run on.`)
        return neverConceded(sheet, key)
          ?? (position === undefined && reading === undefined ? null : refuseReading(sheet, state, { part: key, position, reading }))
          ?? refusePressure(sheet, state, key, reading)
          ?? refuseEnd(state, until, happenedAt)
      },
    },
  },
  blockers: (sheet, state) => wornBack(sheet, state).map(({ part, position }): CloseBlocker => ({
    code: 'worn-goes-back', part,
    message: `${positionOf(sheet, position).name} is out, and ${partOf(sheet, part).name} goes back. Replace or rework it${
      neverConceded(sheet, part) ? '.' : ', or an engineer lets it run on for a time.'}`,
  })),
}

/**
 * Why nobody lets this part run out of its limits, whatever was read; null when an engineer may. Loads hang on lifting gear, guards stand
 * between people and what turns, and what is new each time holds only once.
 *
 * @example neverConceded(hoist, 'load-chain')?.code // 'concession.lifting-gear'
 */
export function neverConceded(sheet: Sheet, key: string): Refusal | null {
  const { name, kind, neverAgain } = partOf(sheet, key)
  if (neverAgain) return refuse('concession.never-again', `${name} never goes back a second time: no concession lets it.`)
  if (kind === 'guard') return refuse('concession.guard', `${name} is a guard: it is whole, or the machine does not run.`)
  return isLiftingGear(sheet)
    ? refuse('concession.lifting-gear', `A load hangs on ${name}: lifting gear is within its limits, or out of use.`)
    : null
}

function refuseReading(
  sheet: Sheet, state: JobState, { part, position, reading }: { part: string, position: string | undefined, reading: string | undefined },
): Refusal | null {
  const taken = state.readings.find(one => one.event === reading && !one.overtaken)
  if (!taken || taken.position !== position)
    return refuse('concession.no-reading', 'The reading that it stands over does not stand: take it again.')
  const { name, part: of } = positionOf(sheet, position)
  if (of !== part) return refuse('concession.other-part', `${name} is not measured on that part.`)
  return assessTaken(sheet, state, taken).verdict === 'in' ? refuse('concession.is-in', `${name} is in: it needs no concession.`) : null
}

/** What holds pressure runs on over a reading only, and never below its least. */
function refusePressure(sheet: Sheet, state: JobState, key: string, reading: string | undefined): Refusal | null {
  const { name, holdsPressure } = partOf(sheet, key)
  if (!holdsPressure) return null
  const taken = state.readings.find(one => one.event === reading)
  if (!taken) return refuse('concession.pressure-unread', `Pressure lies behind ${name}: a concession stands over a reading of it.`)
  const { value, against: { lower } } = assessTaken(sheet, state, taken)
  return lower !== undefined && value < lower
    ? refuse('concession.pressure', `Pressure lies behind ${name}, and it is below its least: no concession lets it run.`)
    : null
}

function refuseEnd(state: JobState, { day, hours }: { day?: string, hours?: number }, happenedAt: string): Refusal | null {
  if (day === undefined && hours === undefined)
    return refuse('concession.no-end', 'A concession ends: say the day, or the hours of the machine.')
  const daysTo = day === undefined ? 1 : (Date.parse(day) - Date.parse(happenedAt.slice(0, 10))) / DAY_MS
  if (daysTo <= 0) return refuse('concession.past', 'That day has come already.')
  if (daysTo > LONGEST_CONCESSION_DAYS) return refuse('concession.too-long', 'A part runs on for three years at most.')
  if (hours === undefined) return null
  const now = state.opened?.hours
  if (now === undefined)
    return refuse('concession.no-hours', 'Nobody wrote down what the machine had run when this job was opened: say a day.')
  if (hours <= now) return refuse('concession.past', `The machine has run ${now} h already.`)
  return hours - now > MOST_HOURS ? refuse('concession.too-long', 'A part runs on for three years at most.') : null
}

/** The reading that says how a position is now: as left where it was read again, else as found. */
const standing = (state: JobState, position: string): ReadingTaken | undefined =>
  readingAt(state, position, 'as-left') ?? readingAt(state, position, 'as-found')

/** Positions that were found and are out, of parts that go back as they are, and that nobody with the right lets run on. */
export function wornBack(sheet: Sheet, state: JobState): { part: string, position: string }[] {
  const done = sheet.steps.filter(step => isDone(state, step.key))
  const back = new Set(done.flatMap(step => movedBy(state, step, 'refits')).map(({ part }) => part))
  return sheet.positions.filter(({ key, part }) => {
    if (!back.has(part) || dispositionOf(state, part)?.disposition !== 'reuse' || !readingAt(state, key, 'as-found')) return false
    const isConceded = state.concessions.some(one => one.part === part && (one.position ?? key) === key)
    return !isConceded && assessTaken(sheet, state, standing(state, key)!).verdict === 'out'
  }).map(({ key, part }) => ({ part, position: key }))
}
