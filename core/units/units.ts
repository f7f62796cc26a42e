/** What kind of thing a number measures. Each kind has one SI base in which the whole program calculates and stores. */
export type QuantityKind
  = | 'length'
    | 'torque'
    | 'pressure'
    | 'temperature'
    | 'mass'
    | 'force'
    | 'time'
    | 'speed'
    | 'velocity'
    | 'angle'
    | 'volume'
    | 'share'
    | 'count'
    | 'resistance'
    | 'current'
    | 'voltage'

export type UnitSystem = 'si' | 'imperial'

export interface Unit {
  /** Written as in print, e.g. `N·m`. */
  symbol: string
  /** Base units in one of this unit. */
  factor: number
  /** Base value of this unit's zero; only temperatures have one. */
  offset: number
  /** Other ways people write it, lower case. */
  spellings: readonly string[]
}

interface Kind {
  name: string
  base: string
  /** What is shown to somebody who reads inches and pounds. */
  imperial: string
  units: readonly Unit[]
}

const unit = (symbol: string, factor: number, spellings: readonly string[] = [], offset = 0): Unit => ({
  symbol,
  factor,
  offset,
  spellings,
})

// Exact by definition: 1 in = 25.4 mm and 1 lb = 0.453 592 37 kg (international yard and pound, 1959);
// 1 lbf = 0.453 592 37 × 9.806 65 N with standard gravity (ISO 80000-3).
export const INCH_MM = 25.4
const POUND_KG = 0.45359237
const STANDARD_GRAVITY = 9.80665
const POUND_FORCE_N = POUND_KG * STANDARD_GRAVITY
export const POUND_FORCE_INCH_NM = POUND_FORCE_N * INCH_MM / 1000
export const PSI_MPA = POUND_FORCE_N / (INCH_MM * INCH_MM)

export const KINDS: Readonly<Record<QuantityKind, Kind>> = {
  length: {
    name: 'a length',
    base: 'mm',
    imperial: 'in',
    units: [
      unit('mm', 1),
      unit('µm', 1e-3, ['um', 'micron', 'microns']),
      unit('cm', 10),
      unit('m', 1000),
      unit('in', INCH_MM, ['"', '″', '”', 'inch', 'inches']),
      unit('thou', INCH_MM / 1000, ['mil', 'mils']),
      unit('ft', INCH_MM * 12, ['foot', 'feet']),
    ],
  },
  torque: {
    name: 'a torque',
    base: 'N·m',
    imperial: 'lbf·ft',
    units: [
      unit('N·m', 1, ['nm', 'n-m', 'n*m', 'n m']),
      unit('N·cm', 0.01, ['ncm', 'n-cm']),
      unit('kN·m', 1000, ['knm', 'kn-m']),
      unit('kgf·m', STANDARD_GRAVITY, ['kgfm', 'kgf-m', 'kgf m', 'kgf*m', 'kg·m', 'kgm', 'kg-m', 'kg m', 'kpm', 'kp·m', 'mkp']),
      unit('kgf·cm', STANDARD_GRAVITY / 100, ['kgfcm', 'kgf-cm', 'kgf cm', 'kg·cm', 'kgcm', 'kg-cm']),
      unit('lbf·ft', POUND_FORCE_INCH_NM * 12, [
        'ft-lb',
        'ft-lbs',
        'ft·lb',
        'ftlb',
        'ft lb',
        'lb-ft',
        'lb·ft',
        'lbf-ft',
        'lbfft',
        'ft-lbf',
        'ft·lbf',
        'foot pound',
        'foot pounds',
        'foot-pound',
        'foot-pounds',
        'pound feet',
        'pound-feet',
      ]),
      unit('lbf·in', POUND_FORCE_INCH_NM, [
        'in-lb',
        'in-lbs',
        'in·lb',
        'inlb',
        'in lb',
        'lb-in',
        'lb·in',
        'lbf-in',
        'lbfin',
        'in-lbf',
        'in·lbf',
        'inch pound',
        'inch pounds',
        'inch-pound',
        'inch-pounds',
        'pound inches',
        'pound-inches',
      ]),
    ],
  },
  pressure: {
    name: 'a pressure',
    base: 'MPa',
    imperial: 'psi',
    units: [
      unit('MPa', 1),
      unit('kPa', 1e-3),
      unit('Pa', 1e-6),
      unit('bar', 0.1),
      unit('mbar', 1e-4),
      unit('psi', PSI_MPA, ['lbf/in²', 'lbf/in2']),
    ],
  },
  temperature: {
    name: 'a temperature',
    base: '°C',
    imperial: '°F',
    units: [
      unit('°C', 1, ['c', 'degc', 'deg c', '° c', 'celsius']),
      unit('°F', 5 / 9, ['f', 'degf', 'deg f', '° f', 'fahrenheit'], -160 / 9),
      unit('K', 1, ['kelvin'], -273.15),
    ],
  },
  mass: {
    name: 'a mass',
    base: 'kg',
    imperial: 'lb',
    units: [unit('kg', 1), unit('g', 1e-3), unit('t', 1000), unit('lb', POUND_KG, ['lbs', 'lbm']), unit('oz', POUND_KG / 16)],
  },
  force: {
    name: 'a force',
    base: 'N',
    imperial: 'lbf',
    units: [unit('N', 1), unit('kN', 1000), unit('kgf', STANDARD_GRAVITY, ['kp']), unit('lbf', POUND_FORCE_N, ['lb', 'lbs'])],
  },
  time: {
    name: 'a time',
    base: 's',
    imperial: 's',
    units: [
      unit('s', 1, ['sec', 'secs', 'second', 'seconds']),
      unit('min', 60, ['mins', 'minute', 'minutes']),
      unit('h', 3600, ['hr', 'hrs', 'hour', 'hours']),
      unit('d', 86400, ['day', 'days']),
    ],
  },
  speed: { name: 'a speed', base: 'rpm', imperial: 'rpm', units: [unit('rpm', 1, ['1/min', 'min-1', 'min⁻¹', 'r/min'])] },
  velocity: {
    name: 'a velocity',
    base: 'mm/s',
    imperial: 'in/s',
    units: [unit('mm/s', 1), unit('m/s', 1000), unit('in/s', INCH_MM, ['ips'])],
  },
  angle: { name: 'an angle', base: '°', imperial: '°', units: [unit('°', 1, ['deg', 'degree', 'degrees'])] },
  volume: {
    name: 'a volume',
    base: 'ml',
    imperial: 'US fl oz',
    units: [unit('ml', 1, ['cm³', 'cm3']), unit('l', 1000, ['litre', 'liter', 'dm³']), unit('US fl oz', 29.5735295625, ['fl oz'])],
  },
  share: { name: 'a share', base: '%', imperial: '%', units: [unit('%', 1, ['percent', 'per cent'])] },
  count: { name: 'a count', base: '×', imperial: '×', units: [unit('×', 1, ['x', 'pcs', 'times'])] },
  resistance: {
    name: 'an electrical resistance',
    base: 'MΩ',
    imperial: 'MΩ',
    units: [
      unit('MΩ', 1, ['mohm', 'megohm', 'megohms']),
      unit('GΩ', 1000, ['gohm', 'gigohm']),
      unit('kΩ', 1e-3, ['kohm']),
      unit('Ω', 1e-6, ['ohm', 'ohms']),
    ],
  },
  current: {
    name: 'an electric current',
    base: 'A',
    imperial: 'A',
    units: [unit('A', 1, ['amp', 'amps', 'ampere', 'amperes']), unit('mA', 1e-3), unit('kA', 1000)],
  },
  voltage: {
    name: 'a voltage',
    base: 'V',
    imperial: 'V',
    units: [unit('V', 1, ['volt', 'volts']), unit('mV', 1e-3), unit('kV', 1000)],
  },
}

/**
 * The unit that a person wrote, or undefined when the kind has none of that name. Exact symbols win over spellings in
 * lower case, so that `MPa` is never read as `mPa`.
 */
export function findUnit(text: string, kind: QuantityKind): Unit | undefined {
  const units = KINDS[kind].units
  const plain = text.replaceAll('μ', 'µ').replaceAll('.', '').trim()
  return units.find(u => u.symbol === plain)
    ?? units.find(u => u.symbol.toLowerCase() === plain.toLowerCase() || u.spellings.includes(plain.toLowerCase()))
}

/** Kinds in which a unit of that name exists; used to say "bar is a pressure, a length is wanted". */
export function kindsOf(text: string): QuantityKind[] {
  return (Object.keys(KINDS) as QuantityKind[]).filter(kind => findUnit(text, kind) !== undefined)
}
