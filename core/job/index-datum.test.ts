import { describe, expect, it } from 'vitest'
import { JobAt } from '../../tests/support/job-at'
import { nextSteps } from '../teardown'

describe('depth of evidence', () => {
  it('asks in a failure analysis for photo, index and tag of what comes out, and not in routine', () => {
    const routine = new JobAt('split-casing-lift-pump', 'seal-turning-out')
    const deep = new JobAt('split-casing-lift-pump', 'seal-turning-out', 'failure-analysis')
    expect(routine.duties('seal-turning-out')).toEqual([])
    expect(deep.duties('seal-turning-out')).toEqual(expect.arrayContaining(['photo', 'index']))
    deep.tick('seal-turning-out')
    const [after] = nextSteps(deep.sheet, deep.state).filter(step => step.after.includes('seal-turning-out'))
    expect(deep.duties(after!.key)).toContain('tag')
    expect(routine.tick('seal-turning-out').duties(after!.key)).not.toContain('tag')
  })
})
