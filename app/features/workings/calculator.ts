import type { BoltLayout, QuantityKind, Quantiles, RunOut, RunOutPoint, ShaftBow, Verdict, WorkingLine } from '#core'
import type { Fields, Values } from './fields'

/** One line of a result: a value that is shown in the person's units, or a word. */
export type Result
  = | {
    label: string
    value: number
    kind: QuantityKind
    unit?: string
    decimals?: number
    signed?: boolean
    main?: boolean
    verdict?: Verdict
  }
  | {
    label: string
    from: number
    to: number
    kind: QuantityKind
    unit?: string
    decimals?: number
    signed?: boolean
    main?: boolean
    verdict?: Verdict
  }
  | { label: string; word: string; main?: boolean; verdict?: Verdict }

interface StripEdge { widthMm: number, clearanceUm: number }

/** A flattened plastic gauge strip across a bearing, read at both edges. */
export interface BearingStrip { at: 'drive end' | 'middle' | 'other end', left: StripEdge, right: StripEdge }

export type Drawing
  = | { kind: 'zones'; nominalMm: number; zones: { name: string; lowerUm: number; upperUm: number; measuredUm?: number }[] }
    | { kind: 'histogram'; bins: readonly number[]; minUm: number; maxUm: number }
    | { kind: 'polar'; points: readonly RunOutPoint[]; runOut: RunOut }
    | { kind: 'bow'; bow: ShaftBow }
    | { kind: 'ring'; layout: BoltLayout; order: readonly number[] }
    | { kind: 'forces'; finalN: readonly number[]; targetN: number; quantiles: readonly Quantiles[] }
    | {
      kind: 'bearing'
      strips: readonly BearingStrip[]
      ends: readonly { at: 'drive end' | 'other end'; shimMm: number; wireMm: number; pinchUm: number }[]
    }

export interface Outcome {
  results: readonly Result[]
  working: readonly WorkingLine[]
  drawing?: Drawing
  /** What can hurt somebody or the part, said with the result. */
  caution?: string
}

export interface Calculator {
  key: string
  title: string
  /** What it is for, in one sentence. */
  about: string
  fields: Fields
  /** Which field a refusal of the core speaks of: the core's name → ours. */
  blames?: Readonly<Record<string, string>>
  compute: (values: Record<string, unknown>) => Outcome | Promise<Outcome>
}

/** Gives a calculator its types: `compute` sees each field as it reads. */
export const calculator = <F extends Fields>(
  of: Omit<Calculator, 'fields' | 'compute'> & { fields: F; compute: (values: Values<F>) => Outcome | Promise<Outcome> },
): Calculator => of as unknown as Calculator

export const um = (label: string, value: number, more: Partial<Extract<Result, { value: number }>> = {}): Result => ({
  label,
  value: value / 1000,
  kind: 'length',
  unit: 'µm',
  decimals: 1,
  ...more,
})
export const mm = (label: string, value: number, more: Partial<Extract<Result, { value: number }>> = {}): Result => ({
  label,
  value,
  kind: 'length',
  decimals: 3,
  ...more,
})
export const umRange = (label: string, from: number, to: number): Result => ({
  label,
  from: from / 1000,
  to: to / 1000,
  kind: 'length',
  unit: 'µm',
  decimals: 1,
  signed: true,
})
export const mmRange = (label: string, from: number, to: number): Result => ({ label, from, to, kind: 'length', decimals: 3 })
