import canonicalize from 'canonicalize'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDocuments, demoSheet } from '../../../tests/support/demo-sheet'
import { refusal } from '../../../tests/support/refusal'
import { draftFaults, sheetFaults, unreadableFaults } from '../check-sheet'
import { DomainError } from '../../domain-error'
import { LIST_NAMES, LISTS, thingsOf } from '../lists'
import type { SheetDocument } from '../schema'
import { applyEdits, editsBetween, editsToRemove, inverseOf, namedBy, ORDER, type Edit } from '.'

const bytes = (document: object) => canonicalize(JSON.parse(JSON.stringify(document)))
const pump = demoSheet('split-casing-lift-pump')

/** An edit as an author might make it, sensible or not, from a number. */
function someEdit(sheet: SheetDocument, dice: () => number): Edit[] {
  const of = <T>(all: readonly T[]): T => all[dice() % all.length]!
  const list = of(LIST_NAMES.filter(name => thingsOf(sheet, name).length > 0))
  const keyOf = (thing: object) => (thing as Record<string, string>)[LISTS[list].key]!
  const things = thingsOf(sheet, list)
  const thing = of(things) as Record<string, unknown>
  const key = keyOf(thing)
  const before = (one: object) => {
    const i = things.indexOf(one as never)
    return i === 0 ? '' : keyOf(things[i - 1]!)
  }
  switch (dice() % 6) {
    case 0: return editsToRemove(sheet, list, key)
    case 1: return [{ list, key, before: thing, behind: before(thing) }]
    case 2: return [{ list, key: `${key}-two`, after: { ...thing, [LISTS[list].key]: `${key}-two` }, behind: keyOf(of(things)) }]
    case 3: return [{ list, key, field: ORDER, before: before(thing), after: keyOf(of(things)) }]
    case 4: {
      const field = of(Object.keys(thing))
      return [{ list, key, field, before: thing[field], ...dice() % 2 ? { after: (of(things) as Record<string, unknown>)[field] } : {} }]
    }
    default: return [{ list: 'sheet', key: '', field: 'massKg', ...sheet.massKg === undefined ? {} : { before: sheet.massKg }, after: dice() + 1 }]
  }
}

describe('edits', () => {
  it('leave a document that can be read or say at once what is broken, and are taken back and made again to the byte', () => {
    const counts = { made: 0, refused: 0 }
    fc.assert(fc.property(fc.constantFrom(...demoDocuments), fc.array(fc.nat(1e6), { minLength: 12, maxLength: 60 }), (sheet, numbers) => {
      let i = 0
      const dice = () => numbers[i++ % numbers.length]! + i
      const history = [sheet]
      const made: Edit[][] = []
      for (let deed = 0; deed < 4; deed++) {
        const edits = someEdit(history.at(-1)!, dice)
        try {
          history.push(applyEdits(history.at(-1)!, edits))
          made.push(edits)
          counts.made++
        } catch (error) {
          expect(error).toBeInstanceOf(DomainError)
          expect((error as Error).message).toMatch(/^\S.*[.:!?]$/)
          counts.refused++
        }
      }
      for (const document of history) expect(unreadableFaults(document)).toEqual([])
      const last = history.at(-1)!
      const back = made.toReversed().reduce((document, edits) => applyEdits(document, inverseOf(edits)), last)
      expect(bytes(back)).toBe(bytes(sheet))
      const again = made.reduce((document, edits) => applyEdits(document, edits), back)
      expect(bytes(again)).toBe(bytes(last))
      expect(bytes(applyEdits(sheet, editsBetween(sheet, last)))).toBe(bytes(last))
      expect(editsBetween(last, again)).toEqual([])
    }), { numRuns: 120 })
    expect(counts.made).toBeGreaterThan(100)
    expect(counts.refused).toBeGreaterThan(20)
  })

  it('make every shipped sheet of every other, and nothing of itself', () => {
    for (const [i, from] of demoDocuments.entries()) {
      const to = demoDocuments[(i + 7) % demoDocuments.length]!
      const { key, revision } = from
      expect(bytes(applyEdits(from, editsBetween(from, to)))).toBe(bytes({ ...to, key, revision }))
      expect(editsBetween(from, from)).toEqual([])
    }
  })

  it('move as few things as they can', () => {
    const [first, ...rest] = pump.parts
    expect(editsBetween(pump, { ...pump, parts: [...rest, first!] })).toEqual([
      { list: 'parts', key: first!.key, field: ORDER, before: '', after: rest.at(-1)!.key },
    ])
  })

  it.each<[string, Edit[], string]>([
    ['what another has changed', [{ list: 'joints', key: 'cap-joint', field: 'torqueNm', before: { aim: 1 }, after: { aim: 2 } }], 'edit.stale'],
    ['a key that is there', [{ list: 'parts', key: 'rotor', after: { key: 'rotor' } }], 'edit.key-used'],
    ['another key', [{ list: 'parts', key: 'rotor', field: 'key', before: 'rotor', after: 'wheel' }], 'edit.key'],
    ['a thing under another name', [{ list: 'parts', key: 'wheel', after: pump.parts[0] }], 'edit.key'],
    ['half a thing', [{ list: 'parts', key: 'wheel', after: { key: 'wheel', name: 'Wheel' } }], 'edit.shape'],
    ['a field without a value it needs', [{ list: 'parts', key: 'rotor', field: 'count', before: 1 }], 'edit.shape'],
    ['a word where a figure stands', [{ list: 'sheet', key: '', field: 'massKg', ...pump.massKg ? { before: pump.massKg } : {}, after: 'heavy' }], 'edit.shape'],
    ['its revision', [{ list: 'sheet', key: '', field: 'revision', before: pump.revision, after: 99 }], 'edit.unknown'],
    ['a list at once', [{ list: 'sheet', key: '', field: 'parts', before: pump.parts, after: [] }], 'edit.unknown'],
    ['what every object has', [{ list: 'parts', key: 'rotor', field: '__proto__', after: {} }], 'edit.unknown'],
    ['what every object is made by', [{ list: 'sheet', key: '', field: 'constructor', after: 'x' }], 'edit.unknown'],
    ['no list', [{ list: '__proto__' as never, key: 'x', field: 'name', after: 'x' }], 'edit.unknown'],
    ['an empty list that must not be', pump.steps.map((step, i) => ({ list: 'steps' as const, key: step.key, before: step, behind: i === 0 ? '' : '' })), 'edit.broken'],
    ['no field', [{ list: 'parts', key: 'rotor', field: 'colour', after: 'red' }], 'edit.unknown'],
    ['a part that others need', [{ list: 'parts', key: 'rotor', before: pump.parts.find(part => part.key === 'rotor'), behind: '' }], 'edit.broken'],
    ['a step that waits for itself by way of others', [{
      list: 'steps', key: pump.steps[0]!.key, field: 'after', before: pump.steps[0]!.after, after: [pump.steps.at(-1)!.key],
    }], 'edit.broken'],
  ])('refuse %s', (_what, edits, code) => {
    expect(refusal(() => applyEdits(pump, edits)).code).toBe(code)
  })

  it('say who names a part, and take it out of all of them', () => {
    const names = namedBy(pump, 'parts', 'rotor').map(({ list }) => list)
    expect(names).toContain('steps')
    expect(names).toContain('positions')
    const left = applyEdits(pump, editsToRemove(pump, 'parts', 'rotor'))
    expect(left.parts.map(({ key }) => key)).not.toContain('rotor')
    expect(namedBy(left, 'parts', 'rotor')).toEqual([])
    // What was only about it is gone as well; what is broken now is said by the key of its thing.
    expect(left.positions.some(({ part }) => part === 'rotor')).toBe(false)
    for (const { place } of sheetFaults(left)) expect(pump.steps.map(step => `/steps/${step.key}`)).toContain(place.split('/').slice(0, 3).join('/'))
  })

  it('leave a draft of which nothing is missed when its shape and references are not read again', () => {
    const { key, limits: before } = pump.positions[0]!
    const crossed = applyEdits(pump, [{ list: 'positions', key, field: 'limits', before, after: { lower: 2, upper: 1 } }])
    expect(draftFaults(crossed).map(({ place }) => place)).toContain(`/positions/${key}/limits`)
    expect(draftFaults(crossed)).toEqual(sheetFaults(crossed))
  })

  it('bridge the order over a step that goes', () => {
    const middle = pump.steps.find(step => step.after.length > 0 && pump.steps.some(other => other.after.includes(step.key)))!
    const left = applyEdits(pump, editsToRemove(pump, 'steps', middle.key))
    for (const step of pump.steps.filter(({ after }) => after.includes(middle.key)))
      expect(left.steps.find(({ key }) => key === step.key)!.after).toEqual(expect.arrayContaining(middle.after))
  })
})
