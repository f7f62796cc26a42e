import { DomainError } from '../domain-error'
import { KINDS, findUnit, kindsOf, type QuantityKind } from './units'

export interface Quantity {
  /** In the SI base of the kind: mm, N·m, MPa, °C, kg, N, s, rpm, °. */
  value: number
  /** What is measured: the kind that was wanted, or the one its unit tells. */
  kind: QuantityKind
  /** Symbol of the unit that was understood, e.g. `in` for `2 1/4"`. */
  unit: string
  /** Smallest step of the number as typed, in the SI base: 0.001 for `25.013`, 0.0254 for `2 thou`. */
  resolution: number
}

export interface ParseOptions {
  /** The unit of a bare number; the SI base of the kind when left out. */
  bareUnit?: string
}

/** One-character fractions, as telephones write them: ½, ⅜. */
const FRACTION_SIGN = /\s*([¼-¾⅐-⅞])/g
const MIXED_FRACTION = /^([+-]?)\s*(?:(\d+)[\s-]+)?(\d+)\/(\d+)(?![\d/])/
const DECIMAL = /^([+-]?)(\d{1,3}(?: \d{3})+(?!\d)(?:[.,]\d+)?|\d[\d.,]*|[.,]\d+)(?:e([+-]?\d{1,2}))?/i
/** Feet and inches together, with figures that belong to the inches in the third group. */
const FEET_AND_INCHES = /^([+-]?)(\d+)\s*(?:ft|feet|foot|['′’])\s*-?\s*([\d./ -]+?)\s*(?:in|inch|inches|"|″|”|'')$/i
/** Hours and minutes: 1:30, 1h30, 1 h 30 min. */
const HOURS_AND_MINUTES = /^(\d{1,3})\s*(?::|h\s*)(\d{1,2})\s*(?:min|m|h)?$/i
/** What keyboards of other scripts write for `!` to `~`: shifted by this from the plain ones. */
const FULL_WIDTH = /[\uff01-\uff5e]/g
const FULL_WIDTH_SHIFT = 0xfee0
/** No-break, figure, thin and narrow no-break space, as they stand between thousands. */
const SPACES = /[\u00a0\u2007\u2009\u202f\u3000]/g
/** No figure with its unit is longer; what is, is refused before anything looks into it. */
const MOST_CHARACTERS = 60

/**
 * Reads a measured value as people write it: decimals with point or comma, mixed fractions, signs, a unit or none.
 *
 * @param text what was typed, e.g. `25.013`, `0,02`, `1 000,5`, `2 1/4"`, `5 ft 3 in`, `2 thou`, `15 µm`, `35 in-lb`, `1:30` for a time
 * @param wanted what is being measured; decides the base unit and which units are allowed. Left out, the unit tells, and a bare number
 *   is a length
 * @returns the value in the SI base of the kind, the unit understood and the resolution typed
 * @throws DomainError `quantity.too-long` (over 60 characters), `quantity.empty`, `quantity.not-a-number`, `quantity.ambiguous` (a bare
 *   `1,234`, with both choices in
 *   the details), `quantity.unknown-unit`, `quantity.wrong-kind`, `quantity.out-of-range`
 * Source: exact conversion factors of the international inch and pound; see `units.ts`.
 * @example parseQuantity('2 1/4"', 'length') // { value: 57.15, kind: 'length', unit: 'in', resolution: 6.35 }
 */
export function parseQuantity(text: string, wanted?: QuantityKind, options: ParseOptions = {}): Quantity {
  if (text.length > MOST_CHARACTERS)
    throw new DomainError('quantity.too-long', `A figure has at most ${MOST_CHARACTERS} characters; this has ${text.length}.`)
  const typed = plainly(text)
  const compound = readCompound(typed, wanted)
  if (compound) return compound
  const number = readFraction(typed) ?? readDecimal(typed)
  const unitText = number ? typed.slice(number.length).trim() : ''
  const kind = wanted ?? kindsOf(unitText)[0] ?? 'length'
  if (typed === '')
    throw new DomainError('quantity.empty', `Nothing is typed yet; ${KINDS[kind].name} is wanted, for example ${example(kind)}.`)
  if (!number) {
    throw new DomainError('quantity.not-a-number', `"${text}" is not ${KINDS[kind].name}. Type a number, for example ${example(kind)}.`)
  }
  const unit = readUnit(unitText || (options.bareUnit ?? KINDS[kind].base), kind)
  const value = number.value * unit.factor + unit.offset
  if (!Number.isFinite(value) || Math.abs(value) > 1e12) {
    throw new DomainError('quantity.out-of-range', `"${text}" is larger than anything on a bench. Check the digits.`)
  }
  return { value, kind, unit: unit.symbol, resolution: number.step * unit.factor }
}

/** What was typed with the signs of a plain keyboard: its minus, its space, its figures, and `1/2` for ½. */
export const plainly = (text: string): string => text.replaceAll('−', '-').replace(SPACES, ' ')
  .replace(FULL_WIDTH, sign => String.fromCharCode(sign.charCodeAt(0) - FULL_WIDTH_SHIFT))
  .replace(FRACTION_SIGN, (_sign, fraction: string) => ` ${fraction.normalize('NFKD').replace('⁄', '/')}`).trim()

/** Two units in one figure: feet with inches, hours with minutes. */
function readCompound(text: string, wanted: QuantityKind | undefined): Quantity | undefined {
  if (wanted === undefined || wanted === 'time') {
    const [, hours, minutes] = HOURS_AND_MINUTES.exec(text) ?? []
    if (minutes !== undefined && Number(minutes) >= 60)
      throw new DomainError(
        'quantity.not-a-number',
        `"${text}" has ${minutes} minutes in its last hour. Hours and minutes are written 1:30.`,
      )
    if (minutes !== undefined) return { value: Number(hours) * 3600 + Number(minutes) * 60, kind: 'time', unit: 'min', resolution: 60 }
  }
  if (wanted !== undefined && wanted !== 'length') return undefined
  const [, sign, feet, inches] = FEET_AND_INCHES.exec(text) ?? []
  const number = inches === undefined ? undefined : readFraction(inches) ?? readDecimal(inches)
  if (!number || number.length !== inches!.length || number.value >= 12 || number.value < 0) return undefined
  const [inch, foot] = [findUnit('in', 'length')!.factor, findUnit('ft', 'length')!.factor]
  const value = Number(feet) * foot + number.value * inch
  return { value: sign === '-' ? -value : value, kind: 'length', unit: 'in', resolution: number.step * inch }
}

interface ReadNumber { value: number, step: number, length: number }

function readFraction(text: string): ReadNumber | undefined {
  const match = MIXED_FRACTION.exec(text)
  if (!match) return undefined
  const denominator = Number(match[4])
  if (denominator === 0) throw new DomainError('quantity.not-a-number', `"${text}" divides by zero.`)
  const size = Number(match[2] ?? 0) + Number(match[3]) / denominator
  return { value: match[1] === '-' ? -size : size, step: 1 / denominator, length: match[0].length }
}

function readDecimal(text: string): ReadNumber | undefined {
  const match = DECIMAL.exec(text)
  if (!match) return undefined
  const plain = withDecimalPoint(match[2]!, text)
  const exponent = Number(match[3] ?? 0)
  const decimals = plain.includes('.') ? plain.length - plain.indexOf('.') - 1 : 0
  return { value: Number(`${match[1]}${plain}e${exponent}`), step: Number(`1e${exponent - decimals}`), length: match[0].length }
}

/** Decides what the points and commas of a number mean; throws where both meanings are usual. */
function withDecimalPoint(digits: string, text: string): string {
  // Spaces between thousands leave one mark for the decimals, whichever it is.
  if (digits.includes(' ')) return digits.replaceAll(' ', '').replace(',', '.')
  const commas = digits.split(',').length - 1
  const points = digits.split('.').length - 1
  const groups = (mark: string) => new RegExp(`^\\d{1,3}(\\${mark}\\d{3})+$`)
  if (commas === 0 && points <= 1) return digits
  if (commas === 1 && points === 0) {
    // "0,020" can only be a decimal comma: nobody groups thousands after a zero.
    if (groups(',').test(digits) && !digits.startsWith('0')) {
      const choices = [digits.replace(',', '.'), digits.replace(',', '')]
      throw new DomainError(
        'quantity.ambiguous',
        `"${text}" can mean ${choices[0]} or ${choices[1]}. Type it with a point, or without the comma.`,
        { choices },
      )
    }
    return digits.replace(',', '.')
  }
  if (points === 0 && groups(',').test(digits)) return digits.replaceAll(',', '')
  if (commas === 0 && groups('.').test(digits)) return digits.replaceAll('.', '')
  const last = digits.lastIndexOf(',') > digits.lastIndexOf('.') ? ',' : '.'
  const [whole, fraction, ...more] = digits.split(last)
  if (more.length === 0 && groups(last === ',' ? '.' : ',').test(whole!)) return `${whole!.replaceAll(/[.,]/g, '')}.${fraction}`
  throw new DomainError('quantity.not-a-number', `"${text}" has its points and commas in places that make no number.`)
}

function readUnit(text: string, kind: QuantityKind) {
  const unit = findUnit(text, kind)
  if (unit) return unit
  const other = kindsOf(text)[0]
  if (other) {
    throw new DomainError(
      'quantity.wrong-kind',
      `"${text}" belongs to ${KINDS[other].name}; ${KINDS[kind].name} is wanted here, for example ${example(kind)}.`,
    )
  }
  const known = KINDS[kind].units.map(u => u.symbol).join(', ')
  throw new DomainError('quantity.unknown-unit', `"${text}" is no unit known for ${KINDS[kind].name}. Known are ${known}.`)
}

function example(kind: QuantityKind): string {
  const numbers: Record<QuantityKind, string> = {
    length: '25.013 or 2 1/4"',
    torque: '35 N·m or 25 ft-lb',
    pressure: '6.5 bar',
    temperature: '20 °C',
    mass: '186 kg',
    force: '1.3 kN',
    time: '45 min',
    speed: '1480 rpm',
    velocity: '4.5 mm/s',
    angle: '30°',
    volume: '12 ml',
    share: '80 %',
    count: '3',
    resistance: '120 MΩ',
    current: '14.5 A',
    voltage: '230 V',
  }
  return numbers[kind]
}
