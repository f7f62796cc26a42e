import { describe, expect, it, vi } from 'vitest'
import { closeBlockers, nextSteps, type SheetDocument } from '#core'
import { demoDocuments, demoSheet } from '../../../tests/support/demo-sheet'
import { practiceJob } from './practice-job'

vi.mock('../../net/session-store', () => ({
  useSessionStore: () => ({ person: { id: 'author', name: 'A. Author', role: 'engineer', login: 'author' }, may: () => true }),
}))
vi.mock('../../net/server-clock', () => ({ serverNow: () => new Date('2026-01-05T08:00:00.000Z') }))

describe('a job on a made-up machine', () => {
  it('runs every shipped sheet from its first step to the end, with a second person where one must sign', () => {
    for (const sheet of demoDocuments) {
      const job = practiceJob(() => sheet, {})
      for (let steps = 0; steps < 400; steps++) {
        const [next] = nextSteps(job.sheet, job.state)
        if (!next) break
        expect(job.doStep(next.key), `${sheet.key} ${next.key}: ${job.refusal}`).toBe(true)
      }
      expect(closeBlockers(job.sheet, job.state), sheet.key).toEqual([])
      expect(job.act('job-closed', {})).toBe(true)
      const signed = Object.values(job.state.released).map(one => one.by)
      if (sheet.steps.some(step => step.hold)) expect(signed).toContain('Second person (made up)')
    }
  })

  it('holds to the rules of every job, and takes back what was a slip', async () => {
    const job = practiceJob(() => demoSheet('split-casing-lift-pump'), {})
    const held = job.sheet.steps.find(step => step.hold)!
    expect(job.act('step-done', { step: job.sheet.steps.at(-1)!.key })).toBe(false)
    expect(job.refusal).toMatch(/^First comes step/)
    job.doUpTo(held.key)
    expect(job.doStep(held.key)).toBe(true)
    expect((await job.sign('hold-released', { step: held.key }, '', { pin: '' }))?.sentence).toMatch(/has released this hold point already/)
    const done = Object.keys(job.state.done).length
    expect(job.act('undone', { event: job.state.done[held.key]!.event })).toBe(true)
    expect(Object.keys(job.state.done)).toHaveLength(done - 1)
  })

  it('goes by the document as its author writes it', () => {
    let sheet: SheetDocument = demoSheet('split-casing-lift-pump')
    const job = practiceJob(() => sheet, {})
    sheet = { ...sheet, title: 'Another' }
    expect(practiceJob(() => sheet, {}).sheet.title).toBe('Another')
    expect(job.meta.id).toMatch(/^practice-/)
  })
})
