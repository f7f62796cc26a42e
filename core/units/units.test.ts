import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { refusal } from '../../tests/support/refusal'
import { DomainError } from '../domain-error'
import { formatImperial, formatQuantity, formatRange, KINDS, parseQuantity, parseTolerance, type QuantityKind } from '.'

describe('parseQuantity', () => {
  // Value in the SI base and resolution, worked out by hand from 1 in = 25.4 mm and 1 lbf = 4.448 221 615 260 5 N.
  it.each<[string, QuantityKind, number, string, number]>([
    ['25.013', 'length', 25.013, 'mm', 0.001],
    ['0,02', 'length', 0.02, 'mm', 0.01],
    ['0,020', 'length', 0.02, 'mm', 0.001],
    ['2 1/4"', 'length', 57.15, 'in', 6.35],
    ['2-1/4 in', 'length', 57.15, 'in', 6.35],
    ['7/16 in', 'length', 11.1125, 'in', 1.5875],
    ['2½ in', 'length', 63.5, 'in', 12.7],
    ['−⅜"', 'length', -9.525, 'in', 3.175],
    ['2 thou', 'length', 0.0508, 'thou', 0.0254],
    ['1.5 mil', 'length', 0.0381, 'thou', 0.00254],
    ['15 µm', 'length', 0.015, 'µm', 0.001],
    ['15 um', 'length', 0.015, 'µm', 0.001],
    ['0.0015"', 'length', 0.0381, 'in', 0.00254],
    ['−0.05 mm', 'length', -0.05, 'mm', 0.01],
    ['1.234,5 mm', 'length', 1234.5, 'mm', 0.1],
    ['1,234,567', 'length', 1234567, 'mm', 1],
    ['35 in-lb', 'torque', 3.954469016, 'lbf·in', 0.112984829],
    ['25 ft-lb', 'torque', 33.895448708, 'lbf·ft', 1.355817948],
    ['280 Nm', 'torque', 280, 'N·m', 1],
    ['6,5 bar', 'pressure', 0.65, 'bar', 0.01],
    ['100 psi', 'pressure', 0.689475729, 'psi', 0.006894757],
    ['212 °F', 'temperature', 100, '°F', 0.555555556],
    ['-40 F', 'temperature', -40, '°F', 0.555555556],
    ['1.3 kN', 'force', 1300, 'kN', 100],
    ['10 lb', 'mass', 4.5359237, 'lb', 0.45359237],
    ['10 lb', 'force', 44.482216153, 'lbf', 4.448221615],
    ['1.5 h', 'time', 5400, 'h', 360],
    ['1480 1/min', 'speed', 1480, 'rpm', 1],
    ['5 ft 3 in', 'length', 1600.2, 'in', 25.4],
    ['5\' 3 1/2"', 'length', 1612.9, 'in', 12.7],
    ['-2 feet 6.25 inches', 'length', -768.35, 'in', 0.254],
    ['25 foot pounds', 'torque', 33.895448708, 'lbf·ft', 1.355817948],
    ['14 kgf·m', 'torque', 137.2931, 'kgf·m', 9.80665],
    ['120 kgf-cm', 'torque', 11.76798, 'kgf·cm', 0.0980665],
    ['1 000', 'length', 1000, 'mm', 1],
    ['1\u00a0000,5', 'length', 1000.5, 'mm', 0.1],
    ['12\u2009345.25 mm', 'length', 12345.25, 'mm', 0.01],
    ['1\u202f234\u202f567', 'length', 1234567, 'mm', 1],
    ['1:30', 'time', 5400, 'min', 60],
    ['1h30', 'time', 5400, 'min', 60],
    ['2 h 5 min', 'time', 7500, 'min', 60],
    ['0:45 h', 'time', 2700, 'min', 60],
    ['２５．０１３ ｍｍ', 'length', 25.013, 'mm', 0.001],
  ])('reads %s as %s', (text, kind, value, unit, resolution) => {
    const read = parseQuantity(text, kind)
    expect(read.value).toBeCloseTo(value, 8)
    expect(read.unit).toBe(unit)
    expect(read.resolution).toBeCloseTo(resolution, 8)
  })

  it.each<[string, QuantityKind, number]>([
    ['25.013', 'length', 25.013],
    ['2 1/4"', 'length', 57.15],
    ['35 in-lb', 'torque', 3.954469016],
    ['6.5 bar', 'pressure', 0.65],
    ['68 °F', 'temperature', 20],
    ['45 min', 'time', 2700],
  ])('tells from its unit what %s is', (text, kind, value) => {
    expect(parseQuantity(text)).toMatchObject({ kind, value: expect.closeTo(value, 8) as number })
  })

  it('asks instead of guessing what a bare 1,234 means', () => {
    const { code, details } = refusal(() => parseQuantity('1,234', 'length'))
    expect(code).toBe('quantity.ambiguous')
    expect(details.choices).toEqual(['1.234', '1234'])
  })

  it.each<[string, QuantityKind, string]>([
    ['', 'length', 'quantity.empty'],
    ['   ', 'length', 'quantity.empty'],
    ['abc', 'length', 'quantity.not-a-number'],
    ['12..5', 'length', 'quantity.not-a-number'],
    ['1.2.3', 'length', 'quantity.not-a-number'],
    ['1/0"', 'length', 'quantity.not-a-number'],
    ['NaN', 'length', 'quantity.not-a-number'],
    ['5 bar', 'length', 'quantity.wrong-kind'],
    ['5 mm', 'torque', 'quantity.wrong-kind'],
    ['5 parsec', 'length', 'quantity.unknown-unit'],
    ['1e99 m', 'length', 'quantity.out-of-range'],
    ['1 00', 'length', 'quantity.unknown-unit'],
    ['1 0000', 'length', 'quantity.unknown-unit'],
    ['5 ft 14 in', 'length', 'quantity.unknown-unit'],
    ['1:75', 'time', 'quantity.not-a-number'],
    ['1:30', 'length', 'quantity.unknown-unit'],
  ])('refuses %j as %s', (text, kind, code) => {
    expect(refusal(() => parseQuantity(text, kind)).code).toBe(code)
  })

  it('brings every unit of every kind back to 1e-12', () => {
    const pairs = (Object.keys(KINDS) as QuantityKind[]).flatMap(kind => KINDS[kind].units.map(unit => ({ kind, unit })))
    fc.assert(
      fc.property(
        fc.constantFrom(...pairs),
        fc.integer({ min: -9_999_999, max: 9_999_999 }),
        fc.integer({ min: 0, max: 6 }),
        ({ kind, unit }, digits, decimals) => {
          const typed = (digits / 10 ** decimals).toFixed(decimals)
          const back = (parseQuantity(`${typed} ${unit.symbol}`, kind).value - unit.offset) / unit.factor
          expect(Math.abs(back - Number(typed))).toBeLessThanOrEqual(
            1e-12 * Math.max(Math.abs(Number(typed)), Math.abs(unit.offset / unit.factor)),
          )
        },
      ),
    )
  })

  it('never gives anything but a finite number or a refusal', () => {
    fc.assert(fc.property(fc.string({ maxLength: 12, unit: fc.constantFrom(...'0123456789.,-+/ eE"mµtin') }), (text) => {
      try {
        const { value, resolution } = parseQuantity(text, 'length')
        expect(Number.isFinite(value) && resolution > 0).toBe(true)
      } catch (error) {
        expect(error).toBeInstanceOf(DomainError)
      }
    }), { numRuns: 2000 })
  })
})

describe('parseTolerance', () => {
  it.each<[string, number, number, number, string]>([
    ['0.250 ±0.004 in', 6.35, 6.2484, 6.4516, 'in'],
    ['25 +0.021/0', 25, 25, 25.021, 'mm'],
    ['25 mm +0.02 -0.01', 25, 24.99, 25.02, 'mm'],
    ['25 +0.02/-0.01 mm', 25, 24.99, 25.02, 'mm'],
    ['70 mm ± 15 µm', 70, 69.985, 70.015, 'mm'],
    ['2 1/4" ±1/64"', 57.15, 56.753125, 57.546875, 'in'],
    ['25,0 ±0,1', 25, 24.9, 25.1, 'mm'],
    ['2½ ±¼ in', 63.5, 57.15, 69.85, 'in'],
    ['1.000 +/- 0.002 in', 25.4, 25.3492, 25.4508, 'in'],
    ['40 -0.025 -0.050', 40, 39.95, 39.975, 'mm'],
    ['40 0/-0.016', 40, 39.984, 40, 'mm'],
  ])('reads %s', (text, nominal, lower, upper, unit) => {
    const read = parseTolerance(text)
    expect(read).toEqual({
      nominal: expect.closeTo(nominal, 9) as number,
      lower: expect.closeTo(lower, 9) as number,
      upper: expect.closeTo(upper, 9) as number,
      unit,
    })
  })

  it('takes differences of temperature without their zero', () => {
    expect(parseTolerance('212 ±9 °F', 'temperature')).toEqual({
      nominal: expect.closeTo(100, 9) as number,
      lower: expect.closeTo(95, 9) as number,
      upper: expect.closeTo(105, 9) as number,
      unit: '°F',
    })
  })

  it.each([
    ['25', 'tolerance.unreadable'],
    ['', 'tolerance.unreadable'],
    ['±0.1', 'tolerance.unreadable'],
    ['25 ±', 'tolerance.unreadable'],
    ['25 ±-0.1', 'tolerance.crossed'],
    ['abc ±0.1', 'quantity.not-a-number'],
    ['25 ±0.1 bar', 'quantity.wrong-kind'],
  ])('refuses %j as %s', (text, code) => {
    expect(refusal(() => parseTolerance(text)).code).toBe(code)
  })
})

describe('formatQuantity', () => {
  const plain = (text: string) => text.replaceAll('\u00a0', ' ')

  it.each<[number, QuantityKind, Parameters<typeof formatQuantity>[2], string]>([
    [25.013, 'length', {}, '25.013 mm'],
    [25.013, 'length', { system: 'imperial' }, '0.98476 in'],
    [0.015, 'length', { unit: 'µm', decimals: 0 }, '15 µm'],
    [0.0381, 'length', { system: 'imperial', resolution: 0.00254 }, '0.0015 in'],
    [25.01, 'length', { resolution: 0.001 }, '25.010 mm'],
    [-0.0001, 'length', { decimals: 2 }, '0.00 mm'],
    [-0.05, 'length', { decimals: 2 }, '−0.05 mm'],
    [0.05, 'length', { decimals: 2, signed: true }, '+0.05 mm'],
    [100, 'temperature', { system: 'imperial' }, '212.0 °F'],
    [0.65, 'pressure', { unit: 'bar', decimals: 1 }, '6.5 bar'],
    [280, 'torque', { decimals: 0, bare: true }, '280'],
  ])('shows %s %s with %j as %s', (value, kind, options, text) => {
    expect(plain(formatQuantity(value, kind, options))).toBe(text)
  })

  it.each<[number, QuantityKind, Parameters<typeof formatImperial>[2], string]>([
    [70.012, 'length', { decimals: 3 }, '2.75638 in'],
    [0.001, 'length', { decimals: 3 }, '0.00004 in'],
    [0.025, 'length', { unit: 'µm', decimals: 0, signed: true }, '+0.98 thou'],
    [280, 'torque', { decimals: 0 }, '206.5 lbf·ft'],
    [5.4, 'torque', { decimals: 1 }, '47.8 lbf·in'],
    [0.6, 'pressure', { decimals: 2 }, '87 psi'],
    [56.8, 'temperature', { decimals: 1 }, '134.2 °F'],
    [296_900, 'force', { unit: 'kN', decimals: 1 }, '66746 lbf'],
    [5400, 'time', { unit: 'h', decimals: 1 }, '1.5 h'],
    [80, 'share', {}, '80 %'],
  ])('shows %s %s with %j to somebody who works in inches as %s', (value, kind, options, text) => {
    expect(plain(formatImperial(value, kind, options))).toBe(text)
  })

  it('shows what was typed at the resolution it was typed with', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9_999_999 }),
        fc.integer({ min: 0, max: 5 }),
        fc.constantFrom('mm', 'in', 'µm', 'thou'),
        (digits, decimals, unit) => {
          const typed = `${(digits / 10 ** decimals).toFixed(decimals)} ${unit}`
          const { value, resolution } = parseQuantity(typed, 'length')
          expect(plain(formatQuantity(value, 'length', { unit, resolution }))).toBe(typed)
        },
      ),
    )
  })

  it('refuses to show what is no number', () => {
    expect(refusal(() => formatQuantity(Number.NaN, 'length')).code).toBe('quantity.not-finite')
    expect(refusal(() => formatQuantity(1, 'length', { unit: 'bar' })).code).toBe('quantity.unknown-unit')
  })
})

describe('a figure that is far too long', () => {
  it('is refused before anything looks into it', () => {
    for (const text of [`${' '.repeat(50_000)}1 mm`, `1${' '.repeat(50_000)}½`, '9'.repeat(61)])
      expect(refusal(() => parseQuantity(text)).code).toBe('quantity.too-long')
    expect(refusal(() => parseTolerance(`25 ${'+'.repeat(50_000)}`)).code).toBe('tolerance.unreadable')
    expect(parseQuantity(`${' '.repeat(54)}25 mm`).value).toBe(25)
  })
})

describe('formatRange', () => {
  it.each([
    [0.1, 0.4, '0.100 mm to 0.400 mm'], [null, 0.4, 'up to 0.400 mm'], [-0.1, undefined, 'from −0.100 mm'], [0, 0, '0.000 mm to 0.000 mm'],
    [null, undefined, undefined],
  ])('says %s and %s as %s', (lower, upper, said) => {
    expect(formatRange(lower, upper, 'length')?.replaceAll('\u00a0', ' ')).toBe(said)
  })
})
