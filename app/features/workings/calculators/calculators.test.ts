import { describe, expect, it, vi } from 'vitest'
import { operatingClearance, passesForEvenness, simulateTightening } from '#core'
import { demoDocuments } from '../../../../tests/support/demo-sheet'
import type { Calculator, Outcome } from '../calculator'
import { showResult } from '../show-result'
import { CALCULATOR_GROUPS, calculatorOf } from '.'

// The worker is a browser's; the work in it is the core's.
vi.mock('../../../workers/ask-worker', () => ({
  askWorker: (task: string, input: never) => Promise.resolve({ operatingClearance, passesForEvenness, simulateTightening }[task]!(input)),
}))

const all = CALCULATOR_GROUPS.flatMap(group => group.calculators)

/** What a calculator answers to texts as somebody types them; fields that are not named keep their start. */
async function answer(key: string, typed: Record<string, string> = {}): Promise<{ outcome: Outcome, said: Record<string, string> }> {
  const { fields, compute } = calculatorOf(key)!
  const texts = { ...Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, field.start])), ...typed }
  const asked = Object.entries(fields).filter(([, field]) => field.when?.(texts) ?? true)
  const outcome = await compute(Object.fromEntries(asked.map(([name, field]) => [name, field.read(texts[name]!)])))
  return {
    outcome,
    said: Object.fromEntries(outcome.results.map(result => [result.label, showResult(result, 'si').replaceAll('\u00a0', ' ')])),
  }
}

describe.each(all.map(calculator => [calculator.key, calculator] as const))('the working %s', (key, calculator: Calculator) => {
  it('answers what it starts with, in both systems of units, and shows how', async () => {
    const { outcome } = await answer(key)
    expect(outcome.results.some(result => result.main)).toBe(true)
    for (const result of outcome.results) {
      for (const system of ['si', 'imperial'] as const) expect(showResult(result, system)).not.toMatch(/NaN|undefined|Infinity/)
    }
    expect(outcome.working.length).toBeGreaterThan(0)
    for (const line of outcome.working)
      expect(`${line.formula}${line.substituted}${line.result}${line.source}`).not.toMatch(/NaN|undefined/)
  })

  it('blames fields that it has', () => {
    for (const blamed of Object.values(calculator.blames ?? {})) expect(Object.keys(calculator.fields)).toContain(blamed)
  })

  it('refuses letters in every number with a sentence', () => {
    for (const field of Object.values(calculator.fields)) {
      if (field.input.as === 'choice' || ['Fit', 'Class of the nut (if known)'].includes(field.label)) continue
      expect(() => field.read('abc')).toThrow(/"abc" is (not|no) /)
    }
  })
})

describe('what is typed is what is worked out', () => {
  it.each<[string, Record<string, string>, Record<string, string>]>([
    // ISO 286-2: 40 H7 0/+25, g6 −25/−9.
    ['fit', { nominal: '40', fit: 'H7/g6' }, { 'Kind': 'clearance fit', 'Largest clearance': '+50.0 µm', 'Smallest clearance': '+9.0 µm' }],
    [
      'fit',
      { nominal: '1 in', fit: 'H7/s6', bore: '1.0003 in', shaft: '25.44' },
      { 'Kind': 'interference fit', 'Measured clearance': '−32.4 µm' },
    ],
    // ISO 898-1: 84.3 mm² × 580 MPa; VDI 2230-1 by hand for M12 at 0.12: P/2π 0.2785 + 0.7526 + 0.9120 mm.
    ['thread', { thread: 'M12', class: '8.8' }, { 'Proof load': '48.87 kN', 'Stress area': '84.3 mm²' }],
    ['torque-preload', { asks: 'preload', thread: 'M12', preload: '40', rubs: 'own' }, { 'Nut factor': '0.161' }],
    ['target', { thread: 'M6', torque: '85', lubricant: 'oil' }, { 'The torque': 'cannot be meant so' }],
    ['order', { lies: 'circle', bolts: '8', torque: '90' },
      { 'Places from the index, in turn': '1 – 5 – 3 – 7 – 2 – 6 – 4 – 8', 'Pass 1': '27.0 N·m', 'Round': '90.0 N·m' }],
    ['wrench', { torque: '100', wrench: '400', extension: '100' }, { 'Set it to': '80.0 N·m' }],
    // 25.6 ÷ 24.99 − 1; (3.459 − 2.9) ÷ 3.459.
    ['o-ring', { standard: 'ISO 3601', size: '214' }, { Stretch: '+2.4 %', Squeeze: '16.2 %', So: 'sits as it should' }],
    ['o-ring', { asks: 'groove', depth: '1' }, { Sizes: 'no standard size suits this groove' }],
    ['o-ring-aged', { free: '3.7' }, { 'Compression set': '52.4 %', 'Swelling of the volume': '+15.2 %' }],
    ['seal-setting', {}, { 'Stands at': '28.00 mm', 'Spring pressed by': '4.00 mm' }],
    ['seal-setting', { method: 'spacer' }, { 'Stack of spacers': '4.15 mm' }],
    ['seal-setting', { length: '400', warmer: '110' }, { 'Pressed warm': '4.51 mm', 'So': 'pressed too far: runs hot' }],
    ['springs', {}, { 'The set': 'no. 5 does not belong', 'Force left, least': '66.7 %' }],
    ['seal-faces', {}, { 'Out of flat': '0.59 µm' }],
    ['seal-faces', { what: 'track' }, { 'Runs off its centre by': '0.20 mm' }],
    ['locks', { what: 'castle' }, { 'On by': '40°' }],
    ['locks', { what: 'witness', thread: 'M16' }, { 'Along the bolt': '−33 µm' }],
    ['at-20', { length: '150,04', part: '35', alphaPart: '11,5' }, { 'Length at 20 °C': '150.0141 mm', 'Correction': '−25.9 µm' }],
    ['verdict', { value: '70.019', lower: '70.002', upper: '70.021', u: '4' }, { 'Verdict': 'doubtful', 'Inside the limit by': '2.0 µm' }],
    ['two-methods', { a: '152', ua: '10', b: '200', ub: '25' }, { They: 'do not agree: one of them is wrong', Difference: '−48.0 µm' }],
    ['play', { lifts: '0.08:0.03;0.07:0.05' }, { 'Radial play': '0.115 mm', 'Spread': '0.010 mm' }],
    // 60 µm ÷ (11.5e-6 · 70) = 74.5 K above 20 °C, and 20 K lost on the way.
    [
      'heating',
      { d: '70', interference: '40', clearance: '20', loss: '20', cap: '120' },
      { 'Temperature of the part': '115 °C', 'Gentlest way': 'induction heater' },
    ],
    ['heating', { d: '70', interference: '80', cap: '110' }, { 'Gentlest way': 'cool the shaft too' }],
    ['taper', { ratio: '12', interference: '60' }, { 'Drive-up': '0.72 mm', 'Contact': 'enough' }],
    [
      'rolling-clearance',
      { bore: '70', measured: '30' },
      { C3: '25 … 51 µm · the measured one lies here', CN: '10 … 30 µm · the measured one lies here' },
    ],
    ['pinch', { shim: '0.25', wire: '0.29' }, { 'Play in the cap': '40.0 µm' }],
    ['thrust-float', { before: '0:0.32', after: '0:0.27' }, { 'Change by closing': '−0.050 mm' }],
    [
      'locknut',
      { pitch: '1.5', tabs: '18', present: '350', wanted: '100' },
      { 'Tighten by': '3 tabs', 'A tab moves': '83.3 µm', 'Clearance then': '100.0 µm' },
    ],
    ['end-clearance', { de: '0.20', oe: '0.32' }, { 'Move': 'towards the other end', 'by': '0.060 mm', 'Whole float': '0.520 mm' }],
    ['seat', { bore: '70', load: 'normal' }, { Shaft: 'k5', Housing: 'H7' }],
    ['sleeve', { method: 'lead wire', journal: '80', top: '0.21 0.22', joint: '0.05;0.05' }, { Clearance: '165.0 µm' }],
    ['likely-fit', { bore: '25.012', shaft: '25.008', nominal: '25' }, { Clearance: '+4.0 µm' }],
  ])('%s of %j', async (key, typed, expected) => {
    expect((await answer(key, typed)).said).toMatchObject(expected)
  })

  it('draws the split bearing with the strips and ends that were measured', async () => {
    const { outcome, said } = await answer('split-bearing', {
      deLeft: '1.70',
      deRight: '1.70',
      midLeft: '',
      oeLeft: '1.15',
      oeRight: '1.15',
      shimDe: '0.30',
      wireDe: '0.26',
    })
    expect(outcome.drawing).toMatchObject({
      kind: 'bearing',
      strips: [
        { at: 'drive end', left: { widthMm: 1.7, clearanceUm: 51 }, right: { clearanceUm: 51 } },
        { at: 'other end', left: { clearanceUm: 76 } },
      ],
      ends: [
        { at: 'drive end', shimMm: 0.3, wireMm: 0.26, pinchUm: 40 },
        { at: 'other end', pinchUm: 30 },
      ],
    })
    // 25 µm over 110 mm.
    expect(said).toMatchObject({
      'Drive end, left': '51.0 µm',
      'Other end, right': '76.0 µm',
      'Along the axis': 'tighter at the drive end, 0.23 mm/m',
      'Across': 'even',
    })
  })

  it('finds the bow that the offsets of the stations say', async () => {
    const { said } = await answer('bow', { stations: '0:0:0;500:12:90;1000:0:0' })
    expect(said).toMatchObject({ 'Greatest bow': '12.0 µm', 'at': '500 mm', 'High side at': '90°', 'In one plane': 'yes, at 90°' })
  })

  it('leaves a field that stays empty to its own sentence', () => {
    expect(() => calculatorOf('fit')!.fields.nominal!.read('')).toThrow('Nothing is typed yet')
    expect(calculatorOf('fit')!.fields.bore!.read('')).toBeUndefined()
    expect(() => calculatorOf('play')!.fields.lifts!.read('0.08:x')).toThrow('Row 1, down, mm: "x" is no number.')
  })
})

describe('sheets', () => {
  it('name workings that there are', () => {
    const named = new Set(demoDocuments.flatMap(document => document.positions).flatMap(position => position.worksheet ?? []))
    expect(named.size).toBeGreaterThan(2)
    for (const key of named) expect([...all.map(calculator => calculator.key), 'contact']).toContain(key)
  })
})
