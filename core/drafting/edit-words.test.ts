import { describe, expect, it } from 'vitest'
import { demoDocuments, demoSheet } from '../../tests/support/demo-sheet'
import { editsBetween, type SheetDocument } from '../sheet'
import { fieldWord } from '../field-words'
import { editInWords } from '.'

const pump = demoSheet('split-casing-lift-pump')
const says = (change: (sheet: SheetDocument) => void) => {
  const next = structuredClone(pump)
  change(next)
  return editsBetween(pump, next).map((edit) => {
    const { of, says } = editInWords(pump, edit)
    return `${of}: ${says}`.replaceAll('\u00a0', ' ')
  })
}

describe('editInWords', () => {
  it.each<[(sheet: SheetDocument) => void, string]>([
    [(sheet) => { sheet.joints.find(joint => joint.key === 'casing-joint')!.torqueNm = { aim: 300 } }, 'aim 280.0 N·m → aim 300.0 N·m'],
    [(sheet) => { sheet.parts.find(part => part.key === 'coupling-guard')!.massKg = 8 }, 'Coupling guard: Mass: 7'],
    [(sheet) => { sheet.steps.find(step => step.key === 'hand-over')!.after = ['run', 'guard-on'] }, 'Waits for: + Fit the coupling guard'],
    [(sheet) => { sheet.steps.find(step => step.key === 'hand-over')!.minutes = 20 }, 'Time: 15 min → 20 min'],
    [(sheet) => { sheet.parts.push(sheet.parts.shift()!) }, 'Coupling guard: stands behind'],
    [(sheet) => { sheet.parts.splice(3, 0, { key: 'spare', name: 'Spare', count: 1, kind: 'key' }) }, 'Spare: new part, behind Coupling spacer'],
    [(sheet) => { sheet.parts = sheet.parts.filter(part => part.key !== 'hub-key') }, 'part is gone'],
    [(sheet) => { sheet.massKg = 1130 }, 'Sheet: Mass: 1120'],
    [(sheet) => { delete sheet.parts.find(part => part.key === 'coupling-guard')!.item }, 'Item: 1 → not said'],
  ])('says what was and what is (%#)', (change, wanted) => {
    expect(says(change).join('\n')).toContain(wanted)
  })

  it('has words for every change between any two sheets', () => {
    for (const [i, from] of demoDocuments.entries()) {
      for (const edit of editsBetween(from, demoDocuments[(i + 3) % demoDocuments.length]!)) {
        const { of, says } = editInWords(from, edit)
        expect(of.length * says.length).toBeGreaterThan(0)
        expect(says).not.toMatch(/undefined|\[object|NaN/)
      }
    }
    expect(fieldWord('hubOuterMm')).toBe('Hub outer')
  })
})
