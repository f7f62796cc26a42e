import { describe, expect, it } from 'vitest'
import { eventOf, finish, openJob } from '../../tests/support/job-walk'
import { liftPump } from '../../tests/support/demo-sheet'
import { standingOn } from '../teardown'
import { stepOf } from '../sheet'
import { foldJob, weakenedTicks } from '.'

const done = finish(liftPump, openJob(liftPump), () => 0).state
const seat = (more: object) =>
  eventOf('reading-taken', {
    position: 'seat-de',
    stage: 'as-found',
    values: Array.from({ length: 3 }, () => [70.012, 70.012]),
    typed: Array.from({ length: 3 }, () => ['70.012', '70.012']),
    ...more,
  })
const taker = liftPump.steps.find(step => step.reads?.some(read => read.position === 'seat-de' && read.stage === 'as-found'))!

describe('ticks that stand on a verdict that got worse', () => {
  it('are the step that took the reading and every ticked one above it, each once', () => {
    const found = weakenedTicks(liftPump, foldJob(liftPump, [seat({ shown: 'in' })], done))
    const keys = found.map(({ step }) => step.key)
    expect(keys).toContain(taker.key)
    expect(new Set(keys).size).toBe(keys.length)
    for (const above of standingOn(liftPump, done, stepOf(liftPump, taker.key))) expect(keys).toContain(above.key)
    // What came before, or stands beside it, is not touched.
    expect(keys).not.toContain(liftPump.steps[0]!.key)
    expect(found[0]).toMatchObject({ position: 'seat-de', stage: 'as-found', shown: 'in' })
  })

  it('are none while nothing got worse, nor when it was measured anew', () => {
    expect(weakenedTicks(liftPump, done)).toEqual([])
    expect(weakenedTicks(liftPump, foldJob(liftPump, [seat({ shown: 'in' }), seat({})], done))).toEqual([])
    expect(weakenedTicks(liftPump, foldJob(liftPump, [seat({ shown: 'in' })], openJob(liftPump)))).toEqual([])
  })
})
