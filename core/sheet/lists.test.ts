import { describe, expect, it } from 'vitest'
import { demoDocuments, liftPumpDocument } from '../../tests/support/demo-sheet'
import { DomainError } from '../domain-error'
import { checkSheet, keyedPlace, leaveOut, sheetForUnit, type SheetDocument, type SheetFault } from '.'
import { CONDITIONAL, LIST_NAMES, LISTS, placesOf, thingsOf, withoutGone, type ListName } from './lists'

const faultsOf = (document: SheetDocument): SheetFault[] => {
  try {
    checkSheet(document)
    return []
  } catch (error) {
    if (error instanceof DomainError) return error.details.faults as SheetFault[]
    throw error
  }
}

// None of the demonstration has a part that is only in the way.
const behindCasing = liftPumpDocument()
behindCasing.steps.find(step => step.key === 'rotor-out')!.behind = ['upper-casing']
const documents = [...demoDocuments, behindCasing]

/** A demonstration sheet with something at that place of a list, to spoil it, and where that is. */
function sheetWith(list: ListName, path: string): { sheet: SheetDocument, i: number, at: string } {
  for (const document of documents) {
    for (const [i, thing] of thingsOf(document, list).entries()) {
      const [place] = placesOf(thing, path)
      if (place) return { sheet: structuredClone(document), i, at: place.at }
    }
  }
  throw new Error(`no sheet of the demonstration has ${path} in ${list}`)
}

const put = (thing: unknown, at: string, value: unknown): void => {
  const fields = at.slice(1).split('/')
  const last = fields.pop()!
  const holder = fields.reduce((one, field) => (one as Record<string, unknown>)[field], thing) as Record<string, unknown>
  holder[last] = value
}

const withNested = LIST_NAMES.flatMap(list => (LISTS[list].nested ?? []).map(path => [list, path] as const))
const references = LIST_NAMES.flatMap(list => LISTS[list].refers.map(({ path, to }) => [list, path, to] as const))

describe('the table of the lists of a sheet', () => {
  it('has every list of the document', () => {
    const lists = new Set(
      demoDocuments
        .flatMap(document => Object.entries(document))
        // Answers name things and are none.
        .filter(([name, value]) => Array.isArray(value) && name !== 'audited')
        .map(([name]) => name),
    )
    expect(new Set(LIST_NAMES)).toEqual(lists)
  })

  it.each(LIST_NAMES)('%s: a key used twice is refused', (list) => {
    const { sheet } = sheetWith(list, LISTS[list].key)
    const things = sheet[list] as unknown as { key: string, name: string }[]
    things.push(structuredClone(things[0]!))
    expect(faultsOf(sheet)).toContainEqual({
      place: keyedPlace(sheet, `/${list}/${things.length - 1}/${LISTS[list].key}`),
      reason: `"${things[0]![LISTS[list].key]}" is used twice in ${list}.`,
    })
  })

  it.each(withNested)('%s: a key used twice in %s is refused', (list, path) => {
    const { sheet, i, at } = sheetWith(list, path)
    const [{ value }] = placesOf(thingsOf(sheet, list)[i], path) as unknown as [{ value: { key: string }[] }]
    value.push(structuredClone(value[0]!))
    expect(faultsOf(sheet).map(fault => fault.place)).toContain(keyedPlace(sheet, `/${list}/${i}${at}/${value.length - 1}/key`))
  })

  it.each(references)('%s: %s to no %s is refused, in the thing and in a variant of it', (list, path, to) => {
    const { sheet, i, at } = sheetWith(list, path)
    const things = sheet[list] as unknown as Record<string, unknown>[]
    const nowhere = to === 'mark' ? 'MK-999' : 'nowhere-at-all'
    const whole = structuredClone(things[i]!)
    put(things[i], at, nowhere)
    const reason = `There is no ${to} "${nowhere}".`
    expect(faultsOf(sheet)).toContainEqual({ place: keyedPlace(sheet, `/${list}/${i}${at}`), reason })
    if (!LISTS[list].isConditional) return
    const { key: _key, when: _when, variants: _variants, ...set } = structuredClone(things[i]!)
    things[i] = { ...whole, variants: [{ when: { evidence: ['routine'] }, set }] }
    expect(faultsOf(sheet)).toContainEqual({ place: keyedPlace(sheet, `/${list}/${i}/variants/0/set${at}`), reason })
  })

  it.each(CONDITIONAL)('%s: a condition on an option or a value that is none is refused', (list) => {
    const { sheet, i } = sheetWith(list, 'key')
    const things = sheet[list] as unknown as Record<string, unknown>[]
    const spoil = (spoiled: object) => {
      const whole = things[i]!
      things[i] = { ...whole, ...spoiled }
      const faults = faultsOf(sheet).filter(fault => fault.place === keyedPlace(sheet, `/${list}/${i}`)).map(fault => fault.reason)
      things[i] = whole
      return faults
    }
    expect(spoil({ when: { colour: ['red'] } })).toContain('There is no option "colour".')
    expect(spoil({ when: { evidence: ['deeper'] } })).toContain('The option "evidence" has no value "deeper".')
    expect(spoil({ variants: [{ when: { colour: ['red'] }, set: {} }] })).toContain('There is no option "colour".')
  })

  it.each(CONDITIONAL)('%s: what does not apply to the unit is gone, and nothing names it', (list) => {
    for (const document of demoDocuments) {
      const sheet = structuredClone(document)
      const thing = (sheet[list] as unknown as Record<string, unknown>[] | undefined)?.at(-1)
      if (!thing) continue
      thing.when = { evidence: ['failure-analysis'] }
      const unit = sheetForUnit(sheet)
      expect(thingsOf(unit, list).map(one => one.key)).not.toContain(thing.key)
      expect(faultsOf(unit).filter(fault => fault.reason.startsWith('There is no'))).toEqual([])
    }
  })

  it('leaves nothing that names a part or a step that is left out, whichever it is', () => {
    for (const document of demoDocuments) {
      const sheet = sheetForUnit(document)
      const dangling = (left: SheetDocument) =>
        faultsOf(left).filter(fault => fault.reason.startsWith('There is no') || fault.reason.includes('rray'))
      for (const { key } of sheet.parts)
        expect(dangling(leaveOut(sheet, { step: () => true, part: one => one !== key })), `${sheet.key} without ${key}`).toEqual([])
      for (const { key } of sheet.steps)
        expect(dangling(leaveOut(sheet, { step: one => one.key !== key })), `${sheet.key} without ${key}`).toEqual([])
    }
  })

  it('takes along what goes: the item, what it leaves empty, or the whole thing', () => {
    const gone = (key: string) => (_kind: string, one: string) => one === key
    const step = {
      key: 'x',
      removes: [{ part: 'a' }, { part: 'b' }],
      treats: { how: 'wash', parts: ['a'] },
      reads: [{ position: 'p', keeps: { position: 'q' } }],
    }
    expect(withoutGone(step, LISTS.steps.refers, gone('a'))).toEqual({ key: 'x', removes: [{ part: 'b' }], reads: step.reads })
    expect(withoutGone(step, LISTS.steps.refers, gone('q'))).toEqual({ ...step, reads: [{ position: 'p' }] })
    expect(withoutGone(step, LISTS.steps.refers, gone('p'))).toEqual({ key: 'x', removes: step.removes, treats: step.treats })
    expect(withoutGone({ name: 'z', parts: ['a'] }, LISTS.assemblies.refers, gone('a'))).toBeUndefined()
    expect(withoutGone({ key: 'z', parts: ['a', 'b'], near: ['c'] }, LISTS.dryZones.refers, gone('c'))).toEqual({
      key: 'z',
      parts: ['a', 'b'],
      near: [],
    })
    expect(withoutGone(step, LISTS.steps.refers, gone('other'))).toBe(step)
  })
})
