import { worstVerdict, type Criterion } from '../metrology'
import { withoutDust } from '../numbers'
import { limitsAt, positionOf, readOf, type ReadingStage, type Sheet, type StageLimits } from '../sheet'
import { dispositionOf } from './account'
import {
  assessReading,
  criterion,
  placeOf,
  uncertaintyOf,
  valuesAt20,
  verdictLine,
  type Assessment,
  type ReadingConditions,
} from './assess-reading'
import { readingAt } from './reading-at'
import type { JobState } from './state'

/** A reading as it was taken, or as it stands in the form and is not stored yet. */
export interface Taken {
  position: string
  stage: ReadingStage
  values: readonly (readonly number[])[]
  conditions?: ReadingConditions | undefined
  at?: string | undefined
}

export interface AssessedTaken extends Assessment {
  /** The limits that counted. */
  against: StageLimits
  /** What must hold as left, where a worn part was judged by more. */
  asLeft: StageLimits | null
}

/**
 * The verdict of a reading of a job: against the limits of its position at that stage, and against the earlier reading that it must keep
 * to.
 *
 * A change is judged as a value of its own between ± what the sheet allows, with the uncertainties of both readings added by their squares.
 *
 * @param taken the reading; it need not be in the state
 * @throws DomainError those of `assessReading`
 * Source: ISO 14253-1, GUM 5.1.2.
 * @example assessTaken(sheet, state, readingAt(state, 'end-float', 'as-left')!).verdict
 */
export function assessTaken(sheet: Sheet, state: JobState, taken: Taken): AssessedTaken {
  const position = positionOf(sheet, taken.position)
  const against = limitsAt(position, taken.stage, dispositionOf(state, position.part)?.disposition === 'reuse')
  const read = assessReading(position, taken.values, taken, against)
  const change = changeOf(sheet, state, taken)
  const { verdict, criteria, value, survey, runOut, doubts } = read
  return {
    verdict: change ? worstVerdict([verdict, change.verdict]) : verdict,
    criteria: change ? [...criteria, change] : criteria,
    value, survey, runOut, doubts, against,
    asLeft: against.basis === 'reuse' ? limitsAt(position, 'as-left', false) : null,
    get working() {
      return change ? [...read.working, verdictLine(position, change)] : read.working
    },
  }
}

/** How far a reading has left the one it must keep to; undefined when it need not, or when that one was never taken. */
function changeOf(sheet: Sheet, state: JobState, taken: Taken): Criterion | undefined {
  const keeps = readOf(sheet, taken.position, taken.stage)?.keeps
  const earlier = keeps && readingAt(state, keeps.position, keeps.stage)
  if (!keeps || !earlier) return undefined
  const [position, reference] = [positionOf(sheet, taken.position), positionOf(sheet, keeps.position)]
  const uncertainty = Math.hypot(
    uncertaintyOf(position, taken.values, taken.conditions),
    uncertaintyOf(reference, earlier.values, earlier.conditions),
  )
  const since = reference === position ? `since ${keeps.stage.replace('-', ' ')}` : `since “${reference.name}”`
  const within = (label: string, value: number) => criterion(label, withoutDust(value), -keeps.within, keeps.within, uncertainty)
  if (reference !== position || position.method !== 'values') {
    return within(
      `Change ${since}`,
      assessReading(position, taken.values, taken).value - assessReading(reference, earlier.values, earlier).value,
    )
  }
  const before = valuesAt20(reference, earlier.values, earlier.conditions)
  const changes = valuesAt20(position, taken.values, taken.conditions).flatMap((row, station) =>
    row.map((value, plane) => ({ place: placeOf(position, station, plane), by: value - before[station]![plane]! })),
  )
  const most = changes.reduce((worst, change) => Math.abs(change.by) > Math.abs(worst.by) ? change : worst)
  return within(`Change ${since}, ${most.place}`, most.by)
}
