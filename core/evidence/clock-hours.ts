import { DomainError } from '../domain-error'
import { ALL_ROUND_DEG, type Arc } from './finding'

const HOUR_DEG = 30
const NUMBER = String.raw`(\d{1,3}(?:[.,]\d+)?|\d{1,2}:\d{2})\s*(°|deg|h|o'clock|o’clock)?`
const RANGE = new RegExp(`^${NUMBER}\\s*(?:to|bis|-|–|−)\\s*${NUMBER}$`, 'i')
const POINT = new RegExp(`^(?:at\\s+)?${NUMBER}$`, 'i')
const ROUND = /^(all\s*round|round|all|360\s*°?|0\s*°?\s*(?:to|-|–)\s*360\s*°?)$/i

/**
 * The arc that somebody writes: by the hours of a clock or in degrees.
 *
 * Bare numbers up to 12 are hours, greater ones degrees; with a sign of degrees all are. A single one is a point.
 *
 * @throws DomainError `clock.arc` with what can be written
 * @example parseArc('2 to 4') // { fromDeg: 60, toDeg: 120 }
 * @example parseArc('350° to 20°') // { fromDeg: 350, toDeg: 20 }
 */
export function parseArc(text: string): Arc {
  const written = text.trim()
  if (ROUND.test(written)) return { fromDeg: 0, toDeg: ALL_ROUND_DEG }
  const [, from, fromUnit, to, toUnit] = RANGE.exec(written) ?? []
  if (from !== undefined && to !== undefined) {
    const isDegrees = [fromUnit, toUnit].some(isDegreeSign) || (!fromUnit && !toUnit && [from, to].some(isTooLateForAnHour))
    return { fromDeg: angleOf(from, isDegrees, text), toDeg: angleOf(to, isDegrees, text) }
  }
  const [, at, unit] = POINT.exec(written) ?? []
  if (at === undefined) throw unreadable(text)
  const deg = angleOf(at, isDegreeSign(unit) || (!unit && isTooLateForAnHour(at)), text)
  return { fromDeg: deg, toDeg: deg }
}

const unreadable = (text: string) =>
  new DomainError('clock.arc', `"${text.trim()}" is no place on a clock: write "2 to 4", "2:30 to 4", "all round", "180°" or "350° to 20°".`)
const isDegreeSign = (unit: string | undefined) => unit === '°' || unit?.toLowerCase() === 'deg'
const isTooLateForAnHour = (number: string) => !number.includes(':') && Number(number.replace(',', '.')) > 12

function angleOf(number: string, isDegrees: boolean, text: string): number {
  const [hours, minutes = '0'] = number.split(':')
  const value = Number(hours!.replace(',', '.')) + Number(minutes) / 60
  const isRead = isDegrees ? value <= ALL_ROUND_DEG && !number.includes(':') : value < 13 && Number(minutes) < 60
  if (!isRead) throw unreadable(text)
  return isDegrees ? value % ALL_ROUND_DEG : (value % 12) * HOUR_DEG
}

/**
 * An arc as people say it: clock hours to the half, all round, or nothing.
 *
 * @example sayArc({ fromDeg: 60, toDeg: 120 }) // '2 to 4'
 */
export function sayArc({ fromDeg, toDeg }: { fromDeg?: number | undefined, toDeg?: number | undefined }): string {
  if (fromDeg === undefined || toDeg === undefined) return 'place not known'
  if (Math.abs(toDeg - fromDeg) >= ALL_ROUND_DEG) return 'all round'
  return fromDeg === toDeg ? `at ${hour(fromDeg)}` : `${hour(fromDeg)} to ${hour(toDeg)}`
}

function hour(deg: number): string {
  const halves = Math.round(deg / (HOUR_DEG / 2)) % 24
  const whole = Math.floor(halves / 2) || 12
  return halves % 2 === 0 ? String(whole) : `${whole}:30`
}
