import { describe, expect, it } from 'vitest'
import { eventOf, openJob } from '../../tests/support/job-walk'
import { smallSheet } from '../../tests/support/small-sheet'
import { diagnose } from '../evidence'
import { checkSheet, sheetForUnit, type Sheet } from '../sheet'
import { evidenceItems, foldJob, guardEvent, jobEvidence, openDuties, type EventBodies, type EventType, type JobState } from '.'

/** A seal of two faces and a ring on a shaft with a bearing; the faces are washed, the ring comes out, all is decided. */
function sealSheet(): Sheet {
  const small = smallSheet({ 'still-face': 1, 'turning-face': 1, 'ring': 1, 'bearing': 1, 'screws': 4 }, [
    { key: 'ring-off', limb: 'off', rung: 'ring', removes: { ring: 1 } },
    { key: 'wash', limb: 'floor' },
    { key: 'decide', limb: 'floor' },
    { key: 'ring-on', limb: 'on', rung: 'ring', refits: { ring: 1 } },
  ])
  const seen: Record<string, object> = {
    'still-face': { kind: 'seal', places: ['drive end', 'free end'], evidence: [{ role: 'seal face', motion: 'still' }] },
    'turning-face': { kind: 'seal', evidence: [{ role: 'seal face', motion: 'turning', narrow: true },
      { role: 'spring', motion: 'turning' }] },
    'ring': { kind: 'o-ring' }, 'bearing': { kind: 'bearing' },
  }
  return sheetForUnit(checkSheet({
    ...small,
    parts: small.parts.map(part => ({ ...part, ...part.key === 'still-face' ? { count: 2 } : {}, ...seen[part.key] })),
    marks: [{ key: 'MK-1', name: 'Faces', between: ['still-face', 'turning-face'], symbol: 'I', way: 'felt pen', place: 'backs',
      angleDeg: 40 }],
    steps: small.steps.map(step => step.key === 'wash'
      ? { ...step, treats: { how: 'wash', parts: ['turning-face'] }, makes: ['MK-1'] }
      : step.key === 'ring-on'
        ? { ...step, checks: ['MK-1'] }
        : step.key === 'decide'
          ? { ...step,
              decides: ['bearing', 'still-face'] }
          : step),
  }))
}

describe('findings of a job', () => {
  const sheet = sealSheet()
  const open = (depth: 'failure-analysis' | 'routine' = 'failure-analysis') => openJob(sheet, depth)
  const attempt = <T extends EventType>(state: JobState, type: T, body: EventBodies[T]) =>
    guardEvent(sheet, state, eventOf(type, body))?.code ?? null
  const fold = (state: JobState, ...events: ReturnType<typeof eventOf>[]) => foldJob(sheet, events, state)
  const face = { part: 'still-face', role: 'seal face', place: 'drive end' }

  it('know what is looked at: what the sheet names in each of its places, and what a part of its kind shows', () => {
    expect(evidenceItems(sheet).map(({ key }) => key)).toEqual([
      'still-face/seal face/drive end', 'still-face/seal face/free end', 'turning-face/seal face', 'turning-face/spring', 'ring/o-ring',
      'bearing/inner ring', 'bearing/outer ring', 'bearing/rolling element', 'bearing/cage',
    ])
  })

  it('take what can be on such a thing, and nothing else', () => {
    const state = open()
    const note = (more: Partial<EventBodies['finding-noted']>) => attempt(state, 'finding-noted',
      { ...face, kind: 'scored', severity: 2, ...more })
    expect(note({ fromDeg: 350, toDeg: 20, zone: 'track' })).toBeNull()
    expect(note({ kind: 'clean', severity: 1 })).toBeNull()
    expect(note({ kind: 'fluted' })).toBe('finding.kind')
    expect(note({ zone: 'tip' })).toBe('finding.zone')
    expect(note({ fromDeg: 10 })).toBe('finding.angle')
    expect(note({ fromDeg: 10, toDeg: 361 })).toBe('finding.angle')
    expect(note({ role: 'shaft' })).toBe('finding.part')
    expect(attempt(state, 'finding-noted', { part: 'still-face', role: 'seal face', kind: 'scored', severity: 2 })).toBe('finding.part')
    expect(attempt(state, 'finding-noted', { part: 'screws', role: 'shaft', kind: 'bent', severity: 2 })).toBe('finding.part')
    expect(attempt(state, 'circumstance-told', { circumstance: 'full moon', holds: true })).toBe('circumstance.unknown')
    expect(attempt(state, 'springs-laid', { part: 'ring', lengthsMm: [3] })).toBe('springs.none-here')
    expect(attempt(state, 'springs-laid', { part: 'turning-face', lengthsMm: [12, 12.1] })).toBeNull()
    expect(attempt(state, 'cause-written', { cause: 'gremlins', words: 'x y z' })).toBe('cause.unknown')
    expect(attempt(state, 'frames-tied', { one: 'ring/o-ring', other: 'ring/o-ring', kind: 'index', oneDeg: 0,
      otherDeg: 0 })).toBe('frames.same')
    expect(attempt(state, 'frame-turned', { item: 'nothing', byDeg: 3, reason: 'misread' })).toBe('frames.part')
  })

  it('are asked for in a failure analysis before what could be seen is lost', () => {
    const owed = (state: JobState, key: string) => openDuties(sheet, state, sheet.steps.find(step => step.key === key)!)
      .flatMap(duty => duty.kind === 'look' ? [duty.part] : [])
    expect(['ring-off', 'wash', 'decide'].map(key => owed(open(), key))).toEqual([['ring'], ['turning-face'], ['still-face', 'bearing']])
    expect(owed(open('routine'), 'wash')).toEqual([])
    const looked = fold(open(), eventOf('finding-noted', { part: 'ring', role: 'o-ring', kind: 'clean', severity: 1 }))
    expect(owed(looked, 'ring-off')).toEqual([])
  })

  it('become evidence: frames tied by marks and at the bench, a frame put right, readings and circumstances', () => {
    const state = fold(open(),
      eventOf('mark-made', { mark: 'MK-1', way: 'felt pen' }),
      eventOf('finding-noted', { ...face, kind: 'uneven contact', severity: 2, fromDeg: 20, toDeg: 80 }),
      eventOf('finding-noted', { part: 'turning-face', role: 'seal face', kind: 'polished', severity: 1, fromDeg: 0, toDeg: 360 }),
      eventOf('frame-turned', { item: 'still-face/seal face/drive end', byDeg: -30, reason: 'the index was at 11' }),
      eventOf('frame-turned', { item: 'turning-face/seal face', byDeg: 90, reason: 'misread' }),
      eventOf('circumstance-told', { circumstance: 'recent overhaul', holds: true }),
      eventOf('circumstance-told', { circumstance: 'ran dry', holds: true }),
      eventOf('circumstance-told', { circumstance: 'ran dry', holds: false }))
    const evidence = jobEvidence(sheet, state)
    expect(evidence.findings.map(({ fromDeg, toDeg }) => [fromDeg, toDeg])).toEqual([[350, 50], [0, 360]])
    expect(evidence.circumstances).toEqual(['recent overhaul'])
    expect(evidence.frames.frames[0]!.map(({ part }) => part)).toEqual(['still-face/seal face/drive end', 'turning-face/seal face',
      'turning-face/spring'])
    expect(evidence.unseen).toContain('ring/o-ring')
    expect(diagnose({ ...evidence, parts: evidence.items }).geometry.map(({ row }) => row)).toEqual(['still part out'])
    const tied = fold(state, eventOf('frames-tied', { one: 'ring/o-ring', other: 'turning-face/spring', kind: 'pin in slot', oneDeg: 10,
      otherDeg: 0 }))
    expect(jobEvidence(sheet, tied).frames.frames[0]!.at(-1)).toMatchObject({ part: 'ring/o-ring', turnDeg: 350 })
  })

  it('can be taken back', () => {
    const noted = eventOf('finding-noted', { ...face, kind: 'scored', severity: 2 })
    expect(fold(open(), noted, eventOf('undone', { event: noted.id })).findings).toEqual([])
  })
})
