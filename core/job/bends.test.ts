import { describe, expect, it } from 'vitest'
import { demoDocuments, demoSheet } from '../../tests/support/demo-sheet'
import { AT, JobAt } from '../../tests/support/job-at'
import { eventOf } from '../../tests/support/job-walk'
import { jointOf, partOf, positionOf, stepOf } from '../sheet'
import { editsOfBend } from '../drafting'
import { bendsOf, foldJob, guardEvent, readingAt, sheetForJob, standingSheet, assessTaken } from '.'

const source = 'manual of this machine, page 31'
const sheetOf = ({ sheet, state }: JobAt) => standingSheet(sheet, state)

describe('a figure that is another on this machine', () => {
  it('judges again what stands, keeps both verdicts, and goes when it is taken back', () => {
    const at = new JobAt('split-casing-lift-pump')
    const step = at.sheet.steps.find(one => one.limb === 'off' && one.reads?.some(({ position }) => {
      const { limits, reuse, method } = positionOf(at.sheet, position)
      return method === 'values' && !reuse && limits.upper !== undefined
    }))!
    at.workTo(step.key).tick(step.key)
    const key = step.reads!.find(({ position }) => !positionOf(at.sheet, position).reuse)!.position
    const taken = readingAt(at.state, key, 'as-found')!
    const verdict = () => assessTaken(sheetOf(at), at.state, taken).verdict
    expect(verdict()).toBe('in')
    const highest = Math.max(...taken.values.flat())
    expect(at.try('limit-bent', { position: key, lower: null, upper: highest / 2, source }, 'lead')).toBeNull()
    expect(verdict()).toBe('out')
    expect(bendsOf(at.sheet, at.state)).toMatchObject([{ name: positionOf(at.sheet, key).name, judged: [{ was: 'in', is: 'out' }] }])
    // The newest counts, each against the one before it.
    expect(at.try('limit-bent', { position: key, lower: null, upper: highest * 4, source }, 'lead')).toBeNull()
    expect(bendsOf(at.sheet, at.state).map(line => line.judged[0])).toMatchObject([{ was: 'in', is: 'out' }, { was: 'out', is: 'in' }])
    expect(at.try('undone', { event: at.state.bends[1]!.event }, 'lead')).toBeNull()
    expect(verdict()).toBe('out')
    expect(at.try('limit-bent', { position: key, lower: null, upper: highest / 2, source }, 'lead')).toBe('bend.same')
    expect(at.try('limit-bent', { position: key, lower: null, upper: null, source }, 'lead')).toBe('bend.no-limit')
    expect(at.try('limit-bent', { position: key, lower: 2, upper: 1, source }, 'lead')).toBe('bend.limits')
    expect(at.try('limit-bent', { position: 'none', lower: 1, upper: 2, source }, 'lead')).toBe('job.unknown-reference')
  })

  it('leaves how far a part may wear, but never tighter than what must hold as left', () => {
    const at = new JobAt('split-casing-lift-pump')
    const { key, limits, reuse } = at.sheet.positions.find(one => one.reuse?.upper !== undefined && one.limits.upper !== undefined)!
    const bent = (upper: number) => {
      expect(at.try('limit-bent', { position: key, lower: limits.lower ?? null, upper, source }, 'lead')).toBeNull()
      return positionOf(sheetOf(at), key)
    }
    expect(bent(limits.upper! * 1.01)).toMatchObject({ limits: { upper: limits.upper! * 1.01 }, reuse })
    expect(bent(reuse!.upper! * 2).reuse!.upper).toBe(reuse!.upper! * 2)
  })

  it('pulls a joint to another torque as long as no bolt of it is pulled', () => {
    const at = new JobAt('gear-pump')
    const step = at.sheet.steps.find(one => one.tightens && !jointOf(at.sheet, one.tightens).snug)!
    const joint = step.tightens!
    expect(at.try('joint-bent', { joint, torqueNm: { aim: 33, from: 40 }, source }, 'lead')).toBe('bend.torque')
    expect(at.try('joint-bent', { joint, torqueNm: { aim: 33 }, source }, 'lead')).toBeNull()
    expect(jointOf(sheetOf(at), joint).torqueNm).toEqual({ aim: 33 })
    expect(at.try('joint-bent', { joint: 'none', torqueNm: { aim: 33 }, source }, 'lead')).toBe('job.unknown-reference')
    at.workTo(step.key).tick(step.key)
    expect(at.try('joint-bent', { joint, torqueNm: { aim: 44 }, source }, 'lead')).toBe('bend.under-way')
  })

  it.each(demoDocuments.map(document => [document.key] as const))('moves as many pieces on both sides of a rung of %s as this machine has', (key) => {
    const at = new JobAt(key)
    const step = at.sheet.steps.find(one => one.removes?.some(piece => piece.count > 2))
    if (!step) return
    const { part, count } = step.removes!.find(piece => piece.count > 2)!
    const other = at.sheet.parts.find(one => !step.removes!.some(piece => piece.part === one.key))!.key
    expect(at.try('count-bent', { step: step.key, part: other, count: 2, source }, 'lead')).toBe('count.other-part')
    expect(at.try('count-bent', { step: step.key, part, count, source }, 'lead')).toBe('bend.same')
    expect(at.try('count-bent', { step: step.key, part, count: count - 1, source }, 'lead')).toBeNull()
    const sheet = sheetOf(at)
    expect(partOf(sheet, part).count).toBe(partOf(at.sheet, part).count - 1)
    const sides = sheet.steps.filter(one => one.rung === step.rung)
    const pieces = sides.flatMap(one => [...one.removes ?? [], ...one.refits ?? []]).filter(piece => piece.part === part)
    expect(pieces.map(piece => piece.count)).toEqual([count - 1, count - 1])
    const ticked = foldJob(at.sheet, [eventOf('step-done', { step: step.key }, 'a', AT)], at.state)
    const late = eventOf('count-bent', { step: stepOf(sheet, sides.at(-1)!.key).key, part, count, source }, 'lead')
    expect(guardEvent(at.sheet, ticked, late)?.code).toBe('bend.done')
  })
})

describe('how far a figure reaches', () => {
  it('is said of what stands, and changed as long as the job runs', () => {
    const at = new JobAt('gear-pump')
    const [position] = at.sheet.positions.filter(({ limits }) => limits.upper !== undefined)
    expect(at.try('reach-said', { bend: 'none', reach: 'unit' })).toBe('reach.no-bend')
    at.try('limit-bent', { position: position!.key, lower: null, upper: 99, source }, 'lead')
    const bend = at.state.bends[0]!.event
    expect(at.try('reach-said', { bend, reach: 'unit' })).toBeNull()
    expect(at.try('reach-said', { bend, reach: 'unit' })).toBe('reach.same')
    expect(at.try('reach-said', { bend, reach: 'kind', note: 'the drawing says so' })).toBeNull()
    expect(at.state.reaches[bend]).toMatchObject({ reach: 'kind', note: 'the drawing says so' })
    // The next job of the unit begins with it, by whatever the sheet is then.
    const list = [{ bend: at.state.bends[0]!.bend, source, by: 'A lead', at: AT }]
    const next = sheetForJob(demoSheet('gear-pump'), { bends: { version: 1, list } })
    expect(positionOf(next, position!.key).limits).toEqual({ upper: 99 })
    expect(editsOfBend(demoSheet('gear-pump'), list[0]!.bend).map(({ list, key, field }) => [list, key, field])).toContainEqual(['positions', position!.key, 'limits'])
  })

  it('adds a part that this machine has, under the one it sits on', () => {
    const at = new JobAt('gear-pump')
    const part = { key: 'part-00000000-0000-4000-8000-000000000001', name: 'Speed pick-up', count: 1, kind: 'small part' as const, on: at.sheet.parts[0]!.key }
    expect(at.try('part-added', { added: { ...part, key: 'pick-up' }, source }, 'lead')).toBe('growth.key')
    expect(at.try('part-added', { added: { ...part, on: 'nothing' }, source }, 'lead')).toBe('job.unknown-reference')
    expect(at.try('part-added', { added: part, source }, 'lead')).toBeNull()
    expect(partOf(sheetOf(at), part.key)).toEqual(part)
    expect(at.try('part-added', { added: part, source }, 'lead')).toBe('growth.key-used')
    expect(at.try('undone', { event: at.state.bends[0]!.event }, 'lead')).toBeNull()
    expect(sheetOf(at).parts.some(one => one.key === part.key)).toBe(false)
  })
})
