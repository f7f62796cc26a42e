import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDocuments } from '../../tests/support/demo-sheet'
import { anyEvent, chooser, eventOf, numbers, openJob, walk } from '../../tests/support/job-walk'
import { sheetNow } from '../teardown'
import { accountOf, foldJob, guardEvent, type JobEvent, openDuties, sheetForJob } from '.'

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
