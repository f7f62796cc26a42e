import type { Verdict } from '../metrology'
import { positionOf, stepName, stepOf, type Position, type ReadingStage, type Sheet } from '../sheet'
import { isDone } from '../teardown'
import { parseQuantity } from '../units'
import { assessReading, placeOf, type ReadingConditions } from './assess-reading'
import { assessTaken } from './assess-taken'
import { readingAt } from './reading-at'
import { refuse, refusedBy, type Refusal } from './refusal'
import type { Overtaken, Stamp } from './stamp'
import type { JobState } from './state'
import { intoList, type Subject } from './subject'

export interface ReadingEvents {
  /**
   * `values[station][plane]` in the SI base of the position's quantity, as the instrument showed them; `typed` is what the person wrote,
   * cell by cell. `shown` is the verdict that the bench had shown, where the register of instruments has made it worse.
   */
  'reading-taken': {
    position: string
    stage: ReadingStage
    values: number[][]
    typed: string[][]
    conditions?: ReadingConditions
    shown?: Verdict
  }
}

export interface ReadingTaken extends Stamp, Overtaken {
  position: string
  stage: ReadingStage
  values: number[][]
  typed: string[][]
  conditions?: ReadingConditions
  shown?: Verdict
}
export interface ReadingState {
  readings: ReadingTaken[]
}

/** `noGo`: it was taken, it is out, and the sheet sends the work back to that step. */
export interface ReadingDuty { kind: 'reading', position: string, stage: ReadingStage, noGo?: string }

/** Readings of positions, as found and as left, and what goes on only when they are in. */
export const readings: Subject<ReadingEvents, ReadingState, ReadingDuty> = {
  empty: () => ({ readings: [] }),
  events: {
    'reading-taken': {
      name: 'Reading',
      right: 'job:work',
      ...intoList('readings'),
      guard: ({ sheet }, { position: key, values, typed, conditions }) => {
        const position = positionOf(sheet, key)
        const [stations, planes] = [position.stations.length, position.planes.length]
        const fits = (grid: readonly (readonly unknown[])[]) => grid.length === stations && grid.every(row => row.length === planes)
        if (!fits(values) || !fits(typed)) return refuse('reading.shape', `${position.name} wants ${stations} × ${planes} readings.`)
        if (!values.flat().every(Number.isFinite)) return refuse('reading.not-a-number', `A reading of ${position.name} is no number.`)
        if (position.method === 'diameter survey' && values.flat().some(v => v <= 0))
          return refuse('reading.not-positive', `A diameter of ${position.name} must be larger than zero.`)
        if (conditions?.temperature && position.quantity !== 'length')
          return refuse('reading.no-length', `${position.name} is no length: its temperature does not change it.`)
        return missaid(position, values, typed) ?? refusedBy(() => assessReading(position, values, { conditions }))
      },
    },
  },
  duties: {
    reading: {
      turn: 'measure',
      asks: ['reads'],
      of: (sheet, state, { key, reads = [] }) =>
        reads.map(({ position, stage, backTo }) => {
          const noGo = backTo && isOut(sheet, state, position, stage) ? backTo : undefined
          return {
            duty: { kind: 'reading', position, stage, ...(noGo ? { noGo } : {}) },
            met: readingAt(state, position, stage) !== undefined && (noGo === undefined || isDone(state, key)),
          }
        }),
      say: ({ position, stage, noGo }, sheet) =>
        noGo
          ? `${positionOf(sheet, position).name} is out: go back to ${stepName(sheet, stepOf(sheet, noGo))}`
          : `take ${positionOf(sheet, position).name}, ${stage}`,
    },
  },
  blockers: (sheet, state) =>
    sheet.steps
      .filter(step => isDone(state, step.key))
      .flatMap(step =>
        (step.reads ?? [])
          .filter(({ backTo, position, stage }) => backTo && isOut(sheet, state, position, stage))
          .map(({ position, stage }) => ({
            code: 'no-go',
            step: step.key,
            message: `${positionOf(sheet, position).name}, ${stage}, is out: the work goes back.`,
          })),
      ),
  reopens: [],
  overtakes: ({ steps }) => {
    const taken = new Set(steps.flatMap(step => step.reads ?? []).map(read => `${read.position} ${read.stage}`))
    return { readings: ({ position, stage }) => taken.has(`${position} ${stage}`) }
  },
}

/** True when the reading that counts was taken and its verdict is out. */
function isOut(sheet: Sheet, state: JobState, position: string, stage: ReadingStage): boolean {
  const reading = readingAt(state, position, stage)
  return reading !== undefined && assessTaken(sheet, state, reading).verdict === 'out'
}

/** Figures of one reading agree to this, as a share; typing and arithmetic leave no more. */
const SAID_WITHIN = 1e-9

/** What stands in the record as typed must be what was judged. */
function missaid(position: Position, values: readonly (readonly number[])[], typed: readonly (readonly string[])[]): Refusal | null {
  for (const [s, row] of typed.entries()) {
    for (const [p, text] of row.entries()) {
      const value = values[s]![p]!
      let said = Number.NaN
      const unread = refusedBy(() => { said = parseQuantity(text, position.quantity).value })
      if (unread) return refuse('reading.typed', `What was typed for ${position.name} is no reading: ${unread.message}`)
      if (Math.abs(said - value) > SAID_WITHIN * Math.max(1, Math.abs(value))) {
        return refuse(
          'reading.typed',
          `${position.name}, ${placeOf(position, s, p)}: what was typed is not the value that was sent with it.`,
        )
      }
    }
  }
  return null
}
