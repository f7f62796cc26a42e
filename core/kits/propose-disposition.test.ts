import { expect, test } from 'vitest'
import { JobAt } from '../../tests/support/job-at'
import { eventOf, openJob } from '../../tests/support/job-walk'
import { foldJob, sheetForJob } from '../job'
import { demoSheet } from '../../tests/support/demo-sheet'
import { proposeDisposition } from './propose-disposition'

const grid = (value: number, like: readonly (readonly number[])[]) => {
  const values = like.map(line => line.map(() => value))
  return { values, typed: values.map(line => line.map(String)) }
}
/** The lift pump, with its ring clearance found so. */
function found(clearance?: number, setup: { kitComplete?: true } = {}) {
  const job = new JobAt('split-casing-lift-pump')
  job.state = foldJob(job.sheet, [eventOf('job-opened', { reason: 'test', ...setup })])
  if (clearance !== undefined)
    expect(job.try('reading-taken', { position: 'ring-clearance', stage: 'as-found', ...grid(clearance, [[0], [0]]) })).toBeNull()
  return job
}
const of = (job: JobAt, part = 'wear-rings', ...more: [Parameters<typeof proposeDisposition>[3]?, number?]) =>
  proposeDisposition(job.sheet, job.state, part, more[0] ?? [], more[1])
const lasts = (chance: number) => [{ position: 'ring-clearance', untilHours: 14_000, chance }]

test('a word follows the class of a part, what was read on it, and what its history says of the time to come', () => {
  expect(of(found(), 'casing-gasket')).toMatchObject({ disposition: 'replace', keptBy: 'nobody' })
  expect(of(found())).toEqual({ disposition: 'reuse', keptBy: 'anybody', isFounded: false, reasons: [expect.stringContaining('Nothing was read')] })
  expect(of(found(0.6))).toMatchObject({ disposition: 'reuse', keptBy: 'anybody', reasons: ['Wear ring clearance on the diameter is in.'] })
  expect(of(found(1.02))).toMatchObject({ disposition: 'replace', keptBy: 'concession', reasons: [expect.stringMatching(/1\.02.*is out/)] })
  // Within what a feeler may be wrong by: nobody can tell.
  expect(of(found(0.9))).toMatchObject({ disposition: 'reuse', keptBy: 'lead', reasons: [expect.stringContaining('doubtful')] })
  expect(of(found(0.8), 'wear-rings', lasts(0.38))).toEqual({
    disposition: 'replace', keptBy: 'lead', isFounded: true,
    reasons: ['Fits now; 62 % that Wear ring clearance on the diameter does not last to the next overhaul at 14\u202f000 h.'],
  })
  expect(of(found(1.02), 'wear-rings', lasts(0.1)).reasons).toHaveLength(1)
  expect(of(found(0.6), 'wear-rings', lasts(0.95))).toMatchObject({ disposition: 'reuse', reasons: [expect.any(String), expect.stringContaining('95 %')] })
  // Where nobody can do without the machine, less is risked; another part is not spoken of.
  expect(of(found(0.6), 'wear-rings', lasts(0.95), 0.02)).toMatchObject({ disposition: 'replace', keptBy: 'lead' })
  expect(of(found(0.6), 'impeller', lasts(0.1))).toMatchObject({ disposition: 'reuse' })
})

test('a job that renews the kit says so, what was seen counts, and the weightiest reason stands first', () => {
  expect(of(found(0.6, { kitComplete: true }))).toEqual({ disposition: 'replace', keptBy: 'anybody', isFounded: true, reasons: ['This job renews the whole kit.'] })
  expect(of(found(1.02, { kitComplete: true }))).toMatchObject({ keptBy: 'concession', reasons: [/is out/, /whole kit/].map(text => expect.stringMatching(text)) })
  // A worn housing is reworked.
  expect(of(found(0.6, { kitComplete: true }), 'upper-casing')).toMatchObject({ disposition: 'reuse' })
  const seen = found(0.6)
  const noted = (severity: 1 | 2 | 3) => seen.try('finding-noted', { part: 'impeller', role: 'impeller', kind: 'eroded', severity })
  const before = of(seen, 'impeller')
  expect(before.disposition).toBe('reuse')
  for (const [severity, disposition] of [[1, 'reuse'], [2, 'reuse'], [3, 'replace']] as const) {
    expect(noted(severity)).toBeNull()
    expect(of(seen, 'impeller').disposition).toBe(disposition)
  }
})

test('nobody keeps lifting gear that is out', () => {
  const document = demoSheet('lever-hoist')
  const sheet = sheetForJob(document, {})
  const position = sheet.positions.find(({ limits, method }) => limits.upper !== undefined && method === 'values')!
  const cells = position.stations.map(() => position.planes.map(() => 0))
  const body = { position: position.key, stage: 'as-found' as const, ...grid(position.limits.upper! * 3, cells) }
  const state = foldJob(sheet, [eventOf('reading-taken', body)], openJob(sheet))
  expect(proposeDisposition(sheet, state, position.part, [])).toMatchObject({ keptBy: 'nobody', reasons: [expect.stringContaining('is out')] })
})
