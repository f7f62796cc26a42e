import { describe, expect, it } from 'vitest'
import { demoSheet, liftPumpDocument } from '../../../tests/support/demo-sheet'
import { auditSheet, checkSheet, type Finding, type Joint, type Position, type SheetDocument, type Step } from '..'

const audited = (spoil: (sheet: SheetDocument) => void): Finding[] => {
  const sheet = liftPumpDocument()
  spoil(sheet)
  return auditSheet(checkSheet(sheet))
}
/** What one rule says of one thing that a test has made. */
const said = (rule: string, key: string, spoil: (sheet: SheetDocument) => void) =>
  audited(spoil).filter(finding => finding.rule === rule && finding.key === key).map(({ severity, field }) => `${severity} ${field}`)

const joint = (change: Partial<Joint>) => (sheet: SheetDocument) => {
  const capJoint = sheet.joints.find(({ key }) => key === 'cap-joint')!
  delete capJoint.into
  delete capJoint.engagementMm
  Object.assign(capJoint, { propertyClass: '8.8', lubricant: { kind: 'oil', text: 'oil' } }, change)
}
const position = (change: Partial<Position>) => (sheet: SheetDocument) => {
  Object.assign(sheet.positions[0]!, { quantity: 'length', method: 'values', reuse: undefined }, change)
}
const step = (key: string, change: Partial<Step>) => (sheet: SheetDocument) => {
  Object.assign(sheet.steps.find(one => one.key === key)!, change)
}
const first = liftPumpDocument().positions[0]!.key

describe('the preload of a joint', () => {
  it.each<[string, Partial<Joint>, string[]]>([
    ['M16 at 140 N·m oiled', { thread: 'M16', torqueNm: { aim: 140 } }, []],
    ['the same dry', { thread: 'M16', torqueNm: { aim: 140 }, lubricant: { kind: 'dry', text: 'dry' } }, []],
    ['too much for the bolt', { thread: 'M16', torqueNm: { aim: 195 } }, ['wrong torqueNm']],
    ['the same on a stronger bolt', { thread: 'M16', torqueNm: { aim: 195 }, propertyClass: '10.9' }, []],
    ['hardly anything', { thread: 'M36', torqueNm: { aim: 240 } }, ['doubtful torqueNm']],
    ['a bolt that its nut does not hold', { thread: 'M16', torqueNm: { aim: 195 }, propertyClass: '10.9', nutClass: '5' },
      ['wrong torqueNm']],
    ['threads too short in iron', { thread: 'M16', torqueNm: { aim: 140 }, into: 'iron', engagementMm: 14 }, ['wrong torqueNm']],
    ['long enough', { thread: 'M16', torqueNm: { aim: 140 }, into: 'iron', engagementMm: 28 }, []],
    ['a taper nut, which is judged by its drive-up', { thread: 'M80x2', torqueNm: { aim: 1150 }, purpose: 'drive' }, []],
    ['a set screw', { thread: 'M6', torqueNm: { aim: 30 }, purpose: 'set' }, []],
    ['no class', { propertyClass: undefined as never }, ['thin propertyClass']],
    ['a class that there is not', { propertyClass: '8.9' }, ['wrong propertyClass']],
    ['a thread that there is not', { thread: 'M16x1.75' }, ['wrong thread']],
  ])('%s', (_what, change, expected) => {
    const spoil = (sheet: SheetDocument) => {
      joint(change)(sheet)
      if (change.propertyClass === undefined && 'propertyClass' in change) delete sheet.joints.find(({ key }) => key === 'cap-joint')!.propertyClass
    }
    expect(said('joint-stress', 'cap-joint', spoil)).toEqual(expected)
  })
})

describe('lubricant of joint and step', () => {
  it('is the same; the one of other parts that the step fits is left alone', () => {
    const wet = (key: string, kind: 'oil' | 'anti-seize' | 'grease') =>
      said('joint-lubricant', key, step(key, { lubricant: { kind, text: 'on the studs' } }))
    expect(wet('glands-on', 'oil')).toEqual(['wrong lubricant'])
    expect(wet('glands-on', 'anti-seize')).toEqual([])
    expect(wet('caps-on', 'grease')).toEqual([])
  })
})

describe('the instrument of a position', () => {
  it.each<[string, Partial<Position>, string[]]>([
    ['a tenth of the tolerance', { limits: { lower: 1, upper: 1.2 }, uncertainty: 0.02 }, []],
    ['a quarter', { limits: { lower: 1, upper: 1.2 }, uncertainty: 0.05 }, ['doubtful uncertainty']],
    ['two thirds', { limits: { upper: 0.03 }, uncertainty: 0.02 }, ['wrong uncertainty']],
    ['no limit to tell', { limits: {}, uncertainty: 5 }, []],
    ['a lower limit alone', { limits: { lower: 3 }, uncertainty: 1 }, []],
  ])('%s', (_what, change, expected) => {
    expect(said('uncertainty-share', first, position(change))).toEqual(expected)
  })
})

describe('what is used once', () => {
  it('is flagged when it comes out, and left alone when it stays in', () => {
    const kind = (key: string, never?: true) => (sheet: SheetDocument) => {
      const part = sheet.parts.find(one => one.key === key)!
      part.kind = 'o-ring'
      if (never) part.neverAgain = true
      else delete part.neverAgain
    }
    expect(said('never-again', 'impeller', kind('impeller'))).toEqual(['wrong neverAgain'])
    expect(said('never-again', 'impeller', kind('impeller', true))).toEqual([])
    const stays = liftPumpDocument().parts.find(({ key }) =>
      !liftPumpDocument().steps.some(one => one.removes?.some(piece => piece.part === key)))!.key
    expect(said('never-again', stays, kind(stays))).toEqual([])
  })
})

describe('lifting gear', () => {
  it.each<[string, string[], string[]]>([
    ['none', ['spanner 30'], ['danger tools']],
    ['enough', ['hoist 0.5 t', 'sling'], []],
    ['too little', ['hoist 0.1 t'], ['danger tools']],
    ['of unsaid capacity', ['crane and two slings'], []],
    ['two people, for what is too heavy for two', ['two people'], ['danger tools']],
  ])('for 186 kg: %s', (_what, tools, expected) => {
    expect(said('lifting-gear', 'rotor-out', step('rotor-out', { tools, lifts: undefined as never }))).toEqual(expected)
  })

  it('need not be for what one lifts, nor for what two lift together', () => {
    const heavy = (massKg: number, tools: string[]) => (sheet: SheetDocument) => {
      sheet.parts.find(({ key }) => key === 'coupling-guard')!.massKg = massKg
      step('guard-off', { tools })(sheet)
    }
    expect(said('lifting-gear', 'guard-off', heavy(24, []))).toEqual([])
    expect(said('lifting-gear', 'guard-off', heavy(30, ['two people']))).toEqual([])
    expect(said('lifting-gear', 'guard-off', heavy(30, []))).toEqual(['danger tools'])
  })
})

/** Of a rule: what a change of the lift pump makes it say, and what it leaves alone. */
const at = (key: string) => (sheet: SheetDocument) => sheet.steps.find(one => one.key === key)!
const seat = (sheet: SheetDocument) => sheet.positions.find(({ key }) => key === 'seat-de')!
const guardLate = (sheet: SheetDocument) => {
  const [guard] = sheet.steps.splice(sheet.steps.indexOf(at('guard-on')(sheet)), 1)
  sheet.steps.splice(sheet.steps.indexOf(at('run')(sheet)) + 1, 0, guard!)
}
describe.each<[string, [string, (sheet: SheetDocument) => unknown, string[]][]]>([
  ['class-limits', [
    ['another class for the same limits', (sheet) => { seat(sheet).toleranceClass = '70 m6' }, ['seat-de']],
    ['the class of its limits, without the size', (sheet) => { seat(sheet).toleranceClass = 'k6' }, []],
    ['a class that there is not', (sheet) => { seat(sheet).toleranceClass = '70 q6' }, []],
  ]],
  ['one-journal', [
    ['two ends and a taper', (sheet) => { seat(sheet).stations = ['drive end', 'non-drive end'] }, ['seat-de']],
    ['two ends without one', (sheet) => { Object.assign(seat(sheet), { stations: ['drive end', 'non-drive end'], taperMm: undefined }) },
      []],
  ]],
  ['instrument-range', [
    ['a caliper that is too short', (sheet) => { seat(sheet).instrument = 'caliper 50 mm' }, ['seat-de']],
    ['one that is long enough', (sheet) => { seat(sheet).instrument = 'caliper 150 mm' }, []],
    ['a range that the position itself asks for', (sheet) => { seat(sheet).needs = { from: 0, to: 70 } }, ['seat-de']],
  ]],
  ['torque-said', [
    ['another figure in the title', (sheet) => { at('casing-nuts-on')(sheet).title = 'Nuts to 350 N·m' }, ['casing-nuts-on']],
    ['a share of the passes', (sheet) => { at('casing-nuts-on')(sheet).why = 'First to 84 N·m all round.' }, []],
    ['a figure at a step that tightens nothing', (sheet) => { at('hub-off')(sheet).why = 'It took 350 N·m last time.' }, []],
  ]],
  ['state-needed', [
    ['a run before the locks are off', (sheet) => { at('unlock')(sheet).state!.makes = 'locked off' }, ['run']],
    ['a release that lets on what it needs', (sheet) => {
      at('unlock')(sheet).state!.lets = ['electric']
      at('run')(sheet).needs!.on = ['electric']
    }, []],
    ['one that does not', (sheet) => {
      at('unlock')(sheet).state!.lets = ['water']
      at('run')(sheet).needs!.on = ['electric']
    }, ['run']],
  ]],
  ['closed-valve', [
    ['for as long as it likes', (sheet) => { Object.assign(at('run')(sheet), { why: 'Run against the closed valve.', cautions: [] }) },
      ['run']],
    ['for a stated time, then opened', (sheet) => {
      Object.assign(at('run')(sheet), { why: 'Against the closed valve for 20 seconds, then open it.', cautions: [] })
    }, []],
  ]],
  ['wait-as-said', [
    ['overnight that lasts an hour', (sheet) => { at('locknut-on')(sheet).why = 'Let it stand overnight.' }, ['locknut-on']],
    ['half an hour that lasts as long', (sheet) => { at('locknut-on')(sheet).why = 'After a while.' }, []],
  ]],
  ['measured-with', [
    ['a float when the coupling is open in both', () => undefined, []],
    ['a clearance that needs the casing', (sheet) => {
      sheet.positions.find(({ key }) => key === 'ring-clearance')!.with!.push('upper-casing')
    }, ['ring-clearance-found', 'ring-clearance-left']],
  ]],
  ['part-touched', [
    ['a bolt that nobody touches', (sheet) => { sheet.parts.push({ key: 'spare', name: 'Spare bolt', count: 1, kind: 'fastener' }) },
      ['spare']],
    ['a casing that stays', (sheet) => { sheet.parts.push({ key: 'spare', name: 'Base', count: 1, kind: 'housing' }) }, []],
  ]],
  ['guards-on', [
    ['a guard that goes back after the run', guardLate, ['run']],
    ['something temporary that stands for it', (sheet) => {
      guardLate(sheet)
      sheet.temporary = [{ key: 'fence', name: 'Fence', instead: 'coupling-guard' }]
      at('unlock')(sheet).puts = ['fence']
    }, []],
  ]],
])('%s', (rule, cases) => {
  it.each(cases)('%s', (_what, spoil, expected) => {
    const sheet = liftPumpDocument()
    spoil(sheet)
    expect(auditSheet(sheet).filter(finding => finding.rule === rule).map(({ key }) => key)).toEqual(expected)
  })
})

it('questions the figure that a manual gives for the cover of the cartridge pump, and says which slip makes it fit', () => {
  const sheet = structuredClone(demoSheet('cartridge-pump'))
  const cover = sheet.joints.find(({ key }) => key === 'cover-joint')!
  cover.torqueNm.aim = 41
  const found = auditSheet(sheet).find(({ rule, key }) => rule === 'joint-stress' && key === 'cover-joint')
  expect(found).toMatchObject({ severity: 'wrong' })
  expect(found!.sentence).toContain('The figure fits as lbf·in')
})

it('an answer in the sheet, by key, silences just what it answers', () => {
  const answer = { rule: 'joint-stress', list: 'joints', key: 'cap-joint', reason: 'Waisted studs, maker’s figure', by: 'K. Varga' }
  const tooMuch = joint({ thread: 'M16', torqueNm: { aim: 195 } })
  const others = audited(tooMuch).length
  expect(audited((sheet) => {
    tooMuch(sheet)
    sheet.audited = [answer]
  }).length).toBe(others - 1)
  expect(audited((sheet) => {
    tooMuch(sheet)
    sheet.audited = [{ ...answer, field: 'thread' }]
  }).length).toBe(others)
})
