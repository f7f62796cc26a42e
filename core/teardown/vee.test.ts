import { describe, expect, it } from 'vitest'
import { liftPump } from '../../tests/support/demo-sheet'
import { layOutVee, rungsOf } from '.'

describe('layOutVee', () => {
  it('has every step once, both limbs in their order, and each tied row is a rung', () => {
    const { rows, floor } = layOutVee(liftPump)
    const off = rows.flatMap(row => row.off ?? [])
    const on = rows.flatMap(row => row.on ?? [])
    expect(off).toEqual(liftPump.steps.filter(step => step.limb === 'off'))
    expect(on.reverse()).toEqual(liftPump.steps.filter(step => step.limb === 'on'))
    expect(floor).toEqual(liftPump.steps.filter(step => step.limb === 'floor'))
    for (const row of rows.filter(candidate => candidate.rung)) expect(row.off!.rung).toBe(row.on!.rung)
    expect(rows.filter(row => row.rung).length).toBe(rungsOf(liftPump).length)
  })
})
