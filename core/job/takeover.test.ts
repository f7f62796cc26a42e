import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDocuments, demoSheet } from '../../tests/support/demo-sheet'
import { chooser, eventOf, finish, numbers, towardsTick } from '../../tests/support/job-walk'
import { refusal } from '../../tests/support/refusal'
import type { SheetDocument } from '../sheet'
import { nextSteps } from '../teardown'
import { closeBlockers, documentAt, foldJob, guardEvent, readingAt, standingSheet, takeoverPlan, assessTaken, type JobEvent, type JobState, type Shelf } from '.'

const name = (document: SheetDocument) => ({ key: document.key, revision: document.revision, sha256: String(document.revision).padStart(64, '0') })

/** A running job with a newer revision beside it. */
class Running {
  readonly shelf: Shelf
  readonly events: JobEvent[] = []
  state!: JobState

  constructor(readonly from: SheetDocument, change: (sheet: SheetDocument) => void) {
    const to = structuredClone(from)
    change(to)
    to.revision = from.revision + 1
    this.shelf = { opened: from, later: { [name(to).sha256]: to } }
    this.push(eventOf('job-opened', { reason: 'test', sheet: name(from) }))
  }

  get to() { return Object.values(this.shelf.later)[0]! }
  get sheet() { return standingSheet(this.shelf, this.state) }

  push(event: JobEvent): this {
    this.events.push(event)
    this.state = foldJob(this.shelf, [event], this.state)
    return this
  }

  workPast(key: string): this {
    for (let deeds = 0; deeds < 900 && !this.state.done[key]; deeds++) {
      const [step] = nextSteps(this.sheet, this.state)
      // It lies on a way that the work does not take.
      if (!step) return this
      const event = towardsTick(this.sheet, this.state, step.key)
      expect(guardEvent(this.shelf, this.state, event)).toBeNull()
      this.push(event)
    }
    return this
  }

  get plan() { return takeoverPlan(documentAt(this.shelf, this.state), this.to, this.state) }
  get steps() {
    const { reopens, past } = this.plan
    return { reopens: reopens.map(({ step }) => step), past: past.map(({ step }) => step) }
  }

  taken = (more: object = {}) =>
    eventOf('sheet-taken-over', { from: name(this.from), to: name(this.to), ...this.steps, ...more }, 'lead')

  try(event = this.taken()): string | null {
    const refused = guardEvent(this.shelf, this.state, event)
    if (!refused) this.push(event)
    return refused?.code ?? null
  }
}

const pump = demoSheet('split-casing-lift-pump')
/** By so little that what keeps to an earlier reading still does. */
const widen = (limits: { upper?: number }) => { if (limits.upper !== undefined) limits.upper += 1e-6 }
const step = (sheet: SheetDocument, key: string) => sheet.steps.find(one => one.key === key)!

describe('a newer revision under a running job', () => {
  it('opens the steps again whose torque changed, and they are pulled anew to the new one', () => {
    const job = new Running(pump, (sheet) => { sheet.joints.find(joint => joint.key === 'casing-joint')!.torqueNm = { aim: 300 } }).workPast('casing-nuts-on')
    expect(job.plan).toEqual({ reopens: [{ step: 'casing-nuts-on', title: step(pump, 'casing-nuts-on').title, because: ['torque'] }], past: [], refusal: null })
    const pulled = [...job.state.passesFinished, ...job.state.boltPulls].filter(pull => pull.step === 'casing-nuts-on')
    expect(pulled.length).toBeGreaterThan(0)
    expect(job.try()).toBeNull()
    expect(job.state.done['casing-nuts-on']).toBeUndefined()
    expect([...job.state.passesFinished, ...job.state.boltPulls].filter(pull => pull.step === 'casing-nuts-on').every(pull => pull.overtaken)).toBe(true)
    expect(job.sheet.joints.find(joint => joint.key === 'casing-joint')!.torqueNm.aim).toBe(300)
    const { state, stuck } = finish(job.sheet, job.state, chooser([0]))
    expect(stuck).toBeNull()
    expect(closeBlockers(job.sheet, state)).toEqual([])
    // Never taken back, only succeeded.
    expect(job.try(eventOf('undone', { event: job.events.at(-1)!.id }, 'lead'))).not.toBeNull()
    expect(job.try()).toBe('takeover.stale')
  })

  it('judges what was measured by the new limits, and asks for a new hold, a new danger, a new step', () => {
    const read = pump.steps.find(one => one.limb === 'off' && one.reads)!
    const { position } = read.reads![0]!
    const job = new Running(pump, (sheet) => {
      const found = sheet.positions.find(one => one.key === position)!
      found.limits = { upper: -1e6 }
      delete found.reuse
      step(sheet, 'isolate').hold = 'Proved dead at the terminals, by two'
      const first = sheet.steps[0]!
      sheet.steps.splice(1, 0, {
        key: 'heater-off', limb: 'off', stage: 'make-safe', title: 'Isolate the heater', why: 'It is fed from elsewhere.', minutes: 5, after: [first.key],
      })
      for (const one of sheet.steps) if (one.key !== 'heater-off' && one.after.includes(first.key)) one.after = [...one.after, 'heater-off']
    }).workPast(read.key)
    const taken = readingAt(job.state, position, read.reads![0]!.stage)!
    expect(job.plan.reopens.map(({ step, because }) => [step, because])).toEqual(expect.arrayContaining([['isolate', expect.arrayContaining(['hold'])], [read.key, ['limits']]]))
    expect(job.try()).toBeNull()
    expect(readingAt(job.state, position, taken.stage)).toEqual(taken)
    expect(assessTaken(job.sheet, job.state, taken).verdict).toBe('out')
    expect(nextSteps(job.sheet, job.state).map(one => one.key)).toContain('isolate')
  })

  it.each<[string, (sheet: SheetDocument) => void, string]>([
    ['without a step that is ticked', (sheet) => {
      const gone = step(sheet, 'oil-drained') ?? sheet.steps[3]!
      const through = (key: string) => key === gone.key ? gone.after : [key]
      sheet.steps = sheet.steps.filter(one => one !== gone).map(one => ({ ...one, after: one.after.flatMap(through) }))
    }, 'takeover.step-gone'],
    ['by which the pieces would not add up', (sheet) => {
      for (const one of sheet.steps) for (const piece of [...one.removes ?? [], ...one.refits ?? []]) if (piece.part === 'guard-screws') piece.count = 6
      sheet.parts.find(part => part.key === 'guard-screws')!.count = 6
      step(sheet, 'guard-on').refits = step(sheet, 'guard-on').refits!.filter(piece => piece.part !== 'guard-screws')
    }, 'takeover.account'],
  ])('is refused %s', (_what, change, code) => {
    const job = new Running(pump, change).workPast('guard-off')
    expect(job.plan.refusal?.code).toBe(code)
    expect(job.try()).toBe(code)
  })

  it('is refused when it is stale, older, unknown, another machine, or opens other steps than were seen', () => {
    const job = new Running(pump, (sheet) => { step(sheet, 'isolate').hold = 'Seen by two' }).workPast('isolate')
    expect(job.try(job.taken({ reopens: [] }))).toBe('takeover.differs')
    expect(job.try(job.taken({ from: { ...name(pump), sha256: 'f'.repeat(64) } }))).toBe('takeover.stale')
    expect(job.try(job.taken({ to: { ...name(job.to), revision: 1 } }))).toBe('takeover.older')
    expect(job.try(job.taken({ to: { ...name(job.to), key: 'gear-pump' } }))).toBe('takeover.other-sheet')
    expect(job.try(job.taken({ to: { ...name(job.to), sha256: 'e'.repeat(64) } }))).toBe('takeover.unknown')
    // A device that does not have the document stops.
    expect(job.try()).toBeNull()
    expect(refusal(() => standingSheet(pump, foldJob(pump, job.events))).details.wanted).toEqual(name(job.to))
  })

  it('opens the run again where a joint that moves the shaft is pulled anew behind a seal that was set', () => {
    const job = new Running(demoSheet('agitator-seal'), (sheet) => {
      const spacer = sheet.steps.find(one => one.key === 'spacer-on')!
      const joint = sheet.joints.find(({ key }) => key === spacer.tightens)!
      joint.torqueNm = { aim: joint.torqueNm.aim * 0.98 }
    }).workPast('hand-over')
    const opened = job.plan.reopens
    expect(opened.map(({ step, because }) => [step, because])).toEqual(expect.arrayContaining([
      ['spacer-on', ['torque']], ['run', ['setting']], ['hand-over', ['setting']],
    ]))
    expect(job.try()).toBeNull()
    const { state, stuck } = finish(job.sheet, job.state, () => 0)
    expect([stuck, closeBlockers(job.sheet, state)]).toEqual([null, []])
  })

  it('at any moment of any job is refused or leads to the end, folded one by one, at once, or from a snapshot', () => {
    let [taken, reopened] = [0, 0]
    fc.assert(fc.property(fc.constantFrom(...demoDocuments), fc.nat(), fc.nat(), numbers(fc), (document, at, which, some) => {
      const job = new Running(document, (sheet) => {
        const one = sheet.steps[which % sheet.steps.length]!
        const joint = sheet.joints.find(({ key }) => key === one.tightens)
        if (joint) joint.torqueNm = { aim: joint.torqueNm.aim * 0.98 }
        else if (which % 3 === 0) one.hold = 'A second person looks'
        else if (which % 3 === 1)
          one.cautions = [...(one.cautions ?? []).slice(0, 5), { level: 'danger', text: 'It is under load.' }]
        else for (const read of one.reads ?? [])
          widen(sheet.positions.find(({ key }) => key === read.position)!.limits)
      })
      job.workPast(document.steps[at % document.steps.length]!.key)
      const opens = job.plan.reopens.length
      if (job.try()) return
      taken++
      reopened += opens
      const { state, stuck } = finish(job.sheet, job.state, chooser(some))
      expect(stuck).toBeNull()
      expect(closeBlockers(job.sheet, state)).toEqual([])
      const half = Math.floor(job.events.length * 0.6)
      const snapshot = JSON.parse(JSON.stringify(foldJob(job.shelf, job.events.slice(0, half)))) as JobState
      for (const other of [foldJob(job.shelf, job.events), foldJob(job.shelf, job.events.slice(half), snapshot)])
        expect(JSON.parse(JSON.stringify(other))).toEqual(JSON.parse(JSON.stringify(job.state)))
    }), { numRuns: 150 })
    expect(taken).toBeGreaterThan(100)
    expect(reopened).toBeGreaterThan(10)
  })
})
