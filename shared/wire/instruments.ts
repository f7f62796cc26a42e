import Joi from 'joi'
import { KINDS, type QuantityKind } from '#core'
import { BAUD_RATES, patternFault } from '../instruments/line-pattern'
import { CALIBRATION_RESULTS, type CalibrationResult } from '../calibration-results'

/** What the register of instruments is told, as the server takes it. */

export const instrumentTag = Joi.string().trim().pattern(/^[A-Z]{1,6}-[0-9]{1,5}$/)
  .messages({ 'string.pattern.base': 'the tag of an instrument is capital letters, a hyphen and a number, for example MIC-11' })
export const day = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/).custom((text: string, helpers) =>
  Number.isNaN(Date.parse(text)) || new Date(text).toISOString().slice(0, 10) !== text ? helpers.error('any.invalid') : text)
  .messages({ 'string.pattern.base': 'a day is written 2027-03-12', 'any.invalid': 'there is no such day' })

export interface CalibrationInput {
  /** The day of the calibration, and the last day that it covers. */
  day: string
  until: string
  certificate: string
  result: CalibrationResult
  /** U (k = 2) of the certificate, in the SI base of the quantity. */
  uncertainty: number
  note?: string
}

export interface InstrumentInput {
  tag: string
  kind: string
  name: string
  serial: string | null
  site: string | null
  quantity: QuantityKind
  rangeFrom: number
  rangeTo: number
  step: number
  alphaPerK: number
  /** How its lines look where it is plugged into the tablet itself. */
  linePattern?: string | null
  baudRate?: number
}

const size = Joi.number().min(-1e9).max(1e9)
const line = Joi.string().trim().min(1).max(120)

export const calibrationInput = Joi.object<CalibrationInput>({
  day: day.required(),
  until: day.required(),
  certificate: line.required(),
  result: Joi.valid(...CALIBRATION_RESULTS).required(),
  uncertainty: Joi.number().min(0).max(1e9).required(),
  note: Joi.string().trim().min(1).max(1000),
})

const facts = {
  kind: line,
  name: line,
  serial: line.allow(null),
  site: Joi.string().max(60).allow(null),
  rangeFrom: size,
  rangeTo: size,
  step: Joi.number().greater(0).max(1e9),
  alphaPerK: Joi.number().min(0).max(1e-3),
}
const plugged = {
  linePattern: Joi.string().trim().custom((text: string, helpers) => {
    const fault = patternFault(text)
    return fault ? helpers.message({ custom: `"linePattern": ${fault}` }) : text
  }).allow(null),
  baudRate: Joi.valid(...BAUD_RATES),
}
const required = Object.fromEntries(Object.entries(facts).map(([key, schema]) => [key, schema.required()]))

export const instrumentInput = Joi.object<InstrumentInput & { calibration: CalibrationInput }>({
  tag: instrumentTag.required(), ...required, ...plugged, quantity: Joi.valid(...Object.keys(KINDS)).required(),
  calibration: calibrationInput.required(),
})
/** Tag and quantity of an instrument never change: the record knows it by them. */
export const instrumentChange = Joi.object<Partial<Omit<InstrumentInput, 'tag' | 'quantity'>> & { retired?: boolean }>({
  ...facts, ...plugged, retired: Joi.boolean().strict(),
}).min(1)
