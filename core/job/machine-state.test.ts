import { describe, expect, it } from 'vitest'
import { JobAt } from '../../tests/support/job-at'
import { stepOf } from '../sheet'
import { machineNow, needsMore } from '.'

describe('the machine at the bench', () => {
  it('stands as the ticks say, with what was put in for the work', () => {
    const bench = new JobAt('torsional-taper-coupling')
    const now = () => machineNow(bench.sheet, bench.state)
    expect(now()).toEqual({ state: undefined, madeBy: undefined, lets: undefined, temporary: [] })
    bench.workTo('guard-off')
    expect(now()).toMatchObject({ state: 'locked off', temporary: ['Strap and wedge of the blower rotor'] })
    bench.tick('guard-off').tick('free-found')
    expect(now()).toMatchObject({ state: 'turns by hand', temporary: [] })
    bench.workTo('run')
    expect(now()).toMatchObject({ state: 'powered', lets: undefined, temporary: [] })
    expect(needsMore(bench.sheet, bench.state, stepOf(bench.sheet, 'run'))).toBeNull()
    bench.try('undone', { event: bench.state.done['unlock']!.event })
    expect(needsMore(bench.sheet, bench.state, stepOf(bench.sheet, 'run')))
      .toBe('It needs the machine powered. By the ticks it is turns by hand since "Strap and wedge out for good".')
  })

  it('lets on only what a release names, and says which energy a step does not find', () => {
    const bench = new JobAt('split-bearing-gearbox', 'fill')
    expect(machineNow(bench.sheet, bench.state)).toMatchObject({ state: 'powered', lets: ['Oil supply with its electric priming pump'] })
    const fill = stepOf(bench.sheet, 'fill')
    expect(needsMore(bench.sheet, bench.state, fill)).toBeNull()
    expect(needsMore(bench.sheet, bench.state, { ...fill, needs: { state: 'powered', on: ['electric'] } }))
      .toBe('It needs Supply of the motor on, which "Oil supply alone back on" has not let on.')
    expect(needsMore(bench.sheet, bench.state, { ...fill, needs: undefined as never })).toBeNull()
  })
})
