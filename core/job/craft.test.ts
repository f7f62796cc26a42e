import { describe, expect, it } from 'vitest'
import { eventOf, finish, openJob, towardsTick } from '../../tests/support/job-walk'
import { demoSheet } from '../../tests/support/demo-sheet'
import { goodTruth } from '../training'
import { stepOf, type Sheet } from '../sheet'
import { nextSteps } from '../teardown'
import {
  AS_IT_SHOULD,
  closeBlockers,
  debtsOf,
  foldJob,
  guardEvent,
  ladderOf,
  ladderStand,
  lastingWays,
  markRisks,
  openDuties,
  proposeWay,
  readTagCode,
  risksOf,
  runningWait,
  sheetForJob,
  tagCode,
  timersOf,
  type EventBodies,
  type EventType,
  type JobState,
} from '.'

const AT = '2026-05-04T08:00:00.000Z'
const later = (minutes: number) => new Date(Date.parse(AT) + minutes * 60_000).toISOString()

/** A job of a demonstration's sheet, brought to just before a step, everything before it done properly. */
class Bench {
  readonly sheet: Sheet
  state: JobState

  constructor(key: string, until?: string, depth: 'routine' | 'failure-analysis' = 'routine') {
    this.sheet = sheetForJob(demoSheet(key), { depth })
    this.state = openJob(this.sheet, depth)
    if (until) this.workTo(until)
  }

  workTo(until: string): this {
    for (let deeds = 0; deeds < 800; deeds++) {
      const steps = nextSteps(this.sheet, this.state)
      if (!steps[0] || steps.some(step => step.key === until)) return this
      const event = towardsTick(this.sheet, this.state, steps[0].key)
      expect(guardEvent(this.sheet, this.state, event)).toBeNull()
      this.state = foldJob(this.sheet, [event], this.state)
    }
    throw new Error(`never came to ${until}`)
  }

  tick(key: string): this {
    while (!this.state.done[key]) this.state = foldJob(this.sheet, [towardsTick(this.sheet, this.state, key)], this.state)
    return this
  }

  /** What the guard says, and the state after it when it lets the event through. */
  try<T extends EventType>(type: T, body: EventBodies[T], who = 'a', at = AT): string | null {
    const event = eventOf(type, body, who, at)
    const refusal = guardEvent(this.sheet, this.state, event)
    if (!refusal) this.state = foldJob(this.sheet, [event], this.state)
    return refusal?.code ?? null
  }

  duties = (key: string) => openDuties(this.sheet, this.state, stepOf(this.sheet, key)).map(duty => duty.kind)
}

describe('waits', () => {
  const cooling = () => new Bench('turbocharger', 'shield-off')

  it('begin with the tick they count from and hold the step until they are over', () => {
    const bench = cooling()
    const step = stepOf(bench.sheet, 'shield-off')
    expect(timersOf(bench.sheet, bench.state)).toMatchObject([
      { for: 'cooling', minutes: 240, startedAt: AT, endsAt: later(240), cut: false },
    ])
    expect(bench.try('step-done', { step: 'shield-off' })).toBe('step.waits')
    expect(runningWait(bench.sheet, bench.state, step, later(239))?.name).toBe('Turbocharger cools to the touch')
    expect(runningWait(bench.sheet, bench.state, step, later(240))).toBeUndefined()
    expect(bench.try('step-done', { step: 'shield-off' }, 'a', later(240))).toBeNull()
    expect(timersOf(bench.sheet, bench.state)).toEqual([])
  })

  it('are cut short with a reason, once, and only while they run', () => {
    const bench = cooling()
    expect(bench.try('wait-cut', { step: 'nameplate', reason: 'no wait here' })).toBe('step.done-already')
    expect(bench.try('wait-cut', { step: 'shield-off', reason: 'over' }, 'a', later(300))).toBe('wait.none')
    expect(bench.try('wait-cut', { step: 'shield-off', reason: 'Stopped since yesterday, 30 °C' })).toBeNull()
    expect(bench.try('wait-cut', { step: 'shield-off', reason: 'again' })).toBe('wait.none')
    expect(bench.try('step-done', { step: 'shield-off' })).toBeNull()
  })
})

describe('a fork', () => {
  const atFork = () => new Bench('turbocharger', 'decide-way')
  const worn = (bench: Bench) =>
    bench.try('reading-taken', {
      position: 'axial-play',
      stage: 'as-found',
      values: [[0.2], [0.2], [0.2]],
      typed: [['0.2'], ['0.2'], ['0.2']],
    })

  it('is proposed from the readings and signed; against them only with a reason', () => {
    const bench = atFork()
    expect(proposeWay(bench.sheet, bench.state, 'how-far')?.way).toBe('short')
    worn(bench)
    expect(proposeWay(bench.sheet, bench.state, 'how-far')).toMatchObject({
      way: 'full',
      reasons: expect.arrayContaining(['Axial play, three times: out']) as string[],
    })
    expect(bench.try('way-chosen', { choice: 'how-far', way: 'sideways' })).toBe('way.unknown')
    expect(bench.try('way-chosen', { choice: 'how-far', way: 'short' })).toBe('way.against-proposal')
    expect(bench.try('way-chosen', { choice: 'how-far', way: 'short', reason: 'Bearing ordered, runs until May' })).toBeNull()
    expect(bench.try('way-chosen', { choice: 'how-far', way: 'full' })).toBe('way.chosen-already')
  })

  it('closes the other way, and stays while steps of its own way are done', () => {
    const bench = atFork()
    worn(bench)
    expect(bench.try('way-chosen', { choice: 'how-far', way: 'full' })).toBeNull()
    expect(bench.try('step-done', { step: 'decide-short' })).toBe('step.other-way')
    const chosen = bench.state.ways['how-far']!.event
    bench.tick('decide-way').tick('mark-rotor')
    expect(bench.try('undone', { event: chosen })).toBe('undo.stood-on')
  })

  it('leads to the end on either way', () => {
    for (const way of ['short', 'full']) {
      const bench = atFork()
      bench.try('way-chosen', { choice: 'how-far', way, reason: 'to see' })
      const { state, stuck } = finish(bench.sheet, bench.state, () => 0)
      expect(stuck).toBeNull()
      expect(Object.hasOwn(state.done, 'rotor-out')).toBe(way === 'full')
      expect(closeBlockers(bench.sheet, state)).toEqual([])
    }
  })
})

describe('marks that would not last', () => {
  it('are warned of in time: soluble ink before a wash, any ink on porous carbon', () => {
    const bench = new Bench('split-casing-lift-pump', 'mark-impeller')
    expect(risksOf(bench.sheet, bench.state, 'MK-7', 'felt pen').map(risk => risk.step?.key)).toEqual(['clean-rotor'])
    expect(risksOf(bench.sheet, bench.state, 'MK-7', 'punch')).toEqual([])
    expect(lastingWays(bench.sheet, bench.state, 'MK-7')).toEqual(['punch', 'scribe', 'tag'])
    const seal = new Bench('refrigeration-compressor')
    expect(risksOf(seal.sheet, seal.state, 'MK-4', 'felt pen')[0]?.reason).toContain('porous')
    expect(lastingWays(seal.sheet, seal.state, 'MK-4')).toEqual(['tag'])
  })

  it('hold the wash until a photo or a better mark is there', () => {
    for (const wayOut of ['photo', 'punch'] as const) {
      const bench = new Bench('split-casing-lift-pump', 'mark-impeller')
      bench.try('mark-made', { mark: 'MK-7', way: 'felt pen', angleDeg: 90 })
      expect(markRisks(bench.sheet, bench.state).map(risk => risk.mark.key)).toEqual(['MK-7'])
      bench.try('step-done', { step: 'mark-impeller' })
      bench.workTo('seal-look').tick('impeller-off').tick('seal-look')
      expect(bench.duties('clean-rotor')).toEqual(['secure mark'])
      expect(bench.try('step-done', { step: 'clean-rotor' })).toBe('step.duties-open')
      expect(
        wayOut === 'photo'
          ? bench.try('photo-added', { photo: 'p', mark: 'MK-7' })
          : bench.try('mark-made', { mark: 'MK-7', way: 'punch' }),
      ).toBeNull()
      expect(bench.try('step-done', { step: 'clean-rotor' })).toBeNull()
    }
  })
})

describe('pieces', () => {
  it('of a set go into their own places only, unless all are new', () => {
    const bench = new Bench('refrigeration-compressor', 'pistons-in')
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 3', place: 'cylinder 2' })).toBe('place.other-set')
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 9', place: 'cylinder 2' })).toBe('place.unknown')
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 2', place: 'cylinder 2' })).toBeNull()
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 2', place: 'cylinder 2' })).toBe('place.taken')
    expect(bench.duties('pistons-in').filter(kind => kind === 'place').length).toBe(2)
    bench.try('part-disposed', { part: 'pistons', disposition: 'replace' })
    expect(bench.duties('pistons-in').filter(kind => kind === 'place').length).toBe(1)
  })

  it('that are not at hand cannot go in: 7 of 8 rollers', () => {
    const bench = new Bench('cycloidal-reducer', 'rollers-on')
    expect(bench.try('part-moved', { part: 'output-rollers', count: 1, from: 'loose', to: 'scrapped' })).toBe('move.no-reason')
    expect(bench.try('part-moved', { part: 'output-rollers', count: 1, from: 'loose', to: 'scrapped', reason: 'chipped' })).toBeNull()
    expect(bench.try('step-done', { step: 'rollers-on' })).toBe('part.not-at-hand')
    expect(bench.try('part-moved', { part: 'output-rollers', count: 2, from: 'kit', to: 'loose' })).toBe('move.kit-not-wanted')
    expect(bench.try('part-moved', { part: 'output-rollers', count: 1, from: 'kit', to: 'loose' })).toBeNull()
    expect(bench.try('part-moved', { part: 'output-rollers', count: 1, from: 'scrapped', to: 'loose' })).toBe('move.scrapped')
    expect(bench.try('part-moved', { part: 'output-rollers', count: 9, from: 'loose', to: 'washing' })).toBe('move.not-there')
    expect(bench.try('step-done', { step: 'rollers-on', counted: [{ part: 'output-rollers', count: 7 }] })).toBe('count.differs')
    expect(bench.try('step-done', { step: 'rollers-on', counted: [{ part: 'output-rollers', count: 8 }] })).toBeNull()
  })

  it('that went to a shop come back before the step is done, and before the job closes', () => {
    const bench = new Bench('refrigeration-compressor', 'grind-out')
    expect(bench.duties('grind-out')).toEqual(['outside'])
    bench.try('part-moved', { part: 'crankshaft', count: 1, from: 'loose', to: 'outside' })
    expect(bench.try('step-done', { step: 'grind-out' })).toBe('step.duties-open')
    expect(closeBlockers(bench.sheet, bench.state).map(blocker => blocker.code)).toContain('part-outside')
    bench.try('part-moved', { part: 'crankshaft', count: 1, from: 'outside', to: 'loose' })
    expect(bench.try('step-done', { step: 'grind-out' })).toBeNull()
  })

  it('that need no shop because new ones come, keep to that once the step is done', () => {
    const bench = new Bench('refrigeration-compressor', 'grind-out')
    expect(bench.try('part-disposed', { part: 'crankshaft', disposition: 'replace' })).toBeNull()
    expect(bench.try('step-done', { step: 'grind-out' })).toBeNull()
    expect(bench.try('part-disposed', { part: 'crankshaft', disposition: 'reuse' })).toBe('part.stood-on')
    expect(bench.try('undone', { event: bench.state.done['grind-out']!.event })).toBeNull()
    expect(bench.try('part-disposed', { part: 'crankshaft', disposition: 'reuse' })).toBeNull()
    expect(bench.duties('grind-out')).toEqual(['outside'])
  })
})

describe('hand checks and going back', () => {
  it('hold the tick until the hands are content, and open exactly the rungs above', () => {
    const bench = new Bench('sliding-vane-pump', 'heads-final')
    expect(bench.try('step-done', { step: 'heads-final' })).toBe('step.duties-open')
    expect(bench.try('hand-checked', { step: 'heads-final', check: 'turns', answer: 'sings' })).toBe('hand-check.unknown-answer')
    expect(bench.try('hand-checked', { step: 'heads-final', check: 'turns', answer: 'binds' })).toBeNull()
    expect(bench.try('step-done', { step: 'heads-final' })).toBe('step.duties-open')
    expect(bench.try('gone-back', { step: 'vanes-off', reason: 'down again' })).toBe('back.down')
    const done = Object.keys(bench.state.done)
    expect(bench.try('gone-back', { step: 'vanes-on', reason: 'A vane stands proud' })).toBeNull()
    expect(done.filter(key => !bench.state.done[key])).toEqual(['vanes-on', 'far-seal-on', 'far-head-on'])
    // Its marks and pieces want to be looked at again, those of the drive end do not.
    expect(bench.duties('vanes-on')).toEqual(expect.arrayContaining(['check mark', 'place', 'hand check']))
    expect(bench.try('hand-checked', { step: 'rotor-on', check: 'turns', answer: AS_IT_SHOULD })).toBe('hand-check.unknown')
    expect(finish(bench.sheet, bench.state, () => 0).stuck).toBeNull()
  })

  it('send the work back from a no-go reading, and hold the close when one is measured afterwards', () => {
    const bench = new Bench('torsional-taper-coupling', 'nut-lock')
    const measure = (deg: number) =>
      bench.try('reading-taken', { position: 'nut-witness', stage: 'as-left', values: [[deg]], typed: [[`${deg}°`]] })
    bench.try('mark-checked', { mark: 'MK-4', result: 'matches' })
    measure(30)
    expect(bench.try('step-done', { step: 'nut-lock' })).toBe('step.duties-open')
    measure(6)
    expect(bench.try('step-done', { step: 'nut-lock' })).toBeNull()
    measure(30)
    expect(
      closeBlockers(bench.sheet, bench.state)
        .filter(blocker => blocker.code === 'no-go')
        .map(blocker => blocker.step),
    ).toEqual(['nut-lock'])
  })
})

describe('debts', () => {
  it('stay from snug to final and block the close', () => {
    const bench = new Bench('torsional-taper-coupling', 'ring-screws-final')
    expect(debtsOf(bench.sheet, bench.state).map(debt => [debt.step.key, debt.paidBy.key])).toEqual([
      ['ring-screws-snug', 'ring-screws-final'],
    ])
    expect(closeBlockers(bench.sheet, bench.state).find(blocker => blocker.code === 'debt-open')?.message).toContain(
      'ring screws are only snug',
    )
    expect(debtsOf(bench.sheet, bench.tick('ring-screws-final').state)).toEqual([])
  })
})

describe('the extraction ladder', () => {
  it('is climbed rung by rung, each with its stop sign; what moved it is recorded', () => {
    const bench = new Bench('torsional-taper-coupling', 'hub-off')
    const step = stepOf(bench.sheet, 'hub-off')
    expect(ladderOf(step).map(rung => rung.how)).toEqual(['Puller on the tapped holes', 'Oil injection', 'Puller, hub warmed'])
    expect(ladderOf(stepOf(bench.sheet, 'disc-off')).length).toBe(6)
    for (const rung of ladderOf(stepOf(bench.sheet, 'disc-off'))) expect(rung.stop).not.toBe('')
    expect(bench.try('extraction-tried', { step: 'hub-off', rung: 2, moved: true })).toBe('ladder.skipped')
    expect(bench.try('extraction-tried', { step: 'hub-off', rung: 0, moved: false })).toBeNull()
    expect(bench.try('extraction-tried', { step: 'hub-off', rung: 2, moved: true, reason: 'no oil pump in the shop' })).toBeNull()
    expect(ladderStand(bench.state, step)).toEqual({ next: 3, movedBy: 2 })
    expect(bench.try('extraction-tried', { step: 'isolate', rung: 0, moved: true })).toBe('ladder.none')
  })
})

describe('hold points', () => {
  it('take two persons', () => {
    const bench = new Bench('lever-hoist')
    bench.try('hold-released', { step: 'take-out' }, 'lead')
    expect(bench.try('step-done', { step: 'take-out' }, 'lead')).toBe('hold.same-person')
    expect(bench.try('step-done', { step: 'take-out' }, 'a')).toBeNull()
  })
})

describe('depth of evidence', () => {
  it('asks in a failure analysis for photo, index and tag of what comes out, and not in routine', () => {
    const routine = new Bench('split-casing-lift-pump', 'seal-turning-out')
    const deep = new Bench('split-casing-lift-pump', 'seal-turning-out', 'failure-analysis')
    expect(routine.duties('seal-turning-out')).toEqual([])
    expect(deep.duties('seal-turning-out')).toEqual(expect.arrayContaining(['photo', 'index']))
    deep.tick('seal-turning-out')
    const [after] = nextSteps(deep.sheet, deep.state).filter(step => step.after.includes('seal-turning-out'))
    expect(deep.duties(after!.key)).toContain('tag')
    expect(routine.tick('seal-turning-out').duties(after!.key)).not.toContain('tag')
  })
})

describe('the code of a label', () => {
  it('is read back, and a bare tag too', () => {
    expect(readTagCode(tagCode(214, 'B-07'))).toEqual({ jobNumber: 214, tag: 'B-07' })
    expect(readTagCode(' b-7 ')).toEqual({ jobNumber: null, tag: 'B-7' })
    for (const text of ['', 'B07', 'N/B-07', 'N214', 'https://elsewhere/B-07']) expect(readTagCode(text)).toBeNull()
  })
})

it('the truth of a good machine lies inside its limits', () => {
  for (const key of ['turbocharger', 'lever-hoist']) {
    const sheet = sheetForJob(demoSheet(key))
    for (const { key: position, limits } of sheet.positions) {
      for (const value of goodTruth(sheet).measure(position, 'as-left').flat()) {
        expect(value).toBeLessThanOrEqual(limits.upper ?? Infinity)
        expect(value).toBeGreaterThanOrEqual(limits.lower ?? -Infinity)
      }
    }
  }
})
