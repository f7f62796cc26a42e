import { DomainError } from '../domain-error'
import {
  BY_FINE_STEP,
  DELTA_UM,
  EI_SHAFT_UM,
  ES_SHAFT_UM,
  FINE_STEPS_MM,
  GRADES_UM,
  J_HOLE_UM,
  J_SHAFT_UM,
  K_HOLE_UM,
  K_SHAFT_UM,
  MAIN_STEPS_MM,
} from './iso286-tables'

export interface ToleranceLimits {
  /** Lower limit deviation from the nominal size, µm (EI of a hole, ei of a shaft). */
  lowerUm: number
  /** Upper limit deviation from the nominal size, µm (ES of a hole, es of a shaft). */
  upperUm: number
}

export interface ToleranceClass {
  /** As written, e.g. `H7`. */
  name: string
  of: 'hole' | 'shaft'
  /** Fundamental deviation in small letters: `h`, `js`, `za`. */
  letter: string
  /** `01`, `0`, `1` … `18`. */
  grade: string
}

const STEPS_TO_500 = 13
const CLASS = /^([A-Za-z]{1,2})(01|0|1[0-8]|[1-9])$/
const LETTERS = new Set(['js', 'j', 'k', 'h', ...Object.keys(ES_SHAFT_UM), ...Object.keys(EI_SHAFT_UM)])

const classes = new Map<string, ToleranceClass>()

/**
 * Reads the name of a tolerance class: capital letters are holes, small letters are shafts.
 *
 * @throws DomainError `fit.no-class` for anything that is not a letter of the standard with a grade 01 to 18
 * Source: ISO 286-1:2010, clause 4.2.
 * @example parseToleranceClass('H7') // { name: 'H7', of: 'hole', letter: 'h', grade: '7' }
 */
export function parseToleranceClass(name: string): ToleranceClass {
  const known = classes.get(name)
  if (known) return known
  const [, letters = '', grade = ''] = CLASS.exec(name.trim()) ?? []
  const letter = letters.toLowerCase()
  if (!LETTERS.has(letter) || (letters !== letter && letters !== letters.toUpperCase())) {
    throw new DomainError('fit.no-class', `"${name}" is no tolerance class. Write a letter and a grade: H7 for a hole, k6 for a shaft.`)
  }
  const parsed: ToleranceClass = { name: letters + grade, of: letters === letter ? 'shaft' : 'hole', letter, grade }
  // Names come from people; a program that asks for ever new ones must not fill the memory.
  if (classes.size < 1000) classes.set(name, parsed)
  return parsed
}

/** Index of the step a nominal size lies in; steps are over … up to and including. */
function stepOf(nominalMm: number, steps: readonly number[]): number {
  let [low, high] = [0, steps.length - 1]
  while (low < high) {
    const middle = (low + high) >> 1
    if (nominalMm <= steps[middle]!) high = middle
    else low = middle + 1
  }
  return low
}

/** Over which size and up to which the step of a nominal size reaches for a class, mm. */
export function nominalStep(nominalMm: number, name: string): { overMm: number, toMm: number } {
  const { letter } = parseToleranceClass(name)
  const steps = BY_FINE_STEP.has(letter) ? FINE_STEPS_MM : MAIN_STEPS_MM
  const step = stepOf(nominalMm, steps)
  return { overMm: step === 0 ? 0 : steps[step - 1]!, toMm: steps[step]! }
}

/**
 * Standard tolerance ITn of a nominal size in µm.
 *
 * @param grade `01`, `0`, `1` … `18`
 * @throws DomainError `fit.size`, `fit.no-value`
 * Source: ISO 286-1:2010, table 1.
 * @example standardTolerance(70, '7') // 30
 */
export function standardTolerance(nominalMm: number, grade: string): number {
  checkSize(nominalMm)
  const value = GRADES_UM[grade]?.[stepOf(nominalMm, MAIN_STEPS_MM)]
  if (value === undefined || (nominalMm <= 1 && Number(grade) >= 14)) throw noValue(nominalMm, `IT${grade}`)
  return value
}

/**
 * Limit deviations of a tolerance class at a nominal size, to the micrometre of the standard's tables.
 *
 * @param nominalMm nominal size in mm, over 0 up to 3150
 * @param name tolerance class: holes A … ZC and JS, shafts a … zc and js, grades 01 to 18
 * @returns deviations from the nominal size in µm
 * @throws DomainError `fit.size`, `fit.no-class`, `fit.no-value` where the standard gives no value (t up to 24 mm, letters a to c and
 *   v to zc over 500 mm, cd, ef and fg over 50 mm …)
 * Source: ISO 286-1:2010, tables 1 to 5. JS is ±IT/2 as ISO 286-2:2010 prints it.
 * @example toleranceLimits(70, 'k6') // { lowerUm: 2, upperUm: 21 }
 */
export function toleranceLimits(nominalMm: number, name: string): ToleranceLimits {
  const { of, letter, grade } = parseToleranceClass(name)
  const toleranceUm = standardTolerance(nominalMm, grade)
  if (letter === 'js') return { lowerUm: -toleranceUm / 2, upperUm: toleranceUm / 2 }
  const { side, valueUm } = of === 'shaft' ? shaftDeviation(nominalMm, letter, grade) : holeDeviation(nominalMm, letter, grade)
  if (Number.isNaN(valueUm)) throw noValue(nominalMm, name)
  return side === 'lower'
    ? { lowerUm: valueUm, upperUm: tidy(valueUm + toleranceUm) }
    : { lowerUm: tidy(valueUm - toleranceUm), upperUm: valueUm }
}

interface Deviation { side: 'lower' | 'upper', valueUm: number }

const lower = (valueUm: number): Deviation => ({ side: 'lower', valueUm })
const upper = (valueUm: number): Deviation => ({ side: 'upper', valueUm })
/** Sums of tenths without binary noise. */
const tidy = (valueUm: number) => Math.round(valueUm * 10) / 10
const at = (values: readonly number[] | undefined, step: number) => values?.[step] ?? Number.NaN

function tableStep(nominalMm: number, letter: string): number {
  return stepOf(nominalMm, BY_FINE_STEP.has(letter) ? FINE_STEPS_MM : MAIN_STEPS_MM)
}

function shaftDeviation(nominalMm: number, letter: string, grade: string): Deviation {
  const step = tableStep(nominalMm, letter)
  if (letter === 'h') return upper(0)
  if (letter === 'j') return lower(at(J_SHAFT_UM[grade], step))
  if (letter === 'k')
    return lower(step < STEPS_TO_500 && Number(grade) >= 4 && Number(grade) <= 7 && grade !== '01' && grade !== '0' ? K_SHAFT_UM[step]! : 0)
  if (letter in ES_SHAFT_UM) return upper(nominalMm <= 1 && (letter === 'a' || letter === 'b') ? Number.NaN : at(ES_SHAFT_UM[letter], step))
  return lower(at(EI_SHAFT_UM[letter], step))
}

function holeDeviation(nominalMm: number, letter: string, grade: string): Deviation {
  if (letter === 'h') return lower(0)
  if (letter in ES_SHAFT_UM) return lower(-shaftDeviation(nominalMm, letter, grade).valueUm)
  const step = stepOf(nominalMm, MAIN_STEPS_MM)
  const number = grade === '01' ? 0 : Number(grade)
  const over500 = step >= STEPS_TO_500
  if (letter === 'j') return upper(at(J_HOLE_UM[grade], step))
  if (letter === 'k') {
    if (over500) return upper(number <= 8 ? 0 : Number.NaN)
    if (number > 8) return upper(step === 0 ? 0 : Number.NaN)
    return upper(K_HOLE_UM[step]! + delta(grade, step))
  }
  const shaftUm = at(EI_SHAFT_UM[letter], tableStep(nominalMm, letter))
  if (over500) return upper(-shaftUm)
  if (letter === 'm') {
    // Printed so, because the rule would leave no clearance reserve against h5 in this step.
    if (grade === '6' && nominalMm > 250 && nominalMm <= 315) return upper(-9)
    return upper(tidy(-shaftUm + (number <= 8 ? delta(grade, step) : 0)))
  }
  if (letter === 'n') {
    if (number <= 8) return upper(tidy(-shaftUm + delta(grade, step)))
    return upper(step === 0 ? (nominalMm <= 1 ? Number.NaN : -4) : 0)
  }
  return upper(tidy(-shaftUm + (number <= 7 ? delta(grade, step) : 0)))
}

/** Δ of a grade; the standard prints it from grade 3 on, and none is needed up to 3 mm. */
const delta = (grade: string, step: number): number => step === 0 ? 0 : at(DELTA_UM[grade], step)

function checkSize(nominalMm: number): void {
  if (!(nominalMm > 0 && nominalMm <= 3150)) {
    throw new DomainError('fit.size', `A nominal size of ${nominalMm} mm is outside the standard, which reaches from 0 to 3150 mm.`)
  }
}

const noValue = (nominalMm: number, name: string) =>
  new DomainError('fit.no-value', `The standard gives no value for ${name} at ${nominalMm} mm. Take another class, or limits of the maker.`)
