import { describe, expect, it } from 'vitest'
import { eventOf, openJob } from '../../tests/support/job-walk'
import { liftPump } from '../../tests/support/demo-sheet'
import { emptyState, eventName, foldJob, standingEntry, type EventType } from '.'
import { TURNS } from './subject'
import { DUTIES, HOMES, isSignature, rightForEvent, RULES, SIGNATURES, SUBJECTS } from './subjects'

describe('the subjects together', () => {
  it('have a state in which each entry has one owner, and homes that are there', () => {
    const fields = SUBJECTS.flatMap(subject => Object.keys(subject.empty()))
    expect(new Set(fields).size).toBe(fields.length)
    expect(new Set(Object.keys(emptyState()))).toEqual(new Set(['events', ...fields]))
    for (const home of HOMES) expect(fields).toContain(home)
    for (const { reopens } of SUBJECTS) for (const register of reopens) expect(HOMES).toContain(register)
    expect([...SIGNATURES].sort()).toEqual(['bends', 'concessions', 'departuresSigned', 'fluidsAllowed', 'gapsSigned', 'released', 'targetsSigned'])
  })

  it('name every event, and put every duty into its turn', () => {
    for (const type of Object.keys(RULES)) expect(eventName(type), type).not.toBe(type)
    expect(new Set(Object.values(RULES).map(rule => rule.name)).size).toBe(Object.keys(RULES).length)
    expect(eventName('of-a-later-version')).toBe('of-a-later-version')
    for (const { turn } of Object.values(DUTIES)) expect(TURNS).toContain(turn)
  })

  it('say of each event who may do it: what somebody stands for is not the work of everybody', () => {
    const more = (Object.keys(RULES) as EventType[]).filter(type => rightForEvent(type) !== 'job:work')
    expect(Object.fromEntries(more.map(type => [type, rightForEvent(type)]))).toEqual({
      'hold-released': 'hold:release', 'departure-signed': 'hold:release', 'target-signed': 'hold:release', 'fluid-allowed': 'hold:release',
      'gap-signed': 'hold:release', 'limit-bent': 'hold:release', 'joint-bent': 'hold:release', 'count-bent': 'hold:release',
      'part-added': 'hold:release', 'sheet-taken-over': 'hold:release', 'concession-granted': 'concession:sign', 'job-closed': 'job:close',
    })
    expect(more.filter(type => !isSignature(type))).toEqual(['job-closed'])
  })

  it('leave an entry that can be taken back for every event that has a home', () => {
    const bodies: Partial<Record<EventType, object>> = {
      'step-done': { step: 'area' }, 'hold-released': { step: 'isolate' }, 'way-chosen': { choice: 'x', way: 'y' },
      'wait-cut': { step: 'area', reason: 'r' }, 'index-set': { part: 'rotor' },
      'departure-made': { step: 'area', how: 'done otherwise', reason: 'r' }, 'departure-signed': { step: 'area' },
      'step-made-good': { step: 'area' }, 'gone-back': { step: 'area', reason: 'r' },
    }
    for (const [type, { home }] of Object.entries(RULES) as [EventType, { home?: string }][]) {
      if (!home) continue
      const event = eventOf(type, (bodies[type] ?? { part: 'rotor', step: 'area' }) as never)
      const state = foldJob(liftPump, [event], openJob(liftPump))
      expect(standingEntry(state, event.id), type).toMatchObject({ event: event.id, isSignature: isSignature(type) })
      expect(standingEntry(foldJob(liftPump, [eventOf('undone', { event: event.id })], state), event.id), type).toBeUndefined()
    }
  })
})
