import { describe, expect, it } from 'vitest'
import { eventOf, openJob, picturesArrive, towardsTick } from '../../tests/support/job-walk'
import { liftPump } from '../../tests/support/demo-sheet'
import { nextSteps } from '../teardown'
import { stepOf } from '../sheet'
import {
  accountOf,
  closeBlockers,
  departureNeedsLead,
  departuresOf,
  foldJob,
  guardEvent,
  openDuties,
  type Departure,
  type EventBodies,
  type JobEvent,
  type JobState,
} from '.'

const fold = (state: JobState, ...events: JobEvent[]) => foldJob(liftPump, events, state)
const codeOf = (state: JobState, event: JobEvent) => guardEvent(liftPump, state, event)?.code ?? null
const depart = (step: string, how: Departure, more: Partial<EventBodies['departure-made']> = {}, who = 'a') =>
  eventOf('departure-made', { step, how, reason: 'it is built otherwise', ...more }, who)
const tick = (step: string, counted?: { part: string, count: number }[]) => eventOf('step-done', { step, ...counted ? { counted } : {} })
const sign = (step: string, who = 'lead') => eventOf('departure-signed', { step }, who)

/** The lift pump brought to just before a step. */
function before(key: string, from = openJob(liftPump)): JobState {
  let state = from
  for (let tries = 0; tries < 1000; tries++) {
    const [step] = nextSteps(liftPump, state)
    if (step!.key === key) return state
    state = fold(state, towardsTick(liftPump, state, step!.key))
  }
  throw new Error(`never came to ${key}`)
}
const toTheEnd = (from: JobState): JobState => {
  let state = from
  for (let [step] = nextSteps(liftPump, state); step; [step] = nextSteps(liftPump, state)) {
    const event = towardsTick(liftPump, state, step.key)
    expect(guardEvent(liftPump, state, event), `${step.key}: ${event.type}`).toBeNull()
    state = fold(state, event)
  }
  return picturesArrive(liftPump, state)
}
const plain = liftPump.steps.find(step => step.removes && step.stage !== 'make-safe' && !departureNeedsLead(liftPump, step) && !step.hold)!
const withMark = liftPump.steps.find(step => step.makes && !step.hold)!
const withHold = liftPump.steps.find(step => step.hold && step.stage !== 'make-safe')!
const safety = liftPump.steps.find(step => step.stage === 'make-safe')!

describe('a departure', () => {
  it('lets a step be ticked that owes nothing any more, and nothing of it moves where it does not apply', () => {
    const state = before(plain.key)
    const departed = fold(state, depart(plain.key, 'does not apply'))
    expect(openDuties(liftPump, departed, plain)).toEqual([])
    const done = fold(departed, tick(plain.key))
    expect(codeOf(departed, tick(plain.key))).toBeNull()
    for (const { part } of plain.removes!) {
      expect(accountOf(liftPump, done).find(line => line.part.key === part)).toEqual(
        accountOf(liftPump, state).find(line => line.part.key === part),
      )
    }
    // What stood on it goes on.
    const follower = liftPump.steps.find(step => step.after.includes(plain.key))!
    expect(codeOf(done, depart(follower.key, 'does not apply'))).not.toBe('step.too-early')
    expect(departuresOf(liftPump, done)).toMatchObject([
      { step: { key: plain.key }, made: { how: 'does not apply', reason: 'it is built otherwise' }, signed: null, madeGood: null },
    ])
  })

  it('keeps a count that differs: the machine had so many, and so many go back', () => {
    const [piece] = plain.removes!
    const refit = liftPump.steps.find(step => step.rung === plain.rung && step.limb === 'on')!
    const fewer = plain.removes!.map(one => ({ part: one.part, count: one.part === piece!.part ? one.count + 1 : one.count }))
    const out = fold(before(plain.key), depart(plain.key, 'done otherwise', { counted: fewer }), tick(plain.key))
    const line = (state: JobState) => accountOf(liftPump, state).find(one => one.part.key === piece!.part)!
    expect(line(out)).toMatchObject({ absent: -1, out: piece!.count + 1 })
    const ready = before(refit.key, out)
    // As the sheet says it would leave one on the table; as it was found it goes back whole.
    const back = fold(
      ready,
      depart(refit.key, 'done otherwise', { counted: fewer }),
      ...(departureNeedsLead(liftPump, refit) ? [sign(refit.key)] : []),
    )
    expect(line(fold(back, tick(refit.key)))).toMatchObject({ out: 0, loose: 0, short: 0 })
    expect(codeOf(before(plain.key), tick(plain.key, [{ part: piece!.part, count: piece!.count + 1 }]))).toBe('count.differs')
  })

  it('on the way down leaves no room for a new piece on the way up', () => {
    const key = liftPump.steps.find(step => step.removes?.some(({ part }) => part === 'casing-gasket'))!
    const refit = liftPump.steps.find(step => step.refits?.some(({ part }) => part === 'casing-gasket'))!
    const left = fold(before(key.key), depart(key.key, 'does not apply'), ...departureNeedsLead(liftPump, key) ? [sign(key.key)] : [])
    let state = before(refit.key, fold(left, ...key.hold ? [eventOf('hold-released', { step: key.key }, 'second')] : [], tick(key.key)))
    for (let event = towardsTick(liftPump, state, refit.key); event.type !== 'step-done'; event = towardsTick(liftPump, state, refit.key)) state = fold(state, event)
    expect(codeOf(state, tick(refit.key))).toBe('part.no-room')
    expect(codeOf(fold(state, depart(refit.key, 'does not apply'), sign(refit.key)), tick(refit.key))).toBeNull()
  })

  it('from a step with a danger, a debt or a mark wants a lead, and not the one who made it', () => {
    const departed = fold(before(withMark.key), depart(withMark.key, 'does not apply'))
    expect(codeOf(departed, tick(withMark.key))).toBe('step.duties-open')
    expect(codeOf(departed, sign(withMark.key, 'a'))).toBe('departure.same-person')
    const signed = fold(departed, sign(withMark.key))
    expect(codeOf(departed, sign(withMark.key))).toBeNull()
    expect(codeOf(signed, tick(withMark.key))).toBeNull()
    expect(codeOf(signed, sign(withMark.key, 'other'))).toBe('departure.signed-already')
    // A mark that was never to be made is asked for by no step on the way up.
    const end = toTheEnd(fold(signed, tick(withMark.key)))
    expect(closeBlockers(liftPump, end).filter(blocker => blocker.code !== 'left-over')).toEqual([])
    const steps = (of: (step: typeof plain) => unknown) =>
      liftPump.steps.filter(step => of(step)).every(step => departureNeedsLead(liftPump, step))
    expect([
      steps(step => step.makes),
      steps(step => step.checks),
      steps(step => step.owes),
      steps(step => step.cautions?.some(one => one.level === 'danger')), steps(step => step.reads?.some(one => one.backTo)),
    ]).toEqual([true, true, true, true, true])
  })

  it('leaves a hold point to be released, and making safe is only ever done otherwise', () => {
    const departed = fold(before(withHold.key), depart(withHold.key, 'done otherwise'))
    const signed = departureNeedsLead(liftPump, withHold) ? fold(departed, sign(withHold.key)) : departed
    expect(openDuties(liftPump, signed, withHold).map(duty => duty.kind)).toEqual(['hold'])
    expect(codeOf(signed, tick(withHold.key))).toBe('step.duties-open')
    expect(codeOf(fold(signed, eventOf('hold-released', { step: withHold.key }, 'second')), tick(withHold.key))).toBeNull()
    const start = before(safety.key)
    expect([
      codeOf(start, depart(safety.key, 'does not apply')),
      codeOf(start, depart(safety.key, 'not possible now')),
      codeOf(start, depart(safety.key, 'done otherwise')),
    ]).toEqual(['departure.make-safe', 'departure.make-safe', null])
  })

  it('that puts work off keeps the job open until it is made good, with all that the sheet asks, or a lead signs', () => {
    const run = liftPump.steps.findLast(step => step.reads && step.limb === 'on' && step.stage !== 'make-safe')!
    const left = fold(before(run.key), depart(run.key, 'not possible now'), ...departureNeedsLead(liftPump, run) ? [] : [tick(run.key)])
    const put = departureNeedsLead(liftPump, run) ? fold(left, sign(run.key), tick(run.key)) : left
    if (!departureNeedsLead(liftPump, run)) {
      const end = toTheEnd(put)
      expect(closeBlockers(liftPump, end).map(blocker => blocker.code)).toEqual(['left-for-later'])
      expect(closeBlockers(liftPump, fold(end, sign(run.key)))).toEqual([])
    }
    expect(codeOf(put, eventOf('step-made-good', { step: run.key }))).toBe('step.duties-open')
    let met = put
    for (const { position, stage } of run.reads!) {
      const { stations, planes, limits: { lower, upper } } = liftPump.positions.find(one => one.key === position)!
      const middle = ((lower ?? 0) + (upper ?? (lower ?? 0) + 1)) / 2
      met = fold(
        met,
        eventOf('reading-taken', {
          position,
          stage,
          values: stations.map(() => planes.map(() => middle)),
          typed: stations.map(() => planes.map(() => String(middle))),
        }),
      )
    }
    const still = openDuties(liftPump, met, run, { wholly: true })
    if (still.length === 0) {
      const good = fold(met, eventOf('step-made-good', { step: run.key }))
      expect(codeOf(met, eventOf('step-made-good', { step: run.key }))).toBeNull()
      expect(departuresOf(liftPump, good).find(line => line.step.key === run.key)!.madeGood).toMatchObject({ by: 'Person a' })
      expect(codeOf(good, eventOf('step-made-good', { step: run.key }))).toBe('departure.not-left')
    }
  })

  it('is taken back before the tick, not under it; going back opens it again; and it comes in its turn', () => {
    const made = depart(plain.key, 'does not apply')
    const departed = fold(before(plain.key), made)
    expect(codeOf(departed, eventOf('undone', { event: made.id }))).toBeNull()
    const done = fold(departed, tick(plain.key))
    expect(codeOf(done, eventOf('undone', { event: made.id }))).toBe('undo.stood-on')
    expect(codeOf(openJob(liftPump), depart(plain.key, 'does not apply'))).toBe('step.too-early')
    expect(codeOf(done, depart(plain.key, 'done otherwise'))).toBe('step.done-already')
    expect(codeOf(departed, depart(plain.key, 'done otherwise'))).toBe('departure.set-already')
    expect(codeOf(before(plain.key), depart(plain.key, 'does not apply', { counted: [{ part: plain.removes![0]!.part, count: 1 }] }))).toBe(
      'count.other-part',
    )
    expect(codeOf(before(plain.key), sign(plain.key))).toBe('departure.none')

    const up = liftPump.steps.find(step => step.limb === 'on' && step.refits && !departureNeedsLead(liftPump, step) && !step.hold)!
    const later = fold(before(up.key), depart(up.key, 'done otherwise'), tick(up.key))
    const back = fold(later, eventOf('gone-back', { step: up.key, reason: 'it binds' }))
    expect([back.departures, back.done[up.key]]).toEqual([{}, undefined])
    expect(openDuties(liftPump, back, stepOf(liftPump, up.key))).toEqual(openDuties(liftPump, before(up.key), up))
  })
})
