import { describe, expect, it } from 'vitest'
import { demoDocuments, liftPumpDocument } from '../../tests/support/demo-sheet'
import { auditSheet, draftFaults, inverseOf, type Edit, type SheetDocument } from '.'
import { draftChecker } from './draft-checker'

const read = (document: SheetDocument) => {
  const copy = structuredClone(document)
  return { faults: draftFaults(copy), findings: auditSheet(copy) }
}

/** For each step: its words become others that the rules of the craft look for, and what it moves becomes heavy. */
function editsOf({ steps, parts }: SheetDocument): Edit[] {
  const words = ['Lock again', 'Locks off', 'Start it and run for an hour', 'Turn the shaft by hand', 'Block the rotor', 'Warm the hub to 110 °C']
  return [
    ...steps.map(({ key, title }, i): Edit => ({ list: 'steps', key, field: 'title', before: title, after: words[i % words.length] })),
    ...parts.map(({ key, massKg }): Edit => ({ list: 'parts', key, field: 'massKg', ...massKg === undefined ? {} : { before: massKg }, after: 90 })),
  ]
}

describe('draftChecker', () => {
  it('says of a draft that it was told edit by edit what is said of the whole, forth and back', () => {
    for (const document of [liftPumpDocument(), ...demoDocuments.filter(({ options = [] }) => options.length > 1).slice(0, 2)]) {
      const check = draftChecker()
      const first = check({ document })
      expect(first).toEqual(read(document))
      const edits = editsOf(document)
      const thirds = [edits.slice(0, 20), edits.slice(20, 60), edits.slice(60)]
      let now = document
      for (const some of thirds) {
        for (const one of some) now = { ...now, [one.list]: now[one.list as 'steps'].map(thing => thing.key === one.key ? { ...thing, [one.field!]: one.after } : thing) }
        const told = check({ edits: some })
        expect(told).toEqual(read(now))
        expect(told).not.toEqual(first)
      }
      expect(check({ edits: inverseOf(edits) })).toEqual(first)
    }
  })

  it('reads what is typed with the rest and keeps none of it; what cannot stay so is said at its place', () => {
    const document = liftPumpDocument()
    const check = draftChecker()
    const first = check({ document })
    const edits = editsOf(document)
    const some = edits.slice(0, 20)
    const written = check({ edits: some })
    for (const typed of edits.slice(20).filter((_, i) => i % 4 === 0).map(one => [one])) {
      const kept = draftChecker()
      kept({ document })
      expect(check({ edits: [], typed })).toEqual(kept({ edits: [...some, ...typed] }))
    }
    expect(check({ edits: [] })).toEqual(written)
    expect(written).not.toEqual(first)
    const { list, key } = edits[0]!
    const wrong: Edit = { list, key, field: 'minutes', before: document.steps.find(step => step.key === key)!.minutes, after: -3 }
    expect(check({ edits: [], typed: [wrong] })).toEqual({
      faults: [{ place: `/steps/${key}/minutes`, reason: expect.stringMatching(/^Time has to be/) as string }, ...written.faults],
      findings: written.findings,
    })
  })

  it('refuses edits of what it was not told, or that do not fit it, and keeps what it has', () => {
    const check = draftChecker()
    const [stale, fitting] = editsOf(liftPumpDocument())
    expect(() => check({ edits: [fitting!] })).toThrow(/not been told/)
    const first = check({ document: liftPumpDocument() })
    expect(() => check({ edits: [{ ...stale!, before: 'Another title' }] })).toThrow(/changed that meanwhile/)
    expect(check({ edits: [] })).toEqual(first)
  })
})
