import { describe, expect, it } from 'vitest'
import { demoDocuments } from '../../tests/support/demo-sheet'
import { anglesOf } from '.'

describe('anglesOf', () => {
  it('reads angles as they are written on a shaft, and nothing else', () => {
    expect(anglesOf({ planes: ['0°', '45°', '112.5°'] })).toEqual([0, 45, 112.5])
    expect(anglesOf({ planes: ['top', '45', '°', '-90°'] }).every(Number.isNaN)).toBe(true)
  })

  it('has a number for every plane of every run-out', () => {
    const turns = demoDocuments.flatMap(document => document.positions).filter(position => position.method === 'run-out')
    expect(turns.length).toBeGreaterThan(2)
    for (const position of turns) expect(anglesOf(position).every(angle => angle >= 0 && angle < 360)).toBe(true)
  })
})
