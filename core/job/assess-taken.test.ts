import { describe, expect, it } from 'vitest'
import { eventOf, openJob, towardsTick } from '../../tests/support/job-walk'
import { demoSheet } from '../../tests/support/demo-sheet'
import { nextSteps } from '../teardown'
import { assessTaken, closeBlockers, dutiesOf, foldJob, guardEvent, readingAt, sheetForJob, type EventBodies, type JobState } from '.'
import { readOf, stepOf } from '../sheet'

const gear = sheetForJob(demoSheet('split-bearing-gearbox'))
const turbo = sheetForJob(demoSheet('turbocharger'))
const read = (position: string, stage: EventBodies['reading-taken']['stage'], values: number[][]) =>
  eventOf('reading-taken', { position, stage, values, typed: values.map(row => row.map(String)) })

/** A gear brought to the step that measures its float with the casing closed. */
function toFloat(): JobState {
  let state = openJob(gear)
  for (let tries = 0; tries < 1000; tries++) {
    const [step] = nextSteps(gear, state)
    if (step!.key === 'float-left') return state
    const event = towardsTick(gear, state, step!.key)
    expect(guardEvent(gear, state, event)).toBeNull()
    state = foldJob(gear, [event], state)
  }
  throw new Error('never came to the float')
}
const openFloat = (state: JobState, mm: number) => foldJob(gear, [read('float-open', 'as-left', [[mm], [mm], [mm]])], state)
const closedFloat = (state: JobState, ...mm: number[]) => foldJob(gear, [read('float-wheel', 'as-left', mm.map(value => [value]))], state)
const verdictOf = (state: JobState) => assessTaken(gear, state, readingAt(state, 'float-wheel', 'as-left')!)

describe('what closing must not change', () => {
  const closed = toFloat()

  it('compares the mean of another position, with both uncertainties', () => {
    const kept = verdictOf(closedFloat(openFloat(closed, 0.36), 0.35, 0.36, 0.34))
    expect(kept.criteria.at(-1)).toMatchObject({
      label: 'Change since “Float of the wheel shaft, casing open”',
      value: expect.closeTo(-0.01, 6) as number,
      lower: -0.05,
      upper: 0.05,
      uncertainty: expect.closeTo(Math.hypot(0.01, 0.01), 9) as number,
      verdict: 'in',
    })
    expect(kept.verdict).toBe('in')
    // Between 0.05 less and 0.05 more than U nobody can know.
    expect(verdictOf(closedFloat(openFloat(closed, 0.36), 0.315, 0.315, 0.315)).verdict).toBe('doubtful')
    const clamped = verdictOf(closedFloat(openFloat(closed, 0.36), 0.27, 0.27, 0.27))
    expect(clamped.verdict).toBe('out')
    expect(clamped.working.at(-1)!.label).toContain('Change since')
  })

  it('sends the work back although the reading itself is inside its limits', () => {
    const state = closedFloat(openFloat(closed, 0.4), 0.27, 0.27, 0.27)
    const [duty] = dutiesOf(gear, state, stepOf(gear, 'float-left'))
    expect(duty).toEqual({ duty: { kind: 'reading', position: 'float-wheel', stage: 'as-left', noGo: 'cover-on' }, met: false })
    expect(guardEvent(gear, state, eventOf('step-done', { step: 'float-left' }))?.message).toContain('is out: go back to')
    const back = foldJob(gear, [eventOf('gone-back', { step: 'cover-on', reason: 'clamped' })], state)
    expect(back.done['cover-on']).toBeUndefined()
    expect(back.done['spray-on']).toBeDefined()
    expect(readingAt(back, 'float-wheel', 'as-left')).toBeUndefined()
    expect(readingAt(back, 'float-open', 'as-left')).toBeDefined()
  })

  it('blocks the close when it turns out later', () => {
    const fine = closedFloat(openFloat(closed, 0.36), 0.36, 0.36, 0.36)
    const ticked = foldJob(gear, [eventOf('step-done', { step: 'float-left' })], fine)
    expect(closeBlockers(gear, ticked).some(blocker => blocker.code === 'no-go')).toBe(false)
    expect(closeBlockers(gear, closedFloat(ticked, 0.26, 0.26, 0.26)).some(blocker => blocker.code === 'no-go')).toBe(true)
  })

  it('compares the same position place by place and names the worst', () => {
    expect(readOf(turbo, 'gas-offset', 'as-left')?.keeps).toEqual({ position: 'gas-offset', stage: 'as-found', within: 0.3 })
    const state = foldJob(turbo, [read('gas-offset', 'as-found', [[0.2], [0.1], [-0.2], [0]])], openJob(turbo))
    const taken = (...mm: number[]) =>
      assessTaken(turbo, state, { position: 'gas-offset', stage: 'as-left', values: mm.map(value => [value]) })
    // The mean has not moved at all.
    const pulled = taken(0.2, 0.6, -0.2, -0.6)
    expect(pulled.criteria.at(-1)).toMatchObject({ label: 'Change since as found, 9 o’clock', value: expect.closeTo(-0.6, 9) as number })
    expect(pulled.verdict).toBe('out')
    expect(taken(0.2, 0.1, -0.2, 0.05).verdict).toBe('in')
  })

  it('says nothing as long as there is nothing to compare with', () => {
    const { criteria } = assessTaken(turbo, openJob(turbo), {
      position: 'gas-offset',
      stage: 'as-left',
      values: [[0.2], [0.1], [-0.2], [0]],
    })
    expect(criteria.map(criterion => criterion.label)).toEqual(['12 o’clock', '3 o’clock', '6 o’clock', '9 o’clock'])
  })
})

describe('what a bench may not write down', () => {
  const motor = sheetForJob(demoSheet('direct-current-motor'))
  const opened = openJob(motor)
  const refused = (body: EventBodies['reading-taken']) => guardEvent(motor, opened, eventOf('reading-taken', body))?.code ?? null

  it('takes a turn of the dial and refuses what is none', () => {
    const turn = [Array.from({ length: 12 }, (_, i) => 0.01 * Math.cos(i * Math.PI / 6))]
    expect(refused({ position: 'commutator-run-out', stage: 'as-found', values: turn, typed: turn.map(row => row.map(String)) })).toBeNull()
    expect(refused({ position: 'commutator-run-out', stage: 'as-found', values: [turn[0]!.slice(1)], typed: [['0']] })).toBe(
      'reading.shape',
    )
  })

  it('refuses the temperature of what is no length, and one that nobody measures at', () => {
    const temperature = { partC: 30, instrumentC: 20, alphaPart: 11.5e-6, alphaInstrument: 11.5e-6 }
    expect(
      refused({ position: 'run-current', stage: 'as-left', values: [[42], [42]], typed: [['42'], ['42']], conditions: { temperature } }),
    ).toBe('reading.no-length')
    const seat = {
      position: 'seat-de',
      stage: 'as-found' as const,
      values: [
        [55.02, 55.02],
        [55.02, 55.02],
        [55.02, 55.02],
      ],
      typed: [
        ['55.02', '55,02'],
        ['55.02 mm', '55.02'],
        ['55.02', '55.02'],
      ],
    }
    expect(refused({ ...seat, conditions: { temperature } })).toBeNull()
    expect(refused({ ...seat, conditions: { temperature: { ...temperature, partC: 900 } } })).toBe('temperature.input')
    // What stands as typed beside a value must be that value.
    expect(refused({ ...seat, typed: [...seat.typed.slice(1), ['55.02', '55.05']] })).toBe('reading.typed')
    expect(refused({ ...seat, typed: [...seat.typed.slice(1), ['55.02', 'good']] })).toBe('reading.typed')
  })
})

describe('limits by stage', () => {
  const worn = {
    ...gear,
    positions: gear.positions.map(position =>
      position.key === 'float-wheel' ? { ...position, limits: { lower: 0.3, upper: 0.5 }, reuse: { lower: 0.2, upper: 0.7 } } : position),
  }
  const part = worn.positions.find(position => position.key === 'float-wheel')!.part
  const taken = (stage: 'as-found' | 'as-left', state = openJob(worn)) =>
    assessTaken(worn, state, { position: 'float-wheel', stage, values: [[0.62], [0.62], [0.62]] })

  it('judge as found by how far it may have worn, as left by what must hold, and say which', () => {
    expect(taken('as-found')).toMatchObject({ verdict: 'in', against: { upper: 0.7, basis: 'reuse' }, asLeft: { upper: 0.5 } })
    expect(taken('as-left')).toMatchObject({ verdict: 'out', against: { upper: 0.5, basis: 'limits' }, asLeft: null })
    expect(assessTaken(gear, openJob(gear), { position: 'float-open', stage: 'as-found', values: [[0.4], [0.4], [0.4]] }).asLeft).toBeNull()
  })

  it('judge what was put back worn by decision as it was found', () => {
    const decided = (disposition: 'reuse' | 'replace') => foldJob(worn, [eventOf('part-disposed', { part, disposition })], openJob(worn))
    expect(taken('as-left', decided('reuse'))).toMatchObject({ verdict: 'in', against: { basis: 'reuse' }, asLeft: { upper: 0.5 } })
    expect(taken('as-left', decided('replace')).verdict).toBe('out')
  })
})
