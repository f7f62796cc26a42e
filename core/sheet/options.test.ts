import { describe, expect, it } from 'vitest'
import { demoDocuments, demoSheet } from '../../tests/support/demo-sheet'
import { smallSheet, type SmallStep } from '../../tests/support/small-sheet'
import { DomainError } from '../domain-error'
import { checkSheet, leaveOut, optionCombinations, sheetForUnit, sheetOnWay, wayCombinations, type SheetDocument } from '.'

const reducer = demoSheet('cycloidal-reducer')
const turbo = demoSheet('turbocharger')
const keys = (list: readonly { key: string }[]) => list.map(item => item.key)
const copy = (sheet: SheetDocument) => structuredClone(sheet)

describe('sheetForUnit', () => {
  it('changes parts, counts and steps with the size', () => {
    const [large, small] = [sheetForUnit(reducer, { size: 'large' }), sheetForUnit(reducer, { size: 'small' })]
    expect(large.parts.find(part => part.key === 'ring-pins')!.count).toBe(44)
    expect(small.parts.find(part => part.key === 'ring-pins')!.count).toBe(30)
    expect(keys(large.parts)).toContain('discs')
    expect(keys(small.parts)).not.toContain('discs')
    expect(keys(small.parts)).toContain('disc')
    const ring = (sheet: SheetDocument) =>
      sheet.steps.find(step => step.key === 'ring-off')!.removes!.find(piece => piece.part === 'ring-pins')!.count
    expect([ring(large), ring(small)]).toEqual([44, 30])
    expect(keys(small.marks)).not.toContain('MK-3')
    expect(keys(small.steps)).not.toContain('mark-discs')
  })

  it('changes tools, torques and limits with variants', () => {
    const hoist = demoSheet('lever-hoist')
    const of = (size: string) => sheetForUnit(hoist, { size })
    expect(['small', 'medium', 'large'].map(size => of(size).joints.find(joint => joint.key === 'cover-joint')!.torqueNm)).toEqual([
      { aim: 9.5 }, { aim: 23 }, { aim: 46 },
    ])
    expect(['small', 'large'].map(size => of(size).steps.find(step => step.key === 'lever-off')!.tools![0])).toEqual([
      'socket 17',
      'socket 24',
    ])
    expect(['small', 'large'].map(size => of(size).positions.find(position => position.key === 'chain-pitch')!.limits.upper)).toEqual([
      202, 336,
    ])
  })

  it('takes the first value of an option that the unit does not name, and is plain afterwards', () => {
    expect(sheetForUnit(reducer)).toEqual(sheetForUnit(reducer, { size: 'large', lubrication: 'oil' }))
    const plain = JSON.stringify(sheetForUnit(reducer))
    for (const word of ['"when"', '"variants"', '"options"']) expect(plain).not.toContain(word)
    expect(sheetForUnit(sheetForUnit(reducer))).toEqual(sheetForUnit(reducer))
  })

  it.each([[{ colour: 'red' }, 'no option "colour"'], [{ size: 'huge' }, 'not "huge"']])('refuses %j', (options, sentence) => {
    expect(() => sheetForUnit(reducer, options)).toThrow(DomainError)
    expect(() => sheetForUnit(reducer, options)).toThrow(sentence)
  })

  it('gives a sheet that stands every check, for every machine of every sheet', () => {
    for (const document of demoDocuments) {
      for (const options of optionCombinations(document)) {
        const { evidence: _evidence, ...unit } = options
        expect(() => checkSheet(sheetForUnit(document, unit))).not.toThrow()
      }
    }
  })

  it('puts a step behind the removal of what is in its way', () => {
    const sheet = copy(
      smallSheet({ cover: 1, seal: 1 }, [
        { key: 'cover-off', limb: 'off', rung: 'cover', removes: { cover: 1 } },
        { key: 'seal-off', limb: 'off', rung: 'seal', removes: { seal: 1 } },
        { key: 'seal-on', limb: 'on', after: ['seal-off'], rung: 'seal', refits: { seal: 1 } },
        { key: 'cover-on', limb: 'on', after: ['seal-on'], rung: 'cover', refits: { cover: 1 } },
      ]),
    )
    sheet.steps[1]!.behind = ['cover']
    expect(sheetForUnit(sheet).steps[1]!.after).toEqual(['cover-off'])
    sheet.steps[0]!.behind = ['seal']
    expect(() => checkSheet(sheet)).toThrow('circle')
  })
})

describe('sheetOnWay', () => {
  const machine = sheetForUnit(turbo)

  it('leaves out the steps of the other way and keeps the order whole', () => {
    const short = sheetOnWay(machine, { 'how-far': 'short' })
    expect(keys(short.steps)).not.toContain('rotor-out')
    expect(keys(short.steps)).toContain('decide-short')
    const known = new Set(keys(short.steps))
    for (const step of short.steps) expect(step.after.every(key => known.has(key))).toBe(true)
    // The kit comes after the decision of the way that was taken.
    expect(short.steps.find(step => step.key === 'kit')!.after).toContain('decide-short')
    expect(keys(short.marks)).not.toContain('MK-3')
  })

  it('is the same document for the same ways, and the whole sheet while nothing is decided', () => {
    expect(sheetOnWay(machine, { 'how-far': 'full' })).toBe(sheetOnWay(machine, { 'how-far': 'full' }))
    expect(sheetOnWay(machine, {})).toBe(machine)
    expect(wayCombinations(machine)).toEqual([{ 'how-far': 'short' }, { 'how-far': 'full' }])
  })
})

describe('leaveOut', () => {
  it('hands on what a step stood on, through any number that are left out', () => {
    const chain = ['a', 'b', 'c', 'd'].map((key, i, all): SmallStep => ({ key, limb: 'off', after: i ? [all[i - 1]!] : [] }))
    const sheet = smallSheet({ nut: 1 }, chain)
    expect(leaveOut(sheet, { step: step => step.key === 'a' || step.key === 'd' }).steps.map(step => [step.key, step.after])).toEqual([
      ['a', []],
      ['d', ['a']],
    ])
  })
})

describe('a sheet with options and forks', () => {
  const spoiled = (from: SheetDocument, spoil: (sheet: SheetDocument) => void) => {
    const sheet = copy(from)
    spoil(sheet)
    return () => checkSheet(sheet)
  }
  const step = (sheet: SheetDocument, key: string) => sheet.steps.find(candidate => candidate.key === key)!

  it.each<[string, SheetDocument, (sheet: SheetDocument) => void, string]>([
    [
      'a condition on no option',
      reducer,
      (s) => {
        s.steps[1]!.when = { colour: ['red'] }
      },
      'There is no option "colour"',
    ],
    [
      'a value that is none',
      reducer,
      (s) => {
        s.parts[0]!.when = { size: ['huge'] }
      },
      'has no value "huge"',
    ],
    [
      'a count that is wrong for one size only',
      reducer,
      (s) => {
        step(s, 'ring-on').variants![0]!.set.refits![1]!.count = 29
      },
      '30 come out but 29 go back. (with size = small',
    ],
    [
      'a fork that nobody makes',
      turbo,
      (s) => {
        delete step(s, 'decide-way').chooses
      },
      'needs one step that makes it',
    ],
    [
      'a way before its fork',
      turbo,
      (s) => {
        step(s, 'nameplate').ways = { 'how-far': ['full'] }
      },
      'does not come after the step that chooses',
    ],
    [
      'a way that is none',
      turbo,
      (s) => {
        step(s, 'nut-off').ways = { 'how-far': ['sideways'] }
      },
      'There is no way "sideways"',
    ],
    [
      'a proposal from no position',
      turbo,
      (s) => {
        s.choices![0]!.proposal!.readings[0]!.position = 'nowhere'
      },
      'There is no position "nowhere"',
    ],
    [
      'going back down',
      turbo,
      (s) => {
        step(s, 'rotor-in').feels![0]!.wrong[0]!.causes[1]!.backTo = 'cover-off'
      },
      'not to "cover-off" on the way down',
    ],
    [
      'places that do not match the count',
      turbo,
      (s) => {
        s.parts[0]!.places = ['left', 'right']
      },
      'has 1 pieces but 2 places',
    ],
    [
      'a wait after nothing',
      turbo,
      (s) => {
        step(s, 'shield-off').waits![0]!.after = 'nothing'
      },
      'There is no step "nothing"',
    ],
    [
      'a debt that nobody pays',
      turbo,
      (s) => {
        step(s, 'turbine-on').owes![0]!.paidBy = 'nobody'
      },
      'There is no step "nobody"',
    ],
    [
      'more machines than can be checked',
      reducer,
      (s) => {
        s.options!.push(
          ...['a', 'b', 'c', 'd'].map(key => ({ key, name: key, values: [1, 2, 3].map(n => ({ key: `v${n}`, name: `${n}` })) })),
        )
      },
      'at most 96',
    ],
  ])('is refused with %s', (_name, sheet, spoil, reason) => expect(spoiled(sheet, spoil)).toThrow(reason))
})
