import { expect, test } from 'vitest'
import { AT, JobAt } from '../../tests/support/job-at'
import { closeBlockers } from './close-blockers'
import { LONGEST_CONCESSION_DAYS, neverConceded } from './concessions'

const DAY_MS = 86_400_000
const dayIn = (days: number) => new Date(Date.parse(AT) + days * DAY_MS).toISOString().slice(0, 10)
const grid = (values: number[][]) => ({ values, typed: values.map(line => line.map(String)) })

/** The lift pump with its rings found worn so far, and the word on them. */
function worn(clearance: number) {
  const job = new JobAt('split-casing-lift-pump', 'decide')
  const position = job.sheet.positions.find(({ key }) => key === 'ring-clearance')!
  expect(job.try('reading-taken', { position: position.key, stage: 'as-found', ...grid([[clearance], [clearance]]) })).toBeNull()
  return { job, position, reading: job.state.readings.at(-1)!.event, until: { day: dayIn(120) }, use: 'at 80 % of its flow' }
}

test('an engineer lets a worn part run on over a reading that is out, to an end that comes', () => {
  const { job, position: { key: position, part }, reading, until, use } = worn(1.02)
  const given = { part, position, reading, until, use }
  const other = job.state.readings.find(one => one.position !== position)!
  for (const [code, body] of [
    ['concession.no-reading', { ...given, reading: other.event }],
    ['concession.no-reading', { ...given, reading: 'nothing' }],
    ['concession.other-part', { ...given, part: 'rotor' }],
    ['concession.no-end', { ...given, until: {} }],
    ['concession.past', { ...given, until: { day: AT.slice(0, 10) } }],
    ['concession.too-long', { ...given, until: { day: dayIn(LONGEST_CONCESSION_DAYS + 1) } }],
    ['concession.no-hours', { ...given, until: { hours: 40_000 } }],
  ] as const) expect(job.try('concession-granted', body), code).toBe(code)
  expect(job.try('concession-granted', { ...given, until: { day: dayIn(LONGEST_CONCESSION_DAYS) } })).toBeNull()
  expect(job.state.concessions).toMatchObject([{ part, position, use }])
  const granted = job.state.concessions[0]!.event
  expect(job.try('undone', { event: granted })).toBeNull()
  expect(job.state.concessions).toEqual([])
  expect(job.try('part-disposed', { part, disposition: 'replace' })).toBeNull()
  expect(job.try('concession-granted', given)).toBe('concession.replaced')
})

test('what is in needs none; what is new each time, a guard and lifting gear never get one; what holds pressure not below its least', () => {
  const { job, position: { key: position, part }, reading, until, use } = worn(0.7)
  expect(job.try('concession-granted', { part, position, reading, until, use })).toBe('concession.is-in')
  const gasket = job.sheet.parts.find(({ neverAgain }) => neverAgain)!
  const guard = job.sheet.parts.find(({ kind }) => kind === 'guard')!
  expect(job.try('concession-granted', { part: gasket.key, until, use })).toBe('concession.never-again')
  expect(job.try('concession-granted', { part: guard.key, until, use })).toBe('concession.guard')
  // A housing that holds pressure: over a reading only, and not when that lies too low.
  expect(job.try('concession-granted', { part: 'upper-casing', until, use })).toBe('concession.pressure-unread')
  const pressure = (value: number) => job.try('reading-taken', { position: 'casing-pressure', stage: 'as-found', ...grid([[value]]) })
  for (const [value, code] of [[0.5, 'concession.pressure'], [0.9, null]] as const) {
    expect(pressure(value)).toBeNull()
    const over = { part: 'upper-casing', position: 'casing-pressure', reading: job.state.readings.at(-1)!.event, until, use }
    expect(job.try('concession-granted', over)).toBe(code)
  }
  const hoist = new JobAt('lever-hoist')
  for (const { key } of hoist.sheet.parts) expect(neverConceded(hoist.sheet, key)).not.toBeNull()
})

test('a worn part that goes back as it is keeps the job open until it is replaced, or let run on', () => {
  const open = (job: JobAt) => closeBlockers(job.sheet, job.state).filter(({ code }) => code === 'worn-goes-back').map(({ part }) => part)
  const { job, position: { key: position, part }, reading, until, use } = worn(1.02)
  expect(job.try('part-disposed', { part, disposition: 'reuse' })).toBeNull()
  expect(open(job)).toEqual([])
  const putsIn = job.sheet.steps.filter(({ refits = [] }) => refits.some(piece => piece.part === part))
  for (const { key } of putsIn) job.workTo(key).tick(key)
  expect(open(job)).toEqual([part])
  expect(job.try('concession-granted', { part, position, reading, until, use })).toBeNull()
  expect(open(job)).toEqual([])
})
