import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyEvent, chooser, eventOf, finish, numbers, openJob, towardsTick, walk } from '../../tests/support/job-walk'
import { demoDocuments, demoSheet, liftPump } from '../../tests/support/demo-sheet'
import { layOutVee, nextSteps, openRungs, rungsOf, sheetNow } from '../teardown'
import {
  accountOf,
  AS_IT_SHOULD,
  closeBlockers,
  foldJob,
  guardEvent,
  lastStanding,
  openDuties,
  sheetForJob,
  standingEntry,
  type JobEvent,
  type JobState,
} from '.'
import { assessReading } from './assess-reading'
import { positionOf } from '../sheet'

const fold = (events: JobEvent[], from?: JobState) => foldJob(liftPump, events, from)
const opened = fold([eventOf('job-opened', { reason: 'test' })])
const refusalOf = (state: JobState, event: JobEvent) => guardEvent(liftPump, state, event)?.code ?? null

/** A job brought to just before a step, everything before it done properly. */
function before(stepKey: string): JobState {
  let state = opened
  for (let tries = 0; tries < 1000; tries++) {
    const [next] = nextSteps(liftPump, state)
    if (!next || next.key === stepKey) return state
    const event = towardsTick(liftPump, state, next.key)
    expect(guardEvent(liftPump, state, event)).toBeNull()
    state = fold([event], state)
  }
  throw new Error(`never came to ${stepKey}`)
}
const after = (state: JobState, stepKey: string): JobState => {
  let now = state
  while (!now.done[stepKey]) now = fold([towardsTick(liftPump, now, stepKey)], now)
  return now
}
const ready = () => finish(liftPump, opened, () => 0).state

describe.each(
  demoDocuments.map(document => [document.key, sheetForJob(document), sheetForJob(document, { depth: 'failure-analysis' })] as const),
)('any walk through %s', (_key, routine, deep) => {
  const sheetFor = (isDeep: boolean) => (isDeep ? deep : routine)
  const start = (isDeep: boolean) => openJob(sheetFor(isDeep), isDeep ? 'failure-analysis' : 'routine')

  it('balances the account, folds in two halves as at once, and can be undone event by event', () => {
    fc.assert(
      fc.property(numbers(fc), fc.nat({ max: 100 }), fc.boolean(), (choices, cut, isDeep) => {
        const sheet = sheetFor(isDeep)
        const begun = start(isDeep)
        const choose = chooser(choices)
        const { events, state } = walk(sheet, begun, choose, 120)
        for (const line of accountOf(sheet, state)) {
          const lying = line.loose + line.bagged.reduce((sum, bag) => sum + bag.count, 0) + line.washing + line.outside + line.scrapped
          expect(line.inMachine + line.out + line.absent).toBe(line.part.count)
          expect(
            Math.min(line.inMachine, line.loose, line.washing, line.outside, line.scrapped, ...line.bagged.map(bag => bag.count)),
          ).toBeGreaterThanOrEqual(0)
          expect(line.short).toBe(0)
          if (!state.dispositions.some(entry => entry.part === line.part.key && entry.disposition === 'replace'))
            expect(lying).toBe(line.out + line.fromKit)
        }
        const half = Math.floor((events.length * cut) / 100)
        expect(foldJob(sheet, events.slice(half), foldJob(sheet, events.slice(0, half), begun))).toEqual(foldJob(sheet, events, begun))

        const event = anyEvent(sheet, state, choose, [])
        if (event.type !== 'undone' && event.type !== 'job-closed' && !guardEvent(sheet, state, event)) {
          const done = foldJob(sheet, [event], state)
          const undo = eventOf('undone', { event: event.id })
          expect(guardEvent(sheet, done, undo)).toBeNull()
          expect({ ...foldJob(sheet, [undo], done), events: 0 }).toEqual({ ...state, events: 0 })
        }
      }),
      { numRuns: 60 },
    )
  })

  it('never leaves a ticked step in the air, whatever is undone or gone back to', () => {
    fc.assert(
      fc.property(numbers(fc), fc.boolean(), (choices, isDeep) => {
        const sheet = sheetFor(isDeep)
        const { state } = walk(sheet, start(isDeep), chooser(choices), 150)
        for (const step of sheetNow(sheet, state).steps.filter(candidate => state.done[candidate.key])) {
          expect(step.after.every(key => state.done[key])).toBe(true)
          expect(openDuties(sheet, state, step)).toEqual([])
        }
      }),
      { numRuns: 40 },
    )
  })

  it('comes to a job that closes, from anywhere and by any order of legal steps', () => {
    fc.assert(
      fc.property(numbers(fc), fc.boolean(), (choices, isDeep) => {
        const sheet = sheetFor(isDeep)
        const choose = chooser(choices)
        const { state } = walk(sheet, start(isDeep), choose, 60)
        const end = finish(sheet, state, choose)
        expect(end.stuck).toBeNull()
        expect(openRungs(sheet, end.state)).toEqual([])
        expect(
          closeBlockers(sheet, end.state).filter(
            blocker =>
              blocker.code !== 'never-again-refitted-old'
              && blocker.code !== 'part-outside'
              && blocker.code !== 'no-go'
              && blocker.code !== 'left-for-later'
              && blocker.code !== 'left-over',
          ),
        ).toEqual([])
      }),
      { numRuns: 40 },
    )
  })

  it('ends in the same state for two clients, or in a refusal, however their events interleave', () => {
    fc.assert(
      fc.property(numbers(fc), numbers(fc), fc.array(fc.boolean(), { minLength: 20, maxLength: 60 }), (mine, theirs, turns) => {
        const begun = walk(routine, start(false), chooser(mine), 30).state
        const queues = [walk(routine, begun, chooser(mine.slice(5)), 25).events, walk(routine, begun, chooser(theirs), 25).events]
        // The server takes what it lets through in the order of arrival; a client that sees the same log folds the same state.
        const log: JobEvent[] = []
        let server = begun
        const left = queues.map(queue => [...queue])
        for (const turn of [...turns, ...Array.from({ length: 50 }, (_, i) => i % 2 === 0)]) {
          const event = left[turn ? 0 : 1]!.shift()
          if (!event || guardEvent(routine, server, event)) continue
          log.push(event)
          server = foldJob(routine, [event], server)
        }
        expect(foldJob(routine, log, begun)).toEqual(server)
        for (const step of sheetNow(routine, server).steps)
          if (server.done[step.key]) expect(step.after.every(key => server.done[key])).toBe(true)
      }),
      { numRuns: 30 },
    )
  })
})

describe('guardEvent', () => {
  it('does not touch the state it starts from', () => {
    const start = JSON.stringify(opened)
    after(opened, 'isolate')
    expect(JSON.stringify(opened)).toBe(start)
  })

  it('holds the order of the sheet and says what comes first', () => {
    const refusal = guardEvent(liftPump, opened, eventOf('step-done', { step: 'rotor-out' }))
    expect(refusal?.code).toBe('step.too-early')
    expect(refusal?.message).toContain('Take the bearing caps off')
  })

  it('asks for readings, marks and releases before the tick', () => {
    expect(refusalOf(opened, eventOf('step-done', { step: 'isolate' }))).toBe('step.duties-open')
    const marking = before('mark-coupling')
    const refusal = guardEvent(liftPump, marking, eventOf('step-done', { step: 'mark-coupling' }))
    expect(refusal?.message).toContain('MK-1')
    expect(refusal?.message).toContain('MK-2')
  })

  it.each<[string, JobEvent, string]>([
    [
      'a grid of the wrong shape',
      eventOf('reading-taken', { position: 'seat-de', stage: 'as-found', values: [[70]], typed: [['70']] }),
      'reading.shape',
    ],
    [
      'letters',
      eventOf('reading-taken', { position: 'end-float', stage: 'as-found', values: [[Number.NaN]], typed: [['abc']] }),
      'reading.not-a-number',
    ],
    [
      'a negative diameter',
      eventOf('reading-taken', {
        position: 'seat-de',
        stage: 'as-found',
        values: [
          [70, 70],
          [70, -70],
          [70, 70],
        ],
        typed: [
          ['', ''],
          ['', ''],
          ['', ''],
        ],
      }),
      'reading.not-positive',
    ],
    ['a part that is in the machine', eventOf('part-bagged', { part: 'impeller', count: 1, tag: 'B-01' }), 'bag.not-out'],
    ['a check of a mark nobody made', eventOf('mark-checked', { mark: 'MK-3', result: 'matches' }), 'mark.not-made'],
    ['an unknown step', eventOf('step-done', { step: 'paint-it-blue' }), 'job.unknown-reference'],
    ['an unknown part', eventOf('part-disposed', { part: 'flywheel', disposition: 'reuse' }), 'job.unknown-reference'],
    ['an undo of nothing', eventOf('undone', { event: 'never' }), 'undo.nothing'],
    ['a release where none is asked', eventOf('hold-released', { step: 'area' }), 'hold.none'],
    ['a second opening', eventOf('job-opened', { reason: 'again' }), 'job.already-open'],
    ['an old gasket without a reason', eventOf('part-disposed', { part: 'casing-gasket', disposition: 'reuse' }), 'part.never-again'],
  ])('refuses %s', (_name, event, code) => expect(refusalOf(opened, event)).toBe(code))

  it('lets nothing of a step be undone while others stand on it', () => {
    const state = after(before('spacer-out'), 'spacer-out')
    expect(refusalOf(state, eventOf('undone', { event: state.done['mark-coupling']!.event }))).toBe('undo.stood-on')
    expect(refusalOf(state, eventOf('undone', { event: state.marksMade[0]!.event }))).toBe('undo.stood-on')
    expect(refusalOf(state, eventOf('undone', { event: state.done['spacer-out']!.event }))).toBeNull()
    expect(lastStanding(state, 'person-a')?.event).toBe(state.done['spacer-out']!.event)
  })

  it('puts no more into bags than is loose', () => {
    const state = after(before('casing-nuts-off'), 'casing-nuts-off')
    const bagged = fold([eventOf('part-bagged', { part: 'casing-nuts', count: 20, tag: 'B-05' })], state)
    expect(refusalOf(bagged, eventOf('part-bagged', { part: 'casing-nuts', count: 3, tag: 'B-05' }))).toBe('bag.not-out')
    expect(refusalOf(bagged, eventOf('part-bagged', { part: 'casing-nuts', count: 2, tag: 'B-05' }))).toBeNull()
  })

  it('does not put a scrapped part back', () => {
    const state = fold([eventOf('part-disposed', { part: 'impeller', disposition: 'scrap' })], before('impeller-on'))
    const checked = fold(
      [
        eventOf('mark-checked', { mark: 'MK-7', result: 'matches' }),
        eventOf('hand-checked', { step: 'impeller-on', check: 'draws', answer: AS_IT_SHOULD }),
      ],
      state,
    )
    expect(refusalOf(checked, eventOf('step-done', { step: 'impeller-on' }))).toBe('part.scrapped')
  })
})

describe('closing', () => {
  it('is refused while rungs, marks, holds or steps are open, and says which', () => {
    const state = after(before('upper-casing-off'), 'upper-casing-off')
    expect(openRungs(liftPump, state).map(rung => rung.key)).toContain('upper-casing')
    const codes = new Map(closeBlockers(liftPump, state).map(blocker => [blocker.code, blocker.message]))
    expect(codes.get('open-rung')).toContain('still out')
    expect(codes.get('mark-unverified')).toContain('MK-')
    expect(codes.get('hold-unreleased')).toContain('hold point')
    expect(codes.get('step-open')).toBeDefined()
    expect(refusalOf(state, eventOf('job-closed', {}))).toBe('close.blocked')
  })

  it('is refused with an old gasket in the machine until a new one is fitted', () => {
    let state = before('upper-casing-on')
    state = fold([eventOf('part-disposed', { part: 'casing-gasket', disposition: 'reuse', reason: 'the kit comes tomorrow' })], state)
    state = finish(liftPump, state, () => 0).state
    expect(closeBlockers(liftPump, state).map(blocker => [blocker.code, blocker.part])).toEqual([
      ['never-again-refitted-old', 'casing-gasket'],
    ])
    expect(refusalOf(state, eventOf('part-disposed', { part: 'casing-gasket', disposition: 'replace' }))).toBe('part.back-in')
  })

  it('is refused when a mark did not match', () => {
    let state = before('spacer-on')
    state = fold([eventOf('mark-checked', { mark: 'MK-1', result: 'lost' })], state)
    state = finish(liftPump, state, () => 0).state
    expect(closeBlockers(liftPump, state).map(blocker => blocker.message)).toEqual([expect.stringContaining('MK-1') as string])
    state = fold([eventOf('mark-checked', { mark: 'MK-1', result: 'matches' })], state)
    expect(closeBlockers(liftPump, state)).toEqual([])
  })

  it('ends the log', () => {
    const closed = fold([eventOf('job-closed', {})], ready())
    expect(closed.closed?.by).toBe('Person a')
    expect(refusalOf(closed, eventOf('note-added', { text: 'too late' }))).toBe('job.closed')
    expect(refusalOf(closed, eventOf('job-closed', {}))).toBe('job.closed')
  })
})

describe('layOutVee', () => {
  it('has every step once, both limbs in their order, and each tied row is a rung', () => {
    const { rows, floor } = layOutVee(liftPump)
    const off = rows.flatMap(row => row.off ?? [])
    const on = rows.flatMap(row => row.on ?? [])
    expect(off).toEqual(liftPump.steps.filter(step => step.limb === 'off'))
    expect(on.reverse()).toEqual(liftPump.steps.filter(step => step.limb === 'on'))
    expect(floor).toEqual(liftPump.steps.filter(step => step.limb === 'floor'))
    for (const row of rows.filter(candidate => candidate.rung)) expect(row.off!.rung).toBe(row.on!.rung)
    expect(rows.filter(row => row.rung).length).toBe(rungsOf(liftPump).length)
  })
})

describe('assessReading', () => {
  const seat = positionOf(liftPump, 'seat-de')

  it('judges size, roundness and taper, and the worst decides', () => {
    const good = assessReading(seat, [[70.012, 70.012], [70.011, 70.012], [70.011, 70.011]])
    expect(good.verdict).toBe('in')
    expect(good.criteria.map(c => c.label)).toEqual(['Smallest', 'Largest', 'Out-of-roundness', 'Taper'])
    // 70.003 lies 1 µm inside the limit of 70.002, less than U = 2 µm.
    expect(assessReading(seat, [[70.005, 70.005], [70.004, 70.005], [70.004, 70.003]]).verdict).toBe('doubtful')
    const oval = assessReading(seat, [[70.018, 70.006], [70.010, 70.010], [70.010, 70.010]])
    expect(oval.criteria.find(c => c.label === 'Out-of-roundness')).toMatchObject({ verdict: 'out', upper: 0.006 })
    expect(oval.working.some(line => line.source.includes('ISO 14253-1'))).toBe(true)
  })

  it('judges single values one by one', () => {
    const float = assessReading(positionOf(liftPump, 'end-float'), [[0.18]])
    expect(float.verdict).toBe('out')
    expect(float.criteria[0]!.margin).toBeCloseTo(-0.03, 9)
  })
})

describe('the pictures of a job', () => {
  const photo = eventOf('photo-added', { photo: 'p-1' })
  const kept = eventOf('photo-kept', { photo: 'p-1', sha256: 'ab'.repeat(32) })

  it('must have arrived before it closes; a photo that was taken back is not waited for', () => {
    const taken = fold([photo], ready())
    expect(closeBlockers(liftPump, taken).map(blocker => blocker.code)).toEqual(['photo-missing'])
    expect(refusalOf(taken, eventOf('job-closed', {}))).toBe('close.blocked')
    expect(closeBlockers(liftPump, fold([kept], taken))).toEqual([])
    expect(closeBlockers(liftPump, fold([eventOf('undone', { event: photo.id })], taken))).toEqual([])
  })

  it('are kept once, and what is kept is not taken back', () => {
    const state = fold([photo, kept], opened)
    expect(refusalOf(state, eventOf('photo-kept', { photo: 'p-1', sha256: 'cd'.repeat(32) }))).toBe('photo.kept-already')
    expect(refusalOf(state, eventOf('undone', { event: kept.id }))).toBe('undo.nothing')
    expect(standingEntry(state, photo.id)).toMatchObject({ byId: 'person-a', isSignature: false })
    expect(standingEntry(state, kept.id)).toBeUndefined()
  })
})

describe('the time of an event', () => {
  const at = (minutes: number) => new Date(Date.parse('2026-05-04T08:00:00.000Z') + minutes * 60_000).toISOString()
  const turbo = sheetForJob(demoSheet('turbocharger'))
  const waiting = turbo.steps.find(step => step.waits)!
  const starter = waiting.waits![0]!.after
  const codeOf = (state: JobState, event: JobEvent) => guardEvent(turbo, state, event)?.code ?? null

  it('lies not before the job, give or take what clocks differ by', () => {
    const state = openJob(turbo)
    expect(codeOf(state, eventOf('note-added', { text: 'early' }, 'a', at(-2)))).toBe('event.before-job')
    expect(codeOf(state, eventOf('note-added', { text: 'a clock' }, 'a', at(-0.5)))).toBeNull()
  })

  it('of a tick from which a wait counts lies not before what it stands on', () => {
    let state = openJob(turbo)
    const [before] = turbo.steps.find(step => step.key === starter)!.after
    for (let deeds = 0; !state.done[before!] && deeds < 200; deeds++) {
      const [step] = nextSteps(turbo, state)
      state = foldJob(turbo, [{ ...towardsTick(turbo, state, step!.key), happenedAt: at(60) }], state)
    }
    expect(state.done[before!]).toBeDefined()
    while (
      openDuties(
        turbo,
        state,
        turbo.steps.find(step => step.key === starter)!,
      ).length > 0
    )
      state = foldJob(turbo, [towardsTick(turbo, state, starter)], state)
    expect(codeOf(state, eventOf('step-done', { step: starter }, 'a', at(10)))).toBe('event.out-of-order')
    expect(codeOf(state, eventOf('step-done', { step: starter }, 'a', at(60)))).toBeNull()
  })
})
