import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lineReader, patternFault } from './line-pattern'

describe('a pattern of lines', () => {
  it('reads what it describes, and nothing else', () => {
    expect(lineReader('L1 {value} {unit} {any}')('  L1 +012.345 mm ok\r')).toEqual({ value: 12.345, unit: 'mm' })
    expect(lineReader('{value}')('-0,012')).toEqual({ value: -0.012 })
    expect(lineReader('N{value}')('N+ 1.5')).toEqual({ value: 1.5 })
    for (const line of ['', 'L1', 'L2 1.0 mm ok', 'L1 1.0.0 mm ok', 'L1 1e5 mm ok', 'L1  mm ok']) expect(lineReader('L1 {value} {unit} {any}')(line), line).toBeNull()
    expect(lineReader('{value} g')('1.5 g rest')).toBeNull()
  })

  it('says what is wrong with it', () => {
    expect(['{value}', 'A{value}B{unit};{any}'].map(patternFault)).toEqual([null, null])
    for (const pattern of ['', 'mm', '{value}{unit}', '{value} {value}', '{value} {x}', '{value} }', 'x'.repeat(90)]) expect(patternFault(pattern), pattern).not.toBeNull()
  })

  it('takes its time by the line, whatever pattern and line somebody thinks of', () => {
    fc.assert(fc.property(fc.string({ maxLength: 60 }), fc.string({ maxLength: 400 }), (pattern, line) => {
      const read = lineReader(`${pattern}{value}`)(line)
      expect(read === null || Number.isFinite(read.value)).toBe(true)
    }))
    const hostile = lineReader(`${'a{any}'.repeat(9)}b{value}`)
    expect(hostile('a'.repeat(100_000))).toBeNull()
  })
})
