import { describe, expect, it } from 'vitest'
import { demoDocuments } from '../../tests/support/demo-sheet'
import { applyEdits, sheetFaults, type SheetDocument } from '../sheet'
import { outlinesFromOrder, proposalsFor } from '.'

const undrawn = demoDocuments.map((shipped): SheetDocument =>
  ({ ...shipped, parts: shipped.parts.map(({ outlines: _drawn, ...part }) => part) }))
const BODIES = new Set(['coupling', 'impeller', 'bearing', 'sleeve', 'nut', 'gear', 'disc', 'seal', 'piston'])

describe('a section from the order', () => {
  it('draws nearly every part of every shipped sheet, soundly, and not to scale', () => {
    for (const sheet of undrawn) {
      const [proposal] = proposalsFor(sheet, () => 'x').filter(({ what }) => what.startsWith('A section'))
      const drawn = applyEdits(sheet, proposal!.edits)
      const outlines = drawn.parts.flatMap(part => part.outlines ?? [])
      expect(drawn.parts.filter(part => part.outlines).length, sheet.key).toBeGreaterThanOrEqual(0.9 * sheet.parts.length)
      expect(outlines.every(outline => outline.notToScale), sheet.key).toBe(true)
      expect(sheetFaults(drawn), sheet.key).toEqual([])
      // Sizes out of a picture are no measure: no mass is reckoned from them.
      expect(proposalsFor(drawn, () => 'x').some(({ what }) => what.includes(': about ')), sheet.key).toBe(false)
    }
  })

  it('puts no body on the shaft into another', () => {
    for (const sheet of undrawn) {
      const outlines = outlinesFromOrder(sheet)
      const bodies = sheet.parts.filter(part => BODIES.has(part.kind) && outlines.has(part.key)).map(part => outlines.get(part.key)![0]!)
        .toSorted((a, b) => a.fromMm - b.fromMm)
      for (const [i, body] of bodies.entries()) expect(body.fromMm, `${sheet.key} ${i}`).toBeGreaterThanOrEqual(bodies[i - 1]?.toMm ?? -Infinity)
    }
  })

  it('stands what comes off first outermost, and what comes off at the other end at the other end', () => {
    const sheet = small([
      ['coupling', 'coupling', []], ['cover', 'housing', ['coupling']], ['fan', 'impeller', ['cover']],
      ['hood', 'guard', []], ['ring', 'snap ring', ['hood']], ['bearing', 'bearing', ['ring']],
    ])
    const at = outlinesFromOrder(sheet)
    const middle = (key: string) => (at.get(key)![0]!.fromMm + at.get(key)![0]!.toMm) / 2
    const order = ['coupling', 'cover', 'fan', 'bearing', 'ring']
    expect(order.toSorted((a, b) => middle(a) - middle(b))).toEqual(order)
    // A guard lies round what comes off next, the shaft goes through all, at the diameter that is measured on it.
    expect(middle('hood')).toBeCloseTo(middle('ring'), 0)
    expect(at.get('shaft')![0]!.outerMm).toBe(80)
    expect(at.get('shaft')![0]!.fromMm).toBeLessThan(at.get('coupling')![0]!.fromMm)
    expect(at.get('casing')![0]!.innerMm).toBeGreaterThan(at.get('fan')![0]!.outerMm)
  })

  it('says nothing of a machine of which nothing comes off, and ends with steps in a circle', () => {
    expect(outlinesFromOrder(small([])).size).toBe(0)
    expect(outlinesFromOrder(small([['a', 'nut', ['b']], ['b', 'nut', ['a']]])).size).toBe(4)
  })
})

type Off = [key: string, kind: SheetDocument['parts'][number]['kind'], after: string[]]
function small(offs: readonly Off[]): SheetDocument {
  return {
    format: 2, key: 'fan', revision: 1, title: 'Fan', family: 'fan', summary: '', notice: 'Site rules stand above.', marks: [], joints: [],
    parts: [
      ...offs.map(([key, kind]) => ({ key, name: key, count: 1, kind })),
      { key: 'casing', name: 'casing', count: 1, kind: 'housing' }, { key: 'shaft', name: 'shaft', count: 1, kind: 'shaft' },
    ],
    positions: [{
      key: 'seat', name: 'Seat', part: 'shaft', quantity: 'length', instrument: 'outside micrometer', method: 'diameter survey',
      stations: ['A'], planes: ['X'], limits: { lower: 80, upper: 80.02 }, uncertainty: 0.003, source: 'maker',
    }],
    steps: offs.map(([key, , after]) => ({
      key: `off-${key}`, limb: 'off', stage: 'take-apart', title: key, removes: [{ part: key, count: 1 }], after: after.map(one => `off-${one}`),
    })),
  } as unknown as SheetDocument
}
