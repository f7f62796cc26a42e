import { describe, expect, it } from 'vitest'
import { demoDocuments } from '../../tests/support/demo-sheet'
import { HAND_LIFT_KG, needsLifting } from './lifting'

describe('needsLifting', () => {
  it.each([[HAND_LIFT_KG, false], [HAND_LIFT_KG + 0.1, true], [0.4, false]])('%d kg: %s', (massKg, needs) => expect(needsLifting({ massKg })).toBe(needs))

  it('says nothing of what nobody has weighed, and finds the heavy parts of the demonstration', () => {
    expect(needsLifting({})).toBe(false)
    expect(demoDocuments.flatMap(document => document.parts).filter(part => needsLifting(part)).length).toBeGreaterThan(5)
  })
})
