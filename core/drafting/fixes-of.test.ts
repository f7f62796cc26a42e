import { describe, expect, it } from 'vitest'
import { demoDocuments } from '../../tests/support/demo-sheet'
import { applyEdits, auditSheet, sheetFaults, type SheetDocument } from '../sheet'
import { fixesOf } from '.'

const read = (sheet: SheetDocument) => ({ faults: sheetFaults(sheet), findings: auditSheet(sheet) })
type Things = Record<string, Record<string, unknown>[]>
const without = (sheet: SheetDocument, list: 'parts' | 'steps', field: string): SheetDocument => {
  const copy = structuredClone(sheet)
  for (const thing of (copy as unknown as Things)[list]!) Reflect.deleteProperty(thing, field)
  return copy
}

describe('fixes', () => {
  it('are found for every part that is new each time, and nearly every one that nobody decides on', () => {
    let [said, fixed] = [0, 0]
    for (const sheet of demoDocuments) {
      const fresh = without(sheet, 'parts', 'neverAgain')
      const rules = (rule: string, { findings }: ReturnType<typeof read>) => findings.filter(one => one.rule === rule)
      const told = rules('never-again', read(fresh))
      const fixes = fixesOf(fresh, read(fresh), () => 'n').map(fix => fix.said)
      expect(told.filter(one => !fixes.includes(one.sentence)), sheet.key).toEqual([])
      const undecided = without(sheet, 'steps', 'decides')
      const [open, ends] = [rules('part-decided', read(undecided)), fixesOf(undecided, read(undecided), () => 'n')]
      said += open.length
      fixed += open.filter(one => ends.some(fix => fix.said === one.sentence)).length
    }
    expect(fixed).toBeGreaterThan(0.9 * said)
    expect(said).toBeGreaterThan(50)
  })

  it('end what they say they end, and bring no fault', () => {
    for (const sheet of demoDocuments.filter((_sheet, i) => i % 4 === 0)) {
      const broken = without(sheet, 'parts', 'neverAgain')
      for (const { said, fix } of fixesOf(broken, read(broken), () => 'n').slice(0, 6)) {
        const after = read(applyEdits(broken, fix.edits))
        expect(after.findings.map(({ sentence }) => sentence)).not.toContain(said)
        expect(after.faults).toEqual([])
      }
      // Of one thing they are those that are found among all.
      const all = fixesOf(broken, read(broken), () => 'n')
      const { list, key } = all[0]!
      expect(fixesOf(broken, read(broken), () => 'n', undefined, { list, key })).toEqual(all.filter(one => one.list === list && one.key === key))
    }
  })

  it('are none where nothing is said', () => {
    expect(fixesOf(demoDocuments[0]!, read(demoDocuments[0]!), () => 'n')).toEqual([])
  })
})
