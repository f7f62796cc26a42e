import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDocuments, demoSheet } from '../../tests/support/demo-sheet'
import { refusal } from '../../tests/support/refusal'
import type { DomainError } from '../domain-error'
import { applyEdits, inverseOf, unreadableFaults, type SheetDocument } from '../sheet'
import { editsToMove } from '.'

const pump = demoSheet('split-casing-lift-pump')
const off = (sheet: SheetDocument) => sheet.steps.filter(step => step.limb === 'off').map(step => step.key)

describe('editsToMove', () => {
  it('lifts a step out of its row and hangs it in elsewhere', () => {
    const inARow = pump.steps.map((step, i, all) => ({ ...step, after: i === 0 ? [] : [all[i - 1]!.key] }))
    const chain: SheetDocument = { ...pump, steps: inARow }
    const [first, second, third, fourth] = off(chain)
    const moved = applyEdits(chain, editsToMove(chain, second!, third!))
    expect(off(moved).slice(0, 4)).toEqual([first, third, second, fourth])
    const afterOf = (key: string) => moved.steps.find(step => step.key === key)!.after
    expect([third!, second!, fourth!].map(afterOf)).toEqual([[first], [third], [second]])
    expect(editsToMove(chain, second!, first!)).toEqual([])
    expect(off(applyEdits(chain, editsToMove(chain, third!, ''))).slice(0, 3)).toEqual([third, first, second])
  })

  it('refuses a circle where it is made, with the loop in words', () => {
    // It waits for its removal by another path as well.
    const refit = pump.steps.find(step => step.key === 'guard-on')!
    const last = pump.steps.at(-1)!
    const refused = refusal(() => applyEdits(pump, [{ list: 'steps', key: refit.key, field: 'after', before: refit.after, after: [...refit.after, last.key] }]))
    expect(refused.code).toBe('edit.broken')
    expect(refused.message).toContain(`"${refit.title}"`)
    expect(refused.message).toContain(`"${last.title}"`)
  })

  it('leaves every sheet in order or refuses, wherever a step is dropped, and is taken back', () => {
    fc.assert(fc.property(fc.constantFrom(...demoDocuments), fc.nat(), fc.nat(), (sheet, a, b) => {
      const step = sheet.steps[a % sheet.steps.length]!
      const limb = sheet.steps.filter(one => one.limb === step.limb)
      const edits = editsToMove(sheet, step.key, limb[b % limb.length]!.key)
      try {
        const moved = applyEdits(sheet, edits)
        expect(unreadableFaults(moved)).toEqual([])
        expect(applyEdits(moved, inverseOf(edits))).toEqual(sheet)
      } catch (error) {
        expect((error as DomainError).code).toBe('edit.broken')
      }
    }), { numRuns: 300 })
  })
})
