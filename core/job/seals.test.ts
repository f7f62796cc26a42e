import { describe, expect, it } from 'vitest'
import { JobAt } from '../../tests/support/job-at'
import { closeBlockers, sealStand, sealStands } from '.'

const RING = 'turning-o-rings'

describe('what a part goes in with', () => {
  const on = { step: 'seal-turning-on', part: RING }

  it('is told for each ring and face that minds it, and the sheet stands above the table', () => {
    const job = new JobAt('split-casing-lift-pump', 'seal-turning-on')
    expect(job.duties(on.step).filter(kind => kind === 'wetting')).toHaveLength(2)
    expect(job.try('fluid-used', { ...on, fluid: 'water' })).toBeNull()
    expect(job.duties(on.step).filter(kind => kind === 'wetting')).toHaveLength(1)
    expect(job.try('fluid-used', { ...on, fluid: 'glycerine' })).toBe('fluid.departs')
    expect(job.try('fluid-used', { ...on, fluid: 'glycerine', reason: 'no clean water here' })).toBeNull()
  })

  it('is refused where the rubber does not bear it, until a lead stands for it', () => {
    const job = new JobAt('split-casing-lift-pump', 'seal-turning-on')
    const grease = { ...on, fluid: 'mineral grease' as const }
    expect(job.try('fluid-used', { ...grease, reason: 'it was at hand' })).toBe('fluid.forbidden')
    expect(job.try('fluid-allowed', { ...on, fluid: 'water', reason: 'why not' })).toBe('fluid.not-forbidden')
    expect(job.try('fluid-allowed', { ...grease, reason: 'this ring is of another rubber' }, 'lead')).toBeNull()
    expect(job.try('fluid-used', grease)).toBeNull()
    // Another part is another matter; so is the step before its turn, a part that goes in elsewhere, and one that minds nothing.
    expect(job.try('fluid-used', { step: 'seal-still-on', part: 'still-o-rings', fluid: 'water' })).toBe('step.too-early')
    expect(job.try('fluid-used', { ...on, part: 'still-o-rings', fluid: 'water' })).toBe('fluid.not-here')
    expect(job.try('fluid-used', { ...on, part: 'seal-set-screws', fluid: 'water' })).toBe('fluid.not-here')
  })

  it('is any lubricant at all on a ring that has to grip', () => {
    const job = new JobAt('scraped-surface-rotor', 'insert-on')
    const ring = { step: 'insert-on', part: 'free-insert-ring' }
    expect(job.try('fluid-used', { ...ring, fluid: 'water', reason: 'it slides better' })).toBe('fluid.forbidden')
    expect(job.try('fluid-used', { ...ring, fluid: 'dry' })).toBeNull()
  })
})

describe('the setting of a seal', () => {
  const at = (place: string) => ({ step: 'seal-set', seal: 'seal', place, method: 'datum' as const, toFaceMm: 10.5 })

  it('is worked out from what was measured, with the lengths of the sheet for the rest', () => {
    const job = new JobAt('split-casing-lift-pump', 'seal-set')
    expect(job.duties('seal-set').filter(kind => kind === 'setting')).toHaveLength(2)
    expect(job.try('seal-measured', { ...at('drive end'), toFaceMm: 10.8 })).toBeNull()
    const stand = sealStand(job.sheet, job.state, 'seal', 'drive end')!
    // 10.8 to the face less 52 of working length: behind the line.
    expect(stand.last!.setting.standsAtMm).toBeCloseTo(-41.2)
    expect(stand.last!.setting.compressionMm).toBeCloseTo(4)
    expect(stand.needs).toBeNull()
    // The reading as left tells where it stands: 0.2 mm farther from the face than it was to stand.
    job.try('reading-taken', { position: 'seal-setting', stage: 'as-left', values: [[41.4], [41.5]], typed: [['41.4'], ['41.5']] })
    const { check } = sealStand(job.sheet, job.state, 'seal', 'drive end')!.last!.setting
    expect(check!.differenceMm).toBeCloseTo(-0.2)
    expect(check!.compressionMm).toBeCloseTo(3.8)
    expect(job.duties('seal-set').filter(kind => kind === 'setting')).toHaveLength(1)
    // A spring of another free length is pressed by what is out of the window.
    expect(job.try('seal-measured', { ...at('drive end'), freeMm: 57 })).toBeNull()
    expect(sealStand(job.sheet, job.state, 'seal', 'drive end')!.needs).toBe('press otherwise')
  })

  it('refuses what cannot be: no place, another step, a spring that grew, before its turn', () => {
    const job = new JobAt('split-casing-lift-pump', 'seal-set')
    const { place: _place, ...nowhere } = at('drive end')
    expect(job.try('seal-measured', nowhere)).toBe('seal.place')
    expect(job.try('seal-measured', { ...at('drive end'), place: 'in the middle' })).toBe('seal.place')
    expect(job.try('seal-measured', { ...at('drive end'), step: 'seal-trial' })).toBe('seal.elsewhere')
    expect(job.try('seal-measured', { ...at('drive end'), workingMm: 60 })).toBe('seal-setting.free')
    const { toFaceMm: _toFace, ...unmeasured } = at('drive end')
    expect(job.try('seal-measured', unmeasured)).toBe('seal.unmeasured')
    expect(job.try('seal-measured', { ...at('drive end'), seal: 'no-such' })).toBe('job.unknown-reference')
    expect(new JobAt('split-casing-lift-pump', 'wear-rings-on').try('seal-measured', at('drive end'))).toBe('step.too-early')
    expect(new JobAt('split-casing-lift-pump', 'wear-rings-on').try('shaft-moved', { why: 'locknut' })).toBe('seal.none-set')
  })

  it('is measured by two where the sheet asks for it, and they have to agree', () => {
    const job = new JobAt('agitator-seal', 'collar-set')
    const body = { step: 'collar-set', seal: 'seal', method: 'datum' as const }
    const needs = () => sealStand(job.sheet, job.state, 'seal')!.needs
    expect(needs()).toBe('measure')
    // Tightened before it is set, it would stand where it is.
    const pull = { step: 'collar-set', pass: 0, count: 3, torqueNm: 6, tool: 'wrench' as const }
    expect(job.try('pass-finished', pull)).toBe('tightening.first')
    job.try('seal-measured', { ...body, toFaceMm: 88 })
    // The same person twice is one person.
    job.try('seal-measured', { ...body, toFaceMm: 88.02 })
    expect(needs()).toBe('second person')
    job.try('seal-measured', { ...body, toFaceMm: 88.3 }, 'b')
    expect(needs()).toBe('agree')
    expect(sealStand(job.sheet, job.state, 'seal')!.compared!.apartMm).toBeCloseTo(0.28)
    job.try('seal-measured', { ...body, toFaceMm: 88.1 }, 'b')
    expect(needs()).toBeNull()
    expect(job.try('pass-finished', pull)).toBeNull()
  })

  it('by every school: shoulder, datum, spacers, clips', () => {
    const job = new JobAt('gear-pump', 'seal-set')
    const body = { step: 'seal-set', seal: 'seal' }
    const stands = () => sealStand(job.sheet, job.state, 'seal')!.last!.setting
    job.try('seal-measured', { ...body, method: 'spacer', spacerMm: [1, 1, 1] })
    expect(stands()).toMatchObject({ standsAtMm: 7, compressionMm: 4, verdict: 'in' })
    job.try('seal-measured', { ...body, method: 'shoulder', toFaceMm: 62 })
    expect(stands()).toMatchObject({ standsAtMm: 32, compressionMm: 4 })
    job.try('seal-measured', { ...body, method: 'clips', movedMm: -1 })
    expect(stands()).toMatchObject({ compressionMm: 3, verdict: 'out', side: 'wide' })
    expect(job.try('seal-measured', { ...body, method: 'datum' })).toBe('seal.unmeasured')
  })

  it('holds no more once the shaft is moved along: a debt before the run, and before the job is closed', () => {
    const job = new JobAt('dual-cartridge-pump', 'fill')
    expect(sealStands(job.sheet, job.state).map(({ needs, voidedBy }) => [needs, voidedBy])).toEqual([[null, null]])
    expect(job.try('shaft-moved', { why: 'impeller set again', byMm: -0.3 })).toBeNull()
    expect(job.duties('fill')).toContain('setting again')
    expect(closeBlockers(job.sheet, job.state).map(({ code }) => code)).toContain('seal-void')
    const again = { step: 'clips-out', seal: 'cartridge', method: 'clips' as const }
    expect(job.try('seal-measured', { ...again, movedMm: -0.3 })).toBeNull()
    expect(job.duties('fill')).not.toContain('setting again')
    // Set and standing: who wants to set it once more goes back to the step.
    expect(job.try('seal-measured', again)).toBe('step.done-already')
  })

  it('counts no more when the work goes back below it', () => {
    const job = new JobAt('split-casing-lift-pump', 'seal-trial')
    expect(sealStand(job.sheet, job.state, 'seal', 'drive end')!.last).toBeDefined()
    expect(job.try('gone-back', { step: 'sleeve-nuts-on', reason: 'a sleeve nut was loose' })).toBeNull()
    expect(sealStand(job.sheet, job.state, 'seal', 'drive end')).toMatchObject({ needs: 'measure', voidedBy: null })
    expect(job.state.sealsMeasured).toHaveLength(2)
    expect(job.state.fluidsUsed.some(({ overtaken }) => overtaken)).toBe(true)
  })
})
