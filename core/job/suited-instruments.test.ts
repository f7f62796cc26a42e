import { describe, expect, it } from 'vitest'
import { DEMO_INSTRUMENTS } from '../../demo/instruments'
import { demoDocuments } from '../../tests/support/demo-sheet'
import { suitedInstruments } from './suited-instruments'
import type { Position } from '../sheet'

const position = (of: Partial<Position>): Position => ({
  key: 'x',
  name: 'X',
  part: 'p',
  quantity: 'length',
  method: 'values',
  stations: ['a'],
  planes: ['b'],
  limits: {},
  uncertainty: 0.01,
  instrument: 'dial indicator',
  source: 's',
  ...of,
})
const tags = (of: Partial<Position>) => {
  const { likely, others } = suitedInstruments(position(of), DEMO_INSTRUMENTS)
  return { likely: likely.map(row => row.tag), others: others.map(row => row.tag) }
}

describe('suitedInstruments', () => {
  it('offers no bore gauge for an alignment, and no micrometer that cannot reach the size', () => {
    expect(tags({ limits: { upper: 0.05 }, instrument: 'dial indicators' })).toEqual({ likely: ['DI-07', 'DI-09'], others: [] })
    expect(tags({ limits: { lower: 70.002, upper: 70.021 }, instrument: 'micrometer 50–75 mm', method: 'diameter survey' })).toEqual({
      likely: ['MIC-13', 'MIC-14'],
      others: ['CAL-02', 'CAL-05'],
    })
    expect(tags({ limits: { lower: 89.9, upper: 90.1 }, instrument: 'bore gauge' })).toEqual({ likely: ['BG-04'], others: ['CAL-02', 'CAL-05'] })
    expect(tags({ limits: { upper: 0.08 }, instrument: 'dial indicator in blocks', method: 'run-out' }).others).toEqual([])
    expect(tags({ limits: { lower: 0.1, upper: 0.3 }, instrument: 'feeler gauges' })).toEqual({ likely: ['FG-05'], others: [] })
  })

  it('holds an instrument to the range and the step that the position asks for', () => {
    const chain = { limits: { upper: 336 }, instrument: 'caliper 500 mm' }
    expect(tags(chain).likely).toEqual([])
    const short = { limits: { lower: 10, upper: 20 }, instrument: 'micrometer 0–25 mm' }
    expect(tags(short).likely).toEqual(['MIC-11'])
    expect(tags({ ...short, needs: { from: 0, to: 30 } }).likely).toEqual([])
    expect(tags({ limits: { lower: 55, upper: 55.02 }, instrument: 'micrometer 50–75 mm', needs: { step: 0.001 } }).likely).toEqual(['MIC-13'])
  })

  it('leaves open what nobody knows, and never crosses the quantity', () => {
    expect(tags({ instrument: 'pointer at the scribed line' }).others.length).toBe(
      DEMO_INSTRUMENTS.filter(row => row.quantity === 'length').length,
    )
    expect(tags({ quantity: 'temperature', instrument: 'contact thermometer', limits: { upper: 80 } })).toEqual({
      likely: ['TH-02'],
      others: ['IR-01'],
    })
    for (const position of demoDocuments.flatMap(document => document.positions)) {
      const { likely, others } = suitedInstruments(position, DEMO_INSTRUMENTS)
      for (const row of [...likely, ...others]) expect(row.quantity).toBe(position.quantity)
      expect(new Set([...likely, ...others]).size).toBe(likely.length + others.length)
    }
  })
})
