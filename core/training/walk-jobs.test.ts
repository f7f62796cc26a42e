import { describe, expect, it } from 'vitest'
import { demoDocuments, demoSheet } from '../../tests/support/demo-sheet'
import { walkJobs } from '.'

describe('walkJobs', () => {
  it('comes to the end of every shipped sheet, the same each time', () => {
    for (const document of demoDocuments) expect(walkJobs(document, 4), document.key).toEqual({ jobs: 4, ended: 4, stops: [] })
  })

  it('says before which door a job stands, and why', () => {
    const sheet = structuredClone(demoSheet('lever-hoist'))
    const step = sheet.steps.find(one => one.refits)!
    // Pieces that are not there go back.
    step.refits![0]!.count += 1
    const { ended, stops } = walkJobs(sheet, 5)
    expect(ended).toBe(0)
    expect(stops[0]).toMatchObject({ step: step.key, title: step.title })
    expect(stops[0]!.why.length).toBeGreaterThan(10)
  })

  it('is given up when it is asked to be', () => {
    expect(walkJobs(demoSheet('lever-hoist'), 100, walked => walked < 3).jobs).toBe(3)
  })
})
