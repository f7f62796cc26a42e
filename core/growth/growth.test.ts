import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { accountOf, byDeed, closeBlockers, foldJob, type JobEvent } from '../job'
import { checkSheet } from '../sheet'
import { openRungs } from '../teardown'
import { draftOf } from '.'
import { chooser, numbers } from '../../tests/support/job-walk'
import { growAnything, GrowingJob, saySomething } from '../../tests/support/growing-job'

describe('a job that writes its own sheet', () => {
  it('1,000 of them come from nothing to their closing: every rung closed, every piece back, a draft that holds', () => {
    fc.assert(fc.property(numbers(fc), (drawn) => {
      const choose = chooser(drawn)
      const job = growAnything(choose)
      expect(job.close(choose)).toBeNull()
      expect(openRungs(job.sheet, job.state)).toEqual([])
      expect(accountOf(job.sheet, job.state).filter(line => line.out !== 0 || line.short !== 0)).toEqual([])
      expect(closeBlockers(job.sheet, job.state)).toEqual([])
      const draft = draftOf(job.document, job.sheet, job.state)
      if (job.state.growth.length > 0) expect(() => checkSheet(JSON.parse(JSON.stringify(draft!.document)))).not.toThrow()
    }), { numRuns: 1000 })
  }, 600_000)

  it('folds to one state one by one, at once, and from a snapshot', () => {
    fc.assert(fc.property(numbers(fc), fc.nat(), (drawn, cut) => {
      const { document, events, state } = growAnything(chooser(drawn))
      const opened = foldJob(document, [], undefined)
      const all = [{ ...events[0]! }, ...events.slice(1)]
      const at = cut % (all.length + 1)
      const start = { ...opened, opened: state.opened, events: 1 }
      const half = JSON.parse(JSON.stringify(foldJob(document, all.slice(0, at), start))) as typeof state
      expect(foldJob(document, all, start)).toEqual(state)
      expect(foldJob(document, all.slice(at), half)).toEqual(state)
    }), { numRuns: 100 })
  })

  it('is one sheet in whatever order the deeds of two benches arrive, or one of them is refused', () => {
    let questions = 0
    fc.assert(fc.property(numbers(fc), (drawn) => {
      const choose = chooser(drawn)
      const start = growAnything(choose)
      const apart = (['a', 'b'] as const).map((who) => {
        const bench = new GrowingJob(start.document, start.state)
        for (let words = 1 + choose(6); words > 0; words--) saySomething(bench, choose, who)
        return byDeed(bench.events)
      })
      const arrive = (orders: readonly JobEvent[][][]) => {
        const job = new GrowingJob(start.document, start.state)
        const refused = orders.flatMap(deeds => deeds.filter(deed => job.take(deed) !== null))
        return { sheet: job.sheet, refused }
      }
      const [one, other] = [arrive(apart), arrive([...apart].reverse())]
      if (one.refused.length + other.refused.length > 0) questions += 1
      else expect(one.sheet).toEqual(other.sheet)
    }), { numRuns: 100 })
    expect(questions).toBeLessThan(30)
  })
})
