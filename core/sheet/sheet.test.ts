import { readFileSync } from 'node:fs'
import { Ajv } from 'ajv'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { liftPumpDocument } from '../../tests/support/demo-sheet'
import { DomainError } from '../domain-error'
import { checkSheet, findCycle, keyedPlace, SheetSchema, type SheetDocument, type SheetFault } from '.'

function faultsOf(document: unknown): SheetFault[] {
  try {
    checkSheet(document)
  } catch (error) {
    if (error instanceof DomainError && error.code === 'sheet.bad') return error.details.faults as SheetFault[]
    throw error
  }
  return []
}

const spoiled = (spoil: (sheet: SheetDocument) => void): SheetFault[] => {
  const sheet = liftPumpDocument()
  spoil(sheet)
  return faultsOf(sheet)
}
const partIndex = (key: string) => liftPumpDocument().parts.findIndex(part => part.key === key)
const stepIndex = (key: string) => liftPumpDocument().steps.findIndex(step => step.key === key)
const stepAt = (sheet: SheetDocument, key: string) => sheet.steps.find(step => step.key === key)!

const runOutIndex = liftPumpDocument().positions.findIndex(position => position.method === 'run-out')
const runOut = (sheet: SheetDocument) => sheet.positions[runOutIndex]!

describe('checkSheet', () => {
  it('takes the lift pump with both limbs, the floor and 60 steps or more', () => {
    const sheet = checkSheet(liftPumpDocument())
    expect(sheet.steps.length).toBeGreaterThanOrEqual(60)
    expect(new Set(sheet.steps.map(step => step.limb))).toEqual(new Set(['off', 'floor', 'on']))
  })

  it.each<[string, (sheet: SheetDocument) => void, string, string]>([
    ['a circle', s => stepAt(s, 'isolate').after.push('hand-over'), `/steps/${stepIndex('isolate')}/after`, 'circle'],
    ['a step that needs itself', s => stepAt(s, 'area').after.push('area'), `/steps/${stepIndex('area')}/after`, 'circle'],
    ['a step after nothing', s => stepAt(s, 'area').after.push('nowhere'), `/steps/${stepIndex('area')}/after/1`, '"nowhere"'],
    [
      'an unknown part',
      (s) => {
        stepAt(s, 'hub-off').removes![0]!.part = 'flywheel'
      },
      `/steps/${stepIndex('hub-off')}/removes/0/part`,
      '"flywheel"',
    ],
    [
      'a key twice',
      (s) => {
        s.steps[3]!.key = s.steps[2]!.key
      },
      '/steps/3/key',
      'twice',
    ],
    [
      'one nut too few on the way up',
      (s) => {
        stepAt(s, 'casing-nuts-on').refits![0]!.count = 21
      },
      '/parts/8',
      '22 come out but 21 go back',
    ],
    [
      'more than the machine has',
      (s) => {
        s.parts[8]!.count = 20
      },
      '/parts/8/count',
      '22 come out of a machine that has 20',
    ],
    [
      'a rung without its other side',
      (s) => {
        stepAt(s, 'guard-on').rung = 'fence'
      },
      `/steps/${stepIndex('guard-off')}/rung`,
      'one removal and one refit',
    ],
    [
      'a removal on the way up',
      (s) => {
        stepAt(s, 'guard-on').removes = [{ part: 'impeller', count: 1 }]
      },
      `/steps/${stepIndex('guard-on')}/removes`,
      'off limb only',
    ],
    [
      'a mark that nobody checks',
      (s) => {
        delete stepAt(s, 'impeller-on').checks
      },
      '/marks/6',
      'never checked',
    ],
    [
      'limits that cross',
      (s) => {
        s.positions[0]!.limits = { lower: 1, upper: 0.5 }
      },
      '/positions/0/limits',
      'above',
    ],
    [
      'a word for a number',
      (s) => {
        ;(s.parts[0] as { count: unknown }).count = 'one'
      },
      '/parts/0/count',
      'whole number',
    ],
    [
      'a part in two assemblies',
      (s) => {
        s.assemblies![1]!.parts.push(s.assemblies![0]!.parts[0]!)
      },
      `/assemblies/1/parts/${liftPumpDocument().assemblies![1]!.parts.length}`,
      'in two assemblies',
    ],
    [
      'a refit that does not wait for its removal',
      (s) => {
        stepAt(s, 'kit').after = []
        stepAt(s, 'guard-on').after = []
      },
      `/steps/${stepIndex('guard-on')}/after`,
      'must come after it',
    ],
    [
      'a turn with too few angles',
      (s) => {
        runOut(s).planes = ['0°', '90°', '180°']
      },
      `/positions/${runOutIndex}/planes`,
      'four angles or more',
    ],
    [
      'a turn that is named by no angles',
      (s) => {
        runOut(s).planes[2] = 'top'
      },
      `/positions/${runOutIndex}/planes`,
      'written as 0°, 45°',
    ],
    [
      'a turn with a gap',
      (s) => {
        runOut(s).planes = ['0°', '10°', '20°', '30°', '40°', '50°', '60°', '70°']
      },
      `/positions/${runOutIndex}/planes`,
      'no gap over 100°',
    ],
    [
      'a station without a place',
      (s) => {
        runOut(s).atMm!.pop()
      },
      `/positions/${runOutIndex}/atMm`,
      'a place along the axis for each of its 5 stations',
    ],
    [
      'a bow without places',
      (s) => {
        delete runOut(s).atMm
      },
      `/positions/${runOutIndex}/bowMm`,
      'needs the places',
    ],
    [
      'a run-out that is no length',
      (s) => {
        runOut(s).quantity = 'angle'
      },
      `/positions/${runOutIndex}/quantity`,
      'must be a length',
    ],
    ['reuse that is tighter than new', (s) => { s.positions[0]!.reuse = { lower: 999 } }, '/positions/0/reuse', 'the tighter ones'],
    ['reuse that crosses', (s) => { s.positions[0]!.reuse = { lower: 2, upper: 1 } }, '/positions/0/reuse', 'above'],
    ['a torque outside its range', (s) => { s.joints[0]!.torqueNm = { aim: 280, to: 250 } }, '/joints/0/torqueNm', 'outside its own range'],
    ['a snug that is final', (s) => { s.joints[0]!.snug = { torqueNm: 280, paidBy: 'hand-over' } }, '/joints/0/snug', 'below its final torque'],
    ['passes that end too soon', (s) => { s.joints[0]!.passes = { shares: [0.3, 0.6] } }, '/joints/0/passes/shares', 'whole torque'],
    ['a layout of other fasteners', (s) => { s.joints[0]!.layout = { kind: 'rectangle', long: 9, short: 3 } }, '/joints/0/layout', '20 places for its 22'],
    ['an answer to nothing', (s) => {
      s.audited = [{ rule: 'joint-stress', list: 'joints', key: 'gone', reason: 'so', by: 'me' }]
    }, '/audited/0/key', 'has no "gone"'],
    ['an answer about no list', (s) => {
      s.audited = [{ rule: 'joint-stress', list: 'bolts', key: 'cap-joint', reason: 'so', by: 'me' }]
    }, '/audited/0/list', 'no list "bolts"'],
    ['passes that fall', (s) => { s.joints[0]!.passes = { shares: [0.6, 0.3, 1] } }, '/joints/0/passes/shares', 'rise'],
    [
      'a reading that keeps to nothing',
      (s) => {
        stepAt(s, 'float-left').reads![0]!.keeps = { position: 'nowhere', stage: 'as-found', within: 0.1 }
      },
      `/steps/${stepIndex('float-left')}/reads/0/keeps/position`,
      '"nowhere"',
    ],
    [
      'a reading that keeps to another quantity',
      (s) => {
        stepAt(s, 'float-left').reads![0]!.keeps = { position: 'casing-pressure', stage: 'as-left', within: 0.1 }
      },
      `/steps/${stepIndex('float-left')}/reads/0/keeps/position`,
      'same quantity',
    ],
    [
      'a part that sits on itself by way of another',
      (s) => {
        s.parts.find(part => part.key === 'rotor')!.on = 'impeller'
      },
      `/parts/${partIndex('rotor')}/on`,
      'on "Double-entry impeller, bronze" on',
    ],
    [
      'an outline without a length',
      (s) => {
        s.parts.find(part => part.key === 'rotor')!.outlines![1]!.toMm = 190
      },
      `/parts/${partIndex('rotor')}/outlines/1/toMm`,
      'ends behind',
    ],
    [
      'a taper that turns inside out',
      (s) => {
        s.parts.find(part => part.key === 'impeller')!.outlines![0]!.innerEndMm = 500
      },
      `/parts/${partIndex('impeller')}/outlines/0/outerMm`,
      'larger than its inner',
    ],
    [
      'an item number used twice',
      (s) => {
        s.parts[1]!.item = s.parts[0]!.item!
      },
      '/parts/1/item',
      'another part already',
    ],
    [
      'a limb that is none',
      (s) => {
        ;(s.steps[0] as { limb: string }).limb = 'up'
      },
      '/steps/0/limb',
      '',
    ],
    [
      'an unknown key',
      (s) => {
        ;(s as unknown as { colour: string }).colour = 'red'
      },
      '/colour',
      '',
    ],
  ])('refuses %s with place and reason', (_name, spoil, place, reason) => {
    const faults = spoiled(spoil)
    const sheet = liftPumpDocument()
    spoil(sheet)
    const named = keyedPlace(sheet, place)
    expect(faults.map(fault => fault.place)).toContain(named)
    expect(faults.find(fault => fault.place === named)!.reason).toContain(reason)
  })

  it.each([null, 42, 'sheet', [], {}])('refuses %j', document => expect(faultsOf(document).length).toBeGreaterThan(0))
})

describe('the published schema', () => {
  const published = JSON.parse(readFileSync(new URL('../../docs/sheet.schema.json', import.meta.url), 'utf8')) as object

  it('is the one the types come from', () => {
    expect(published).toEqual({ $schema: 'http://json-schema.org/draft-07/schema#', ...JSON.parse(JSON.stringify(SheetSchema)) as object })
  })

  it('means the same to another validator', () => {
    const validate = new Ajv({ allErrors: true }).compile(published)
    expect(validate(liftPumpDocument())).toBe(true)
    const bad = liftPumpDocument()
    ;(bad.steps[4] as { minutes: unknown }).minutes = 'long'
    expect(validate(bad)).toBe(false)
    expect(validate.errors?.[0]?.instancePath).toBe('/steps/4/minutes')
  })
})

describe('findCycle', () => {
  const graph = fc.array(fc.array(fc.nat({ max: 14 }), { maxLength: 4 }), { minLength: 1, maxLength: 15 })
    .map(lists => new Map(lists.map((after, i) => [String(i), after.filter(j => j < lists.length).map(String)])))

  it('finds none where everything points backwards, and shows a real one where it says so', () => {
    fc.assert(fc.property(graph, (after) => {
      const backwards = new Map([...after].map(([key, list]) => [key, list.filter(before => Number(before) < Number(key))]))
      expect(findCycle(backwards)).toBeUndefined()
      const circle = findCycle(after)
      if (!circle) return
      expect(circle.length).toBeGreaterThan(1)
      expect(circle[0]).toBe(circle.at(-1))
      for (let i = 0; i + 1 < circle.length; i++) expect(after.get(circle[i]!)).toContain(circle[i + 1])
    }))
  })
})
