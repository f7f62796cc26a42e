import { describe, expect, it } from 'vitest'
import { GrowingJob, newId } from '../../tests/support/growing-job'
import { eventOf, towardsTick } from '../../tests/support/job-walk'
import { demoSheet } from '../../tests/support/demo-sheet'
import { doublesOf, draftOf, frameFor, growMark, growOff, growTorque, growUnder, isHeld, reservation, type OffSaid } from '../growth'
import { openGaps, partOf, rungStepsOf, stepOf, type Sheet } from '../sheet'
import { isDone, nextSteps } from '../teardown'
import { ALL_BACK, OPEN_UP, unsignedGaps } from '.'

const framed = () => {
  const job = new GrowingJob(frameFor({ key: 'sheet-1', title: 'Fan', energies: ['electric', 'pressure'] }))
  job.workTo(OPEN_UP)
  return job
}
const off = (job: GrowingJob, said: Partial<OffSaid> & { name: string }, who = 'a') =>
  job.tap(growOff(job.at(who), { count: 1, lifted: 'by hand', ...said }).drafts, who)
const keyOf = ({ parts }: Sheet, name: string, nth = 0) => parts.filter(part => part.name === name)[nth]!.key
const sides = (job: GrowingJob, name: string, nth = 0) =>
  rungStepsOf(job.sheet, keyOf(job.sheet, name, nth)) as Required<ReturnType<typeof rungStepsOf>>
const undo = (job: GrowingJob, event: string, who = 'a') => job.take([eventOf('undone', { event }, who)])

describe('what comes off', () => {
  it('goes back in the mirror of each branch, and not of the log', () => {
    const job = framed()
    for (const [name, who] of [['Belt', 'a'], ['Strainer', 'b'], ['Pulley', 'a'], ['Nozzle', 'b']] as const) expect(off(job, { name }, who)).toBeNull()
    const on = (name: string) => sides(job, name).on
    expect(on('Belt').after).toContain(on('Pulley').key)
    expect(on('Strainer').after).toContain(on('Nozzle').key)
    expect(on('Strainer').after).not.toContain(on('Pulley').key)
    const up = job.sheet.steps.filter(step => step.limb === 'on').map(step => step.title)
    expect(up.slice(0, 5)).toEqual(['Put back: Nozzle', 'Put back: Pulley', 'Put back: Strainer', 'Put back: Belt', 'Everything is back'])
    expect(stepOf(job.sheet, ALL_BACK).after).toEqual(expect.arrayContaining([on('Belt').key, on('Strainer').key]))
  })

  it('is ticked and bagged by the same tap, or held where somebody can be hurt', () => {
    const job = framed()
    expect(off(job, { name: 'Cover screws', count: 8 })).toBeNull()
    expect(isDone(job.state, sides(job, 'Cover screws').off.key)).toBe(true)
    expect(job.state.moves).toMatchObject([{ count: 8, to: 'B-01' }])
    // The first that opens what was full, and only that; a guard and a lift each time.
    expect(off(job, { name: 'Cover' })).toBeNull()
    expect(sides(job, 'Cover').off.hold).toContain('without pressure')
    expect(isDone(job.state, sides(job, 'Cover').off.key)).toBe(false)
    const held = (name: string, lifted: OffSaid['lifted'] = 'by hand') => isHeld(job.sheet, { name, count: 1, lifted })
    expect([held('Flange'), held('Belt guard'), held('Belt guard'), held('Rotor', 'with gear'), held('Rotor')]).toEqual([false, true, true, true, false])
    const { off: down, on: up } = (off(job, { name: 'Rotor', lifted: 'with gear' }), sides(job, 'Rotor'))
    expect(down.hold).toContain('Gear and slings')
    expect(up.hold).toContain('Gear and slings')
    expect(openGaps(job.sheet).some(gap => gap.thing === keyOf(job.sheet, 'Rotor') && gap.field === 'mass')).toBe(true)
  })

  it('under another waits for that, and behind its mark', () => {
    const job = framed()
    off(job, { name: 'Pulley' })
    expect(job.tap([growUnder(job.at('a'), 'Bush', 1, keyOf(job.sheet, 'Pulley'))])).toBeNull()
    expect(job.tap(growMark(job.at('a'), { between: [{ part: keyOf(job.sheet, 'Bush') }], way: 'paint', place: 'face' }).drafts)).toBeNull()
    expect(off(job, { name: 'Bush', part: keyOf(job.sheet, 'Bush') }, 'b')).toBeNull()
    const marks = job.sheet.steps.find(step => step.makes)!
    expect(sides(job, 'Bush').off.after).toEqual(expect.arrayContaining([sides(job, 'Pulley').off.key, marks.key]))
    const check = job.sheet.steps.find(step => step.checks)!
    expect(check.after).toEqual(expect.arrayContaining([marks.key, sides(job, 'Bush').on.key]))
  })

  it('comes off no more behind what is back in, or once the machine is let on', () => {
    const job = framed()
    off(job, { name: 'Belt' })
    job.workTo('')
    expect(() => growOff(job.at('a'), { name: 'Pulley', count: 1, lifted: 'by hand' })).toThrow('Put back: Belt')
    const late = growOff({ ...job.at('a'), state: { ...job.state, done: {} } }, { name: 'Pulley', count: 1, lifted: 'by hand' })
    expect(job.tap(late.drafts.slice(0, 1))).toMatch(/^growth\.behind-tick/)
  })
})

describe('two entries of one thing', () => {
  const twice = () => {
    const job = framed()
    off(job, { name: 'Belt guard screws', count: 4 })
    off(job, { name: 'belt guard screw', count: 4 }, 'b')
    return job
  }
  const join = (job: GrowingJob, { keep, drop } = doublesOf(job.sheet, job.state)[0]!) =>
    job.take([eventOf('growth-joined', { keep: keep.key, drop: drop.key })])

  it('are asked about, become one with what stood on both, and are two again when that is taken back', () => {
    const job = twice()
    off(job, { name: 'Pulley' }, 'b')
    const before = job.sheet
    const [double] = doublesOf(job.sheet, job.state)
    expect(double).toMatchObject({ keptBy: 'Person a', droppedBy: 'Person b' })
    const [kept, pulley] = [rungStepsOf(job.sheet, double!.keep.key), sides(job, 'Pulley')]
    expect(join(job)).toBeNull()
    expect(job.sheet.parts.filter(part => /screw/i.test(part.name)).length).toBe(1)
    expect(stepOf(job.sheet, pulley.off.key).after).toContain(kept.off!.key)
    expect(stepOf(job.sheet, kept.on!.key).after).toContain(pulley.on.key)
    expect(doublesOf(job.sheet, job.state)).toEqual([])
    expect(undo(job, job.state.growth.at(-1)!.event)).toBeNull()
    expect(job.sheet).toEqual(before)
  })

  it('stay two where something else was said of the one to go, where the numbers differ, or where the sheet has them', () => {
    const job = twice()
    const double = doublesOf(job.sheet, job.state)[0]!
    job.take([eventOf('part-disposed', { part: double.drop.key, disposition: 'replace' })])
    expect(join(job, double)).toMatch(/^join\.used: .*decision by Person a/)
    expect(join(job, { ...double, drop: double.keep })).toMatch(/^join\.same/)
    expect(join(job, { ...double, drop: partOf(job.sheet, 'machine') })).toMatch(/^join\.of-the-sheet/)
    off(job, { name: 'Belt guard screws', count: 3 }, 'b')
    expect(doublesOf(job.sheet, job.state).length).toBe(1)
    expect(join(job, { ...double, drop: partOf(job.sheet, keyOf(job.sheet, 'Belt guard screws', 1)) })).toMatch(/^join\.count/)
  })
})

describe('the order of what came', () => {
  it('is mended as the hands know it: no circle, nothing ticked, nothing less safe, and by who has looked', () => {
    const job = framed()
    for (const name of ['Belt', 'Pulley']) off(job, { name })
    const { on } = sides(job, 'Belt')
    const mend = (step: string, after: string[], was = [...stepOf(job.sheet, step).after]) => job.take([eventOf('order-mended', { step, was, after })])
    const loose = on.after.filter(key => key !== sides(job, 'Pulley').on.key)
    expect(mend(on.key, [...on.after, ALL_BACK])).toMatch(/^growth\.circle: .*"Put back: Belt" waits for|^growth\.circle/)
    expect(mend(on.key, [])).toMatch(/^growth\.un/)
    expect(mend(on.key, loose, ['step-of-yesterday'])).toMatch(/^mend\.stale/)
    expect(mend(ALL_BACK, [])).toMatch(/^mend\.of-the-sheet/)
    expect(mend(sides(job, 'Belt').off.key, [])).toMatch(/^step\.done-already/)
    // The pulley may go on after the belt, as long as both go before the machine is let on.
    expect(mend(on.key, loose)).toMatch(/^growth\.unsafe/)
    job.take([eventOf('sheet-grown', { adds: {}, links: [{ step: ALL_BACK, after: [sides(job, 'Pulley').on.key] }] })])
    expect(mend(on.key, loose)).toBeNull()
    expect(stepOf(job.sheet, on.key).after).toEqual(loose)
  })

  it('of a draft that the job began with is of its sheet, whatever its keys look like', () => {
    const first = framed()
    for (const name of ['Belt', 'Pulley']) off(first, { name })
    expect(first.close(() => 0)).toBeNull()
    const { document } = draftOf(first.document, first.sheet, first.state)!
    const second = new GrowingJob(document)
    while (!isDone(second.state, sides(second, 'Pulley').off.key))
      second.take([towardsTick(second.sheet, second.state, nextSteps(second.sheet, second.state)[0]!.key)])
    const { on } = sides(second, 'Belt')
    expect(second.take([eventOf('order-mended', { step: on.key, was: on.after, after: [] })])).toMatch(/^mend\.of-the-sheet/)
    const [keep, drop] = [keyOf(second.sheet, 'Belt'), keyOf(second.sheet, 'Pulley')]
    expect(second.take([eventOf('growth-joined', { keep, drop })])).toMatch(/^join\.of-the-sheet/)
    expect(off(second, { name: 'Key' })).toBeNull()
    expect(second.close(() => 0)).toBeNull()
    expect(draftOf(document, second.sheet, second.state)!.document.revision).toBe(document.revision + 1)
  })
})

describe('taking back', () => {
  it('takes a whole tap, refuses with a list while something names what it made, and then goes', () => {
    const job = framed()
    off(job, { name: 'Bearing' })
    const [grown, ticked] = job.events.slice(-2)
    job.take([eventOf('part-disposed', { part: keyOf(job.sheet, 'Bearing'), disposition: 'replace' })])
    job.take([eventOf('note-added', { text: 'turns hard', part: keyOf(job.sheet, 'Bearing') }, 'b')])
    expect(undo(job, ticked!.id)).toMatch(/^undo\.stood-on: .*decision by Person a; note by Person b|^undo\.stood-on: .*note by Person b; decision by Person a/)
    for (const event of [job.state.dispositions[0]!, job.state.notes[0]!]) expect(undo(job, event.event, 'lead')).toBeNull()
    expect(undo(job, ticked!.id)).toBeNull()
    expect(job.state).toMatchObject({ growth: [], dispositions: [], notes: [] })
    expect(job.sheet.parts.length).toBe(1)
    expect(undo(job, grown!.id)).toMatch(/^undo\.nothing/)
  })
})

describe('what nobody knows', () => {
  it('is asked until it is said or signed, and pulled as said', () => {
    const job = framed()
    off(job, { name: 'Cover screws', count: 8 })
    off(job, { name: 'Foot bolts', count: 4 })
    expect(unsignedGaps(job.sheet, job.state).map(gap => partOf(job.sheet, gap.thing).name)).toEqual(['Cover screws', 'Foot bolts'])
    const said = { thread: 'M12', torqueNm: 79, lubricant: 'oil' as const, source: 'its manual, page 31' }
    expect(job.tap(growTorque(job.at('a'), { part: keyOf(job.sheet, 'Cover screws'), ...said }).drafts)).toBeNull()
    const tighten = job.sheet.steps.find(step => step.tightens)!
    expect(stepOf(job.sheet, ALL_BACK).after).toContain(tighten.key)
    expect(() => growTorque(job.at('a'), { part: 'machine', ...said })).toThrow('No step puts')
    const bolts = keyOf(job.sheet, 'Foot bolts')
    const sign = (thing: string) => job.take([eventOf('gap-signed', { thing, field: 'torque', reason: 'by feel' }, 'lead')])
    expect(sign(keyOf(job.sheet, 'Cover screws'))).toMatch(/^gap\.none/)
    expect([sign(bolts), sign(bolts)]).toEqual([null, expect.stringMatching(/^gap\.signed-already/)])
    expect(job.close(() => 0)).toBeNull()
  })
})

describe('numbers', () => {
  it('are of one bench each, typed with or without a nought, and end', () => {
    const job = framed()
    const take = (who: string) => job.tap([{ type: 'numbers-reserved', body: reservation(job.sheet, job.state, job.at(who).bench)! }], who)
    expect([take('a'), take('b')]).toEqual([null, null])
    expect(job.state.reserved.map(one => [one.marks.from, one.bags.from])).toEqual([[1, 1], [11, 21]])
    expect(reservation(job.sheet, job.state, job.at('a').bench)).toBeNull()
    off(job, { name: 'Shims' })
    job.take([eventOf('part-moved', { part: keyOf(job.sheet, 'Shims'), count: 1, from: 'B-01', to: 'B-2' })])
    off(job, { name: 'Dowel pins' })
    expect(sides(job, 'Dowel pins').off.bag).toBe('B-03')
    off(job, { name: 'Washers' }, 'b')
    expect(sides(job, 'Washers').off.bag).toBe('B-21')
    const again = { bench: job.at('a').bench, marks: { from: 1, to: 10 }, bags: { from: 41, to: 60 } }
    expect(job.tap([{ type: 'numbers-reserved', body: again }])).toMatch(/^numbers\.taken/)
  })
})

describe('a sheet that was released', () => {
  it('takes more at the bench: behind where the work is, before anything is let on', () => {
    const job = new GrowingJob(demoSheet('split-casing-lift-pump'))
    for (let taken = 0; taken < 3;) {
      const [step] = nextSteps(job.sheet, job.state)
      expect(job.take([towardsTick(job.sheet, job.state, step!.key)])).toBeNull()
      if (isDone(job.state, step!.key) && step!.removes) taken += 1
    }
    expect(off(job, { name: 'Cable tray' }, 'new')).toBeNull()
    const { off: down, on: up } = sides(job, 'Cable tray')
    const last = job.sheet.steps.find(step => step.key === down.after[0])!
    expect(job.state.done[last.key]).toBeDefined()
    expect(job.sheet.steps.some(step => step.after.includes(up.key))).toBe(true)
    const bare = { ...down, key: `step-${newId()}`, after: [] }
    expect(job.take([eventOf('sheet-grown', { adds: { steps: [bare] } })])).toMatch(/^growth\.(unsound|unsafe)/)
    expect(job.close(() => 0)).toBeNull()
  }, 60_000)
})
