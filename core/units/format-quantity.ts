import { DomainError } from '../domain-error'
import { KINDS, findUnit, type QuantityKind, type UnitSystem } from './units'

export interface FormatOptions {
  /** Whose units are shown; SI when left out. */
  system?: UnitSystem
  /** A unit of the kind that is wanted whatever the system, e.g. `µm` or `bar`. */
  unit?: string
  /** Smallest step worth showing, in the SI base: a reading keeps the resolution that was typed. */
  resolution?: number
  /** Decimals to show; wins over `resolution`. */
  decimals?: number
  /** Leave the unit away, for columns that carry it in their head. */
  bare?: boolean
  /** Write the plus of a positive number, for deviations. */
  signed?: boolean
}

const DEFAULT_DECIMALS: Record<QuantityKind, number> = {
  length: 3,
  torque: 1,
  pressure: 3,
  temperature: 1,
  mass: 1,
  force: 0,
  time: 0,
  speed: 0,
  velocity: 1,
  angle: 1,
  volume: 1,
  share: 0,
  count: 1,
  current: 1,
  voltage: 1,
  resistance: 0,
}

/**
 * Writes a value of the SI base for people, in their units and with sensible digits.
 *
 * @param value in the SI base of the kind (mm, N·m, MPa, °C, kg, N, s, rpm, mm/s, °, ml, %, pieces); must be finite
 * @returns number, a thin gap and the unit, e.g. `25.013 mm`; with `system: 'imperial'` `0.9848 in`
 * @throws DomainError `quantity.not-finite`, `quantity.unknown-unit`
 * @example formatQuantity(0.015, 'length', { unit: 'µm', decimals: 0 }) // '15 µm'
 */
export function formatQuantity(value: number, kind: QuantityKind, options: FormatOptions = {}): string {
  if (!Number.isFinite(value)) throw new DomainError('quantity.not-finite', 'There is no number to show.')
  const symbol = options.unit ?? (options.system === 'imperial' ? KINDS[kind].imperial : KINDS[kind].base)
  const unit = findUnit(symbol, kind)
  if (!unit) throw new DomainError('quantity.unknown-unit', `"${symbol}" is no unit known for ${KINDS[kind].name}.`)
  const shown = (value - unit.offset) / unit.factor
  const decimals
    = options.decimals
      ?? decimalsFor(options.resolution, unit.factor)
      ?? Math.max(0, DEFAULT_DECIMALS[kind] + Math.ceil(Math.log10(unit.factor) - 1e-9))
  const rounded = shown.toFixed(decimals)
  const digits = Number(rounded) === 0 ? rounded.replace('-', '') : rounded.replace('-', '−')
  const sign = options.signed && Number(rounded) > 0 ? '+' : ''
  return options.bare ? sign + digits : `${sign}${digits}${unit.symbol === '°' ? '' : '\u00a0'}${unit.symbol}`
}

/**
 * Decimals that show a step of `resolution` base units, once it is written in a unit of `factor` base units.
 *
 * @returns undefined where there is no step
 * @example decimalsFor(0.005, 1) // 3
 */
export function decimalsFor(resolution: number | undefined, factor = 1): number | undefined {
  if (resolution === undefined || !(resolution > 0)) return undefined
  return Math.min(9, Math.max(0, Math.ceil(-Math.log10(resolution / factor) - 1e-6)))
}
