import { describe, expect, it } from 'vitest'
import { AT, JobAt } from '../../tests/support/job-at'
import { eventOf, openJob, towardsTick } from '../../tests/support/job-walk'
import { smallSheet } from '../../tests/support/small-sheet'
import { checkSheet, sheetForUnit, stepOf, type Joint, type Sheet } from '../sheet'
import {
  closeBlockers, foldJob, guardEvent, isRetightening, judgePull, lastPulledAt, nextBolt, openDuties, slackenedAt, tighteningCare,
  tighteningStand, wrenchFaults, type EventBodies, type EventType, type JobState,
} from '.'

/** A cover of twelve: lifted off evenly, put on in three passes and a round. */
function cover(changes: Partial<Joint> = {}): Sheet {
  const small = smallSheet({ screws: 12, cover: 1 }, [
    { key: 'screws-off', limb: 'off', rung: 'screws', removes: { screws: 12 } },
    { key: 'cover-on', limb: 'on', rung: 'screws', refits: { screws: 12 } },
  ])
  const joint: Joint = {
    key: 'cover-joint', name: 'Cover screws', fastener: 'screws', count: 12, thread: 'M16', propertyClass: '8.8', torqueNm: { aim: 150 },
    lubricant: { kind: 'oil', text: 'oil' }, layout: { kind: 'circle', bolts: 12 }, pattern: 'crosswise',
    passes: { shares: [0.3, 0.6, 1], finalRound: true }, loosening: { order: 'far side first, a quarter turn' }, source: 'invented',
    ...changes,
  }
  const steps = small.steps.map(step => step.key === 'cover-on'
    ? { ...step, tightens: 'cover-joint', tools: ['torque wrench 40–200 N·m'] }
    : step)
  return sheetForUnit(checkSheet({ ...small, joints: [joint], steps }))
}

/** A job at the joint, with what the guard says to what is tried. */
class AtJoint {
  state: JobState
  constructor(readonly sheet: Sheet, step = 'cover-on') {
    this.state = openJob(sheet)
    if (step === 'screws-off') return
    while (!this.state.done['screws-off']) this.state = foldJob(sheet, [towardsTick(sheet, this.state, 'screws-off')], this.state)
  }

  try<T extends EventType>(type: T, body: Omit<EventBodies[T], 'step'>, who = 'a'): string | null {
    const event = eventOf(type, { step: 'cover-on', ...body } as EventBodies[T], who)
    const refusal = guardEvent(this.sheet, this.state, event)
    if (!refusal) this.state = foldJob(this.sheet, [event], this.state)
    return refusal?.code ?? null
  }

  pull = (pass: number, bolt: number, torqueNm: number, more: Partial<EventBodies['bolt-pulled']> = {}) =>
    this.try('bolt-pulled', { pass, bolt, torqueNm, tool: 'wrench', ...more })

  pass = (pass: number, torqueNm: number, more: Partial<EventBodies['pass-finished']> = {}) =>
    this.try('pass-finished', { pass, torqueNm, count: 12, tool: 'wrench', ...more })

  get stand() { return tighteningStand(this.sheet, this.state, stepOf(this.sheet, 'cover-on'))! }
  get needs() { return this.stand.needs.map(need => need.kind === 'pass' ? need.pass : need.kind) }
  get next() { return nextBolt(this.stand.plan, this.stand.passes.find(pass => !pass.isDone)!) }
}

describe('a joint that is tightened', () => {
  it('owes its passes and its round, rising, each by one tap at its torque', () => {
    const job = new AtJoint(cover())
    expect(job.stand.passes.map(({ torqueNm, isFinalRound }) => [torqueNm, isFinalRound]))
      .toEqual([[45, false], [90, false], [150, false], [150, true]])
    expect(job.try('step-done', {})).toBe('step.duties-open')
    expect(job.pass(1, 90)).toBe('tightening.pass-early')
    expect(job.pass(0, 45, { count: 11 })).toBe('tightening.count')
    expect(job.pass(0, 60)).toBe('tightening.torque')
    expect(job.pass(0, NaN)).toBe('tightening.torque')
    expect(job.pass(7, 45)).toBe('tightening.no-pass')
    expect([job.pass(0, 45), job.pass(1, 92), job.pass(2, 150)]).toEqual([null, null, null])
    expect(job.needs).toEqual([3])
    expect(job.pull(0, 0, 45)).toBe('tightening.pass-over')
    // Taken back although later ones stand: that round is made up for before anything else.
    const undo = eventOf('undone', { event: job.state.passesFinished[0]!.event })
    expect(guardEvent(job.sheet, job.state, undo)).toBeNull()
    job.state = foldJob(job.sheet, [undo], job.state)
    expect([job.pass(3, 150), job.pass(0, 45)]).toEqual(['tightening.pass-early', null])
    expect(job.needs).toEqual([3])
    expect(job.pass(3, 150)).toBeNull()
    expect(job.try('step-done', {})).toBeNull()
    expect(job.pass(3, 150)).toBe('step.done-already')
    expect(closeBlockers(job.sheet, job.state)).toEqual([])
  })

  it('takes pulls in the order of the pattern; another order and a second pull want their reason', () => {
    const job = new AtJoint(cover())
    expect([job.next, job.pull(0, 0, 45), job.next]).toEqual([0, null, 6])
    expect(job.pull(0, 3, 45)).toBe('tightening.order')
    expect(job.pull(0, 0, 45)).toBe('tightening.order')
    expect(job.pull(0, 12, 45)).toBe('tightening.no-bolt')
    expect(job.pull(0, 3, 45, { reason: 'the hoist is in the way of 7' })).toBeNull()
    expect(job.next).toBe(6)
    expect(job.stand.passes[0]!.bolts[3]).toMatchObject({ verdict: 'in', times: 1 })
    // A whole pass stands for all that were not pulled by themselves.
    expect(job.pass(0, 45)).toBeNull()
    expect(job.needs).toEqual([1, 2, 3])
  })

  it('tells under, in and over, holds the pass until the bolt is right, and takes the correction at once', () => {
    const job = new AtJoint(cover({ torqueNm: { aim: 150, from: 145, to: 158 }, passes: { shares: [1] } }))
    const pass = job.stand.passes[0]!
    expect([144.9, 145, 158, 158.1].map(torque => judgePull(pass, torque))).toEqual(['under', 'in', 'in', 'over'])
    expect(job.pull(0, 0, 171)).toBeNull()
    expect(job.next).toBe(0)
    expect(job.pass(0, 150)).toBe('tightening.bolt-wrong')
    expect(job.pull(0, 0, 151)).toBeNull()
    expect(job.stand.passes[0]!.bolts[0]).toMatchObject({ verdict: 'in', times: 2 })
    expect([job.pass(0, 150), job.needs]).toEqual([null, []])
  })

  it('goes round once more for as long as the last round moves a bolt, and not for ever', () => {
    const job = new AtJoint(cover())
    for (const [pass, torque] of [[0, 45], [1, 90], [2, 150]] as const) job.pass(pass, torque)
    expect(job.try('bolt-moved', { pass: 0, bolt: 2 })).toBe('tightening.rising')
    for (let round = 3; round < 12 && job.stand.passes[round]; round++) {
      expect(job.try('bolt-moved', { pass: round, bolt: 2, angleDeg: 10 })).toBeNull()
      expect(job.pass(round, 150)).toBeNull()
    }
    expect(job.stand.passes.length).toBe(4 + 5)
    expect(job.needs).toEqual([])
  })

  it('lets impact and feel run it down, and asks for a wrench at the whole torque; every pull where the sheet wants it', () => {
    const job = new AtJoint(cover({ passes: { shares: [0.5, 1] } }))
    expect(job.pass(0, 75, { tool: 'impact' })).toBeNull()
    expect(job.pass(1, 150, { tool: 'impact' })).toBe('tightening.wrench')
    expect(job.pass(1, 150, { tool: 'by feel' })).toBe('tightening.wrench')
    expect(job.pass(1, 150, { tool: 'a long pipe' as never })).toBe('tightening.tool')
    expect(job.pass(1, 150, { tool: 'tensioner' })).toBeNull()
    expect(new AtJoint(cover({ passes: { shares: [1], each: true } })).pass(0, 150)).toBe('tightening.each')
  })

  it('has a blind hole made ready first, and its lock put on last, a new one each', () => {
    const job = new AtJoint(cover({ blind: true, passes: { shares: [1] }, locking: 'tab washer' }))
    expect(job.needs).toEqual(['prepare', 0, 'lock'])
    expect(job.pass(0, 150)).toBe('tightening.first')
    expect(job.try('joint-prepared', { turns: 11, bolts: 'new' })).toBeNull()
    expect(job.try('lock-put', { count: 12 })).toBe('tightening.lock-early')
    expect(job.pass(0, 150)).toBeNull()
    expect(job.try('lock-put', { count: 9 })).toBe('tightening.count')
    expect(job.try('lock-put', { count: 12 })).toBeNull()
    expect(job.needs).toEqual([])
  })

  it('works the target out anew for another lubricant, for which a lead stands', () => {
    const job = new AtJoint(cover({ passes: { shares: [1] } }))
    expect(job.try('joint-prepared', { lubricant: 'anti-seize' })).toBe('tightening.departs')
    expect(job.try('joint-prepared', { lubricant: 'anti-seize', reason: 'the oil is gone; hot place' })).toBeNull()
    // 0.12 against 0.15: the same preload by a lower torque.
    expect(job.stand.plan.targetNm).toBeCloseTo(120, 9)
    expect(job.needs).toEqual(['sign', 0])
    expect(job.pass(0, 120)).toBe('tightening.first')
    const { event } = job.stand.prepared!
    expect(job.try('target-signed', { prepared: 'another' }, 'lead')).toBe('tightening.changed-since')
    expect(job.try('target-signed', { prepared: event }, 'lead')).toBeNull()
    expect([job.pass(0, 150), job.pass(0, 120)]).toEqual(['tightening.torque', null])
    expect(job.try('joint-prepared', { lubricant: 'oil' })).toBe('tightening.under-way')
  })

  it('takes another pattern with a reason, but none that makes no sense', () => {
    const job = new AtJoint(cover())
    expect(job.try('joint-prepared', { pattern: 'middleOutwards', reason: 'why not' })).toBe('pattern.senseless')
    expect(job.try('joint-prepared', { pattern: 'round' })).toBe('tightening.departs')
    expect(job.try('joint-prepared', { pattern: 'round', reason: 'soft gasket, by the maker' })).toBeNull()
    expect(job.stand.plan.order.slice(0, 4)).toEqual([0, 1, 2, 3])
  })

  it('counts several joints of a kind one after the other', () => {
    const job = new AtJoint(cover({ layout: { kind: 'rectangle', long: 2, short: 2 }, passes: { shares: [1] } }))
    expect([job.stand.plan.sets, job.stand.plan.bolts]).toEqual([3, 4])
    for (let pulled = 0; pulled < 4; pulled++) expect(job.pull(0, job.next!, 150)).toBeNull()
    expect(job.next).toBeGreaterThanOrEqual(4)
    expect(job.next).toBeLessThan(8)
  })

  it('is let go evenly before a bolt comes out, and begins anew when the work goes back', () => {
    for (const loosening of [undefined, { order: 'far side first' }])
      expect(slackenedAt(cover({ loosening }), stepOf(cover(), 'screws-off'))).toMatchObject([{ count: 12, sets: 1 }])
    const off = new AtJoint(cover(), 'screws-off')
    expect(openDuties(off.sheet, off.state, stepOf(off.sheet, 'screws-off')).map(duty => duty.kind)).toEqual(['easing'])
    const eased = eventOf('joint-eased', { step: 'screws-off', joint: 'cover-joint' })
    expect(guardEvent(off.sheet, off.state, eased)).toBeNull()
    expect(openDuties(off.sheet, foldJob(off.sheet, [eased], off.state), stepOf(off.sheet, 'screws-off'))).toEqual([])
    expect(guardEvent(off.sheet, off.state,
      eventOf('joint-eased', { step: 'screws-off', joint: 'other' }))?.code).toBe('tightening.nothing-to-ease')
    const job = new AtJoint(cover({ passes: { shares: [1] } }))
    job.pass(0, 150)
    job.try('step-done', {})
    job.state = foldJob(job.sheet, [eventOf('gone-back', { step: 'screws-off', reason: 'a gasket is in twice' })], job.state)
    expect(job.state.passesFinished[0]!.overtaken).toBeDefined()
    job.state = foldJob(job.sheet, [towardsTick(job.sheet, job.state, 'screws-off')], job.state)
    expect(job.needs).toEqual([0])
  })

  it('warns of a wrench that does not suit; it stands in the record and stops nobody', () => {
    const wrench = { tag: 'TW-02', fromNm: 40, fullScaleNm: 200, calibratedUntil: '2026-12-31' }
    expect(wrenchFaults({ torqueNm: 150, wrench }, AT)).toEqual([])
    expect(wrenchFaults({ torqueNm: 210, wrench }, AT).join()).toContain('TW-02')
    expect(wrenchFaults({ torqueNm: 20, wrench }, AT)).toHaveLength(1)
    expect(wrenchFaults({ torqueNm: 150, wrench: { ...wrench, calibratedUntil: '2026-05-03', unknown: true } }, AT))
      .toEqual(['TW-02 is in no register.', 'The calibration of TW-02 ended on 2026-05-03.'])
    expect(wrenchFaults({ torqueNm: 150 }, AT)).toEqual([])
  })
})

it('knows a joint that is gone over once more, and when it was last pulled', () => {
  const job = new JobAt('diaphragm-dosing-pump', 'head-on')
  const at = (key: string) => ({ step: stepOf(job.sheet, key), again: isRetightening(job.sheet, job.state, stepOf(job.sheet, key)) })
  expect([at('head-on').again, lastPulledAt(job.sheet, job.state, 'head-joint')]).toEqual([false, undefined])
  job.workTo('retighten')
  expect([at('head-on').again, at('retighten').again, lastPulledAt(job.sheet, job.state, 'head-joint')]).toEqual([false, true, AT])
  const { plan } = tighteningStand(job.sheet, job.state, at('retighten').step)!
  expect(tighteningCare(plan, { isAgain: true })[0]).toContain('only cold, only without pressure')
  // Snug first and its whole torque later is one tightening.
  const gear = new JobAt('gear-pump', 'feet-final')
  expect(isRetightening(gear.sheet, gear.state, stepOf(gear.sheet, 'feet-final'))).toBe(false)
})
