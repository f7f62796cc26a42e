import { describe, expect, it } from 'vitest'
import { eventOf, openJob, picturesArrive } from '../../tests/support/job-walk'
import { demoDocuments, liftPump } from '../../tests/support/demo-sheet'
import { accountOf, assessReading, closeBlockers, foldJob, guardEvent, runOut, sheetForJob, nextSteps, type JobEvent } from '..'
import { bagDeeds, goodTruth, nextDeed, turnOf } from '.'
import { anglesOf } from '../sheet'

const at = new Date('2026-05-04T08:00:00.000Z')
let made = 0
const circumstances = { at, newId: () => `n-${made += 1}` }
const by = (byLead: boolean) => byLead ? { id: 'lead', name: 'Lead' } : { id: 'a', name: 'A' }

describe('nextDeed', () => {
  it.each(demoDocuments.map(document => [document.key, sheetForJob(document, { depth: 'failure-analysis' })] as const))(
    'brings %s to its end without one refusal, whatever is bagged on the way',
    (_key, sheet) => {
      let state = openJob(sheet, 'failure-analysis')
      const truth = goodTruth(sheet)
      for (let deeds = 0; deeds < 2000; deeds++) {
        const [step] = nextSteps(sheet, state)
        if (!step) break
        const { draft, byLead } = nextDeed(sheet, state, step, truth, circumstances)
        const event = { ...draft, actor: by(byLead) } as JobEvent
        expect(guardEvent(sheet, state, event), `${step.key}: ${draft.type}`).toBeNull()
        state = foldJob(sheet, [event], state)
        if (draft.type !== 'step-done') continue
        for (const bag of bagDeeds(sheet, state, step, circumstances))
          state = foldJob(sheet, [{ ...bag.draft, actor: by(false) } as JobEvent], state)
        for (const { part, count } of step.bag ? (step.removes ?? []) : [])
          expect(accountOf(sheet, state).find(line => line.part.key === part)!.loose, `${count} of ${part}`).toBe(0)
      }
      expect(closeBlockers(sheet, picturesArrive(sheet, state))).toEqual([])
    },
  )

  it('leaves hold points and short waits to a second person, and nothing else', () => {
    const forTwo = new Set<string>()
    const forOne = new Set<string>()
    let state = openJob(liftPump)
    for (let [step] = nextSteps(liftPump, state); step; [step] = nextSteps(liftPump, state)) {
      const { draft, byLead } = nextDeed(liftPump, state, step, goodTruth(liftPump), circumstances)
      if (draft.type === 'wait-cut') expect(guardEvent(liftPump, state, eventOf('step-done', { step: step.key }))?.code).toBe('step.waits');
      (byLead ? forTwo : forOne).add(draft.type)
      state = foldJob(liftPump, [{ ...draft, actor: by(byLead) } as JobEvent], state)
    }
    expect(forTwo).toEqual(new Set(['hold-released', 'wait-cut']))
    expect([...forOne].filter(type => forTwo.has(type))).toEqual([])
  })
})

describe('what is true of the machine', () => {
  it('lies inside the limits where nothing is worn, for every position of every sheet', () => {
    for (const sheet of demoDocuments.map(document => sheetForJob(document))) {
      const truth = goodTruth(sheet)
      for (const position of sheet.positions) {
        const values = truth.measure(position.key, 'as-left')
        expect(assessReading(position, values).verdict, `${sheet.key} ${position.key}`).not.toBe('out')
        for (const value of values.flat()) {
          expect(value).toBeLessThanOrEqual(position.limits.upper ?? Infinity)
          expect(value).toBeGreaterThanOrEqual(position.limits.lower ?? -Infinity)
        }
      }
    }
  })

  it('has a turn with the offset and the high side that were wanted', () => {
    const position = liftPump.positions.find(one => one.method === 'run-out')!
    const angles = anglesOf(position)
    const found = runOut(turnOf(position, 0.04, 130).map((mm, i) => ({ angleDeg: angles[i]!, readingUm: mm * 1000 })))
    expect([found.eccentricityUm, found.phaseDeg]).toEqual([expect.closeTo(20, 6), expect.closeTo(130, 6)])
  })
})
