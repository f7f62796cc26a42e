import Joi from 'joi'
import {
  ASSEMBLY_FLUIDS, BEND_REACHES, DEPARTURES, DISPOSITIONS, GAP_FIELDS, growthFault,
  LUBRICANTS, MARK_RESULTS, MARK_WAYS, PLACES, READING_STAGES, SETTING_METHODS,
  TIGHTENING_PATTERNS, TIGHTENING_TOOLS,
  type EventType,
} from '#core'
import { list } from './list'
import { id } from './id'
import { day, instrumentTag } from './instruments'
import { pin } from './people'

const key = Joi.string().pattern(/^[a-z0-9]+(-[a-z0-9]+)*$/).invalid('constructor').max(60)
const markKey = Joi.string().pattern(/^MK-[0-9]{1,3}$/)
const text = Joi.string().trim().min(1).max(2000)
const word = Joi.string().trim().min(1).max(200)
const count = Joi.number().integer().min(1).max(2000)
const keys = list().items(key).max(40)
const steps = list().items(key).unique().max(400)
const opened = Joi.object({
  key, revision: Joi.number().integer().min(1).max(9999).required(), sha256: Joi.string().hex().length(64).required(),
})
const number = Joi.number().integer().min(1).max(999).required()
const numbers = Joi.object({ from: number, to: number })
const tag = Joi.string()
  .trim()
  .pattern(/^[A-Za-z]{1,3}-[0-9]{1,4}$/)
  .messages({ 'string.pattern.base': 'A tag is a letter, a hyphen and a number, for example B-07.' })
const place = Joi.alternatives(Joi.valid(...PLACES), tag)
const celsius = Joi.number().min(-273.15).max(2000)
const expansion = Joi.number().min(0).max(1e-3)
const counted = list().items(Joi.object({ part: key.required(), count: Joi.number().integer().min(0).max(2000).required() })).max(30)
const grid = (cell: Joi.Schema) => list().items(list().items(cell).min(1).max(24)).min(1).max(24)

const pass = Joi.number().integer().min(0).max(20).required()
const degree = Joi.number().min(0).max(360)
const item = Joi.string().trim().min(1).max(260)
const seenOn = { part: key.required(), role: word.required(), place: word }
const fluid = Joi.valid(...ASSEMBLY_FLUIDS).required()
/** Along the shaft, in millimetres; the second with its sign. */
const length = Joi.number().min(0).max(100_000)
const along = Joi.number().min(-100_000).max(100_000)
const newtonmetres = Joi.number().greater(0).max(100_000)
/** A limit in the SI base of its position; null is none. */
const limit = Joi.number().unsafe(false).min(-1e12).max(1e12).allow(null).required()
const source = text.min(3).required()
/** As it is written on a piece, or on its bag. */
const onPiece = Joi.string().trim().min(1).max(60)
const newPiece = { lot: onPiece, serial: onPiece }
const byTool = {
  torqueNm: newtonmetres.required(),
  tool: Joi.valid(...TIGHTENING_TOOLS).required(),
  wrench: Joi.object({
    tag: instrumentTag.required(), fromNm: Joi.number().min(0).max(100_000).required(), fullScaleNm: newtonmetres.required(),
    calibratedUntil: day.required(),
  }),
}

/** Body of each event as it crosses the wire. `job-opened` and `photo-kept` are made by the server and not accepted from outside. */
const BODIES: Record<Exclude<EventType, 'job-opened' | 'photo-kept'>, Joi.ObjectSchema> = {
  'step-done': Joi.object({ step: key.required(), counted }),
  'hold-released': Joi.object({ step: key.required() }),
  'mark-made': Joi.object({
    mark: markKey.required(),
    way: Joi.valid(...MARK_WAYS).required(),
    angleDeg: Joi.number().min(0).less(360),
    note: text,
  }),
  'mark-checked': Joi.object({ mark: markKey.required(), result: Joi.valid(...MARK_RESULTS).required(), note: text }),
  'reading-taken': Joi.object({
    position: key.required(),
    stage: Joi.valid(...READING_STAGES).required(),
    values: grid(Joi.number().unsafe(false).min(-1e12).max(1e12)).required(),
    typed: grid(Joi.string().max(60)).required(),
    conditions: Joi.object({
      instrument: Joi.object({
        tag: instrumentTag.required(),
        uncertainty: Joi.number().min(0).max(1e6).required(),
        calibratedUntil: day.required(),
      }),
      temperature: Joi.object({
        partC: celsius.required(),
        instrumentC: celsius.required(),
        alphaPart: expansion.required(),
        alphaInstrument: expansion.required(),
      }),
    }).min(1),
  }),
  'part-bagged': Joi.object({ part: key.required(), count: count.required(), tag: tag.required() }),
  'part-moved': Joi.object({ part: key.required(), count: count.required(), from: place.required(), to: place.required(), reason: text, ...newPiece }),
  'part-disposed': Joi.object({ part: key.required(), disposition: Joi.valid(...DISPOSITIONS).required(), reason: text, ...newPiece }),
  'piece-placed': Joi.object({ part: key.required(), piece: word.required(), place: word.required() }),
  'index-set': Joi.object({ part: key.required(), note: text }),
  'way-chosen': Joi.object({ choice: key.required(), way: key.required(), reason: text }),
  'wait-cut': Joi.object({ step: key.required(), reason: text.required() }),
  'hand-checked': Joi.object({ step: key.required(), check: key.required(), answer: key.required() }),
  'service-stated': Joi.object({ envelope: key.required(), value: Joi.number().min(0).max(1e9).required(), reason: text }),
  'joint-prepared': Joi.object({
    step: key.required(),
    pattern: Joi.valid(...TIGHTENING_PATTERNS),
    lubricant: Joi.valid(...LUBRICANTS),
    faceLubricant: Joi.valid(...LUBRICANTS),
    bolts: Joi.valid('new', 'reused'),
    turns: Joi.number().min(0).max(200),
    reason: text,
  }),
  'target-signed': Joi.object({ step: key.required(), prepared: id('the number of an event').required() }),
  'bolt-pulled': Joi.object({ step: key.required(), pass, bolt: Joi.number().integer().min(0).max(1999).required(), ...byTool,
    reason: text }),
  'pass-finished': Joi.object({ step: key.required(), pass, count: count.required(), ...byTool }),
  'bolt-moved': Joi.object({
    step: key.required(), pass, bolt: Joi.number().integer().min(0).max(1999).required(), angleDeg: Joi.number().min(-720).max(720),
  }),
  'lock-put': Joi.object({ step: key.required(), count: count.required() }),
  'joint-eased': Joi.object({ step: key.required(), joint: key.required() }),
  'fluid-used': Joi.object({ step: key.required(), part: key.required(), fluid, reason: text }),
  'fluid-allowed': Joi.object({ step: key.required(), part: key.required(), fluid, reason: text.min(3).required() }),
  'seal-measured': Joi.object({
    step: key.required(), seal: key.required(), place: word, method: Joi.valid(...SETTING_METHODS).required(),
    toFaceMm: along, freeMm: length, workingMm: length, gasketMm: along, compressionMm: length, movedMm: along,
    spacerMm: list().items(length).max(20),
  }),
  'shaft-moved': Joi.object({ why: text.min(3).required(), byMm: along }),
  'extraction-tried': Joi.object({
    step: key.required(),
    rung: Joi.number().integer().min(0).max(20).required(),
    moved: Joi.boolean().required(),
    reason: text,
  }),
  'departure-made': Joi.object({ step: key.required(), how: Joi.valid(...DEPARTURES).required(), reason: text.min(3).required(), counted }),
  'departure-signed': Joi.object({ step: key.required() }),
  'step-made-good': Joi.object({ step: key.required() }),
  'photo-added': Joi.object({ photo: id('the number of a photo').required(), step: key, part: key, mark: markKey, caption: text }),
  'finding-noted': Joi.object({
    ...seenOn, kind: word.required(), severity: Joi.valid(1, 2, 3).required(), fromDeg: degree, toDeg: degree, zone: word, note: text,
    photo: id('the number of a photo'), lookAgain: day,
  }),
  'frames-tied': Joi.object({
    one: item.required(), other: item.required(), kind: Joi.valid('match-mark', 'pin in slot', 'index').required(),
    oneDeg: degree.required(), otherDeg: degree.required(),
  }),
  'frame-turned': Joi.object({ item: item.required(), byDeg: Joi.number().min(-360).max(360).required(), reason: text.min(3).required() }),
  'circumstance-told': Joi.object({ circumstance: word.required(), holds: Joi.boolean().required() }),
  'springs-laid': Joi.object({
    part: key.required(), place: word,
    lengthsMm: list().items(Joi.number().greater(0).max(10_000)).min(1).max(60).required(),
    freshMm: Joi.number().greater(0).max(10_000),
  }),
  'cause-written': Joi.object({
    cause: word, words: text.min(3).required(), rank: Joi.number().integer().min(1).max(200),
    rules: Joi.object({ key: word.required(), revision: Joi.number().integer().min(1).required() }),
  }),
  'sheet-grown': Joi.object({ adds: Joi.object().required(), links: list() }).custom((body: unknown, helpers) => {
    const fault = growthFault(body)
    return fault ? helpers.message({ custom: `What is added to the sheet cannot be: ${fault.reason} At ${fault.place}.` }) : body
  }),
  'growth-joined': Joi.object({ keep: key.required(), drop: key.required() }),
  'order-mended': Joi.object({ step: key.required(), was: keys.required(), after: keys.required() }),
  'numbers-reserved': Joi.object({ bench: id('the number of a device').required(), marks: numbers.required(), bags: numbers.required() }),
  'gap-signed': Joi.object({ thing: key.required(), field: Joi.valid(...GAP_FIELDS).required(), reason: text.min(3).required() }),
  'concession-granted': Joi.object({
    part: key.required(), position: key, reading: id('the number of an event'),
    until: Joi.object({ day, hours: Joi.number().integer().min(1).max(10_000_000) }).min(1).required(),
    use: text.min(3).required(),
  }).and('position', 'reading'),
  'limit-bent': Joi.object({ position: key.required(), lower: limit, upper: limit, source }),
  'joint-bent': Joi.object({
    joint: key.required(), source, torqueNm: Joi.object({ aim: newtonmetres.required(), from: newtonmetres, to: newtonmetres }).required(),
  }),
  'count-bent': Joi.object({ step: key.required(), part: key.required(), count: count.required(), source }),
  'part-added': Joi.object({ added: Joi.object().required(), source }).custom((body: { added: unknown }, helpers) => {
    const fault = growthFault({ adds: { parts: [body.added] } })
    return fault ? helpers.message({ custom: `That is no part: ${fault.reason} At ${fault.place}.` }) : body
  }),
  'reach-said': Joi.object({ bend: id('the number of a figure').required(), reach: Joi.valid(...BEND_REACHES).required(), note: text }),
  'sheet-taken-over': Joi.object({ from: opened.required(), to: opened.required(), reopens: steps.required(), past: steps.required() }),
  'gone-back': Joi.object({ step: key.required(), reason: text.required() }),
  'note-added': Joi.object({ text: text.required(), step: key, part: key }),
  'undone': Joi.object({ event: id('the number of an event').required() }),
  'job-closed': Joi.object({ remark: text }),
}

/** False for a day that no month has, such as 31 February. */
function isDay(moment: string): boolean {
  const at = new Date(moment)
  return !Number.isNaN(at.getTime()) && at.toISOString().slice(0, 10) === moment.slice(0, 10)
}

/** ISO 8601 in UTC, of a year that a machine of today can have been opened in. */
const moment = Joi.string().pattern(/^20\d{2}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?Z$/)
  .custom((value: string, helpers) => isDay(value) ? value : helpers.error('string.pattern.base'))
  .messages({ 'string.pattern.base': 'a moment is written as 2026-05-04T08:00:00.000Z' })
const base64 = (most: number) => Joi.string().base64().max(most)

const type = Joi.valid(...Object.keys(BODIES)).required()
/** The schema of each type of event that is taken from outside. */
export const eventSchemas = Object.fromEntries(Object.entries(BODIES).map(([name, body]) => [name, Joi.object({
  id: id('the number of an event').required(),
  type,
  happenedAt: moment.required(),
  deed: id('the number of a tap'),
  sealed: Joi.object({ key: base64(800).required(), iv: base64(40).required(), text: base64(20_000).required() }),
  body: body.required(),
})]))

/** The schema of the type is looked up: a `switch` would try all types, one after the other, for each event. */
const eventSchema = Joi.object({ type }).unknown().custom((event: { type: string }, { state, prefs }) => {
  const found = eventSchemas[event.type]!.$_validate(event, state, prefs)
  const { value, errors } = found as { value: unknown, errors?: Joi.ErrorReport[] | null }
  return errors?.[0] ?? value
})

/** One event that a second person signs at the bench of another, with the own login and PIN, or the password where the PINs are spent. */
export const signSchema = Joi.object({
  device: id('the number of a device').required(),
  event: eventSchema.required(),
  login: Joi.string().trim().min(1).max(60).required(),
  pin,
  password: Joi.string().max(200),
}).xor('pin', 'password')

/** What a bench sends: who sends it is known from the session; `enteredFor` names somebody gone whose waiting work a lead sends. */
export const appendSchema = Joi.object({
  device: id('the number of a device').required(),
  enteredFor: Joi.object({ id: id('the number of a person').required(), name: word.required() }),
  events: list().items(eventSchema).min(1).max(100).required(),
})

/** What a seal holds, once it is open. */
export const sealSchema = Joi.object({
  v: Joi.valid(2).required(),
  login: Joi.string().min(1).max(60).required(),
  pin: pin.required(),
  sha256: Joi.string().hex().length(64).required(),
  head: Joi.object({ seq: Joi.number().integer().min(1).required(), hash: Joi.string().hex().length(64).required() }).required(),
  waiting: list().items(id()).max(500).required(),
})
