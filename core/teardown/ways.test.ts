import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDocuments, demoSheet } from '../../tests/support/demo-sheet'
import { forkedSheet, ticked } from '../../tests/support/small-sheet'
import { checkSheet, sheetForUnit, sheetOnWay, type Sheet, type Step } from '../sheet'
import { cutTo, dryWarnings, partAccount, reopenedBy, shortestWayIn, type Progress } from '.'

const pump = sheetForUnit(demoSheet('split-casing-lift-pump'))
const turbo = sheetForUnit(demoSheet('turbocharger'))
const keys = (steps: readonly { key: string }[]) => steps.map(step => step.key)
const stepOf = (sheet: Sheet, key: string) => sheet.steps.find(step => step.key === key)!

describe('shortestWayIn', () => {
  it('is the cheapest of all ways, by steps or by minutes, and shows the others', () => {
    const minutes = fc.array(fc.integer({ min: 1, max: 60 }), { maxLength: 6 })
    fc.assert(
      fc.property(
        fc.array(minutes, { minLength: 2, maxLength: 4 }),
        minutes,
        fc.constantFrom('steps' as const, 'minutes' as const),
        (ways, common, by) => {
          const found = shortestWayIn(forkedSheet([ways], common), { done: {} }, 'seal', by)
          // Fork, what is common, the way, and the seal itself; every way costs what its steps cost.
          const cost = ways.map(way => (by === 'steps' ? way.length + common.length + 2 : [...way, ...common].reduce((a, b) => a + b, 2)))
          const mine = (way: { steps: Step[]; minutes: number }) => (by === 'steps' ? way.steps.length : way.minutes)
          expect(mine(found)).toBe(Math.min(...cost))
          const all = [found, ...found.alternatives]
          expect(all.map(mine)).toEqual([...all.map(mine)].sort((a, b) => a - b))
          expect(new Set(all.map(way => keys(way.steps).join())).size).toBe(all.length)
          for (const way of all) expect(way.steps.at(-1)!.key).toBe('seal-off')
        },
      ),
    )
  })

  it('counts from where the job stands, and gives nothing left when the part is out', () => {
    const whole = shortestWayIn(pump, { done: {} }, 'rotor')
    const begun = shortestWayIn(pump, { done: ticked(...keys(whole.steps).slice(0, 10)) }, 'rotor')
    expect(begun.steps.length).toBe(whole.steps.length - 10)
    expect(shortestWayIn(pump, { done: ticked(...keys(whole.steps)) }, 'rotor').steps).toEqual([])
    expect(keys(whole.steps)).not.toContain('impeller-off')
  })

  it('leads to a position and to a step too', () => {
    expect(shortestWayIn(pump, { done: {} }, 'end-float').steps.at(-1)!.key).toBe('float-found')
    expect(shortestWayIn(turbo, { done: {} }, 'journal-cold').ways).toEqual({ 'how-far': 'full' })
    expect(shortestWayIn(pump, { done: {} }, 'rotor-out').steps).toEqual(shortestWayIn(pump, { done: {} }, 'rotor').steps)
  })

  it.each([['flywheel', 'way.no-target'], ['wear-tiles', 'way.never-reached']])('refuses "%s"', (target, code) => {
    const sheet = sheetForUnit(demoSheet('decanter-separator'))
    expect(() => shortestWayIn(sheet, { done: {} }, target)).toThrow(expect.objectContaining({ code }) as Error)
  })
})

describe('cutTo', () => {
  it('goes as far as the part, closes what it opened, and always makes safe', () => {
    const cut = cutTo(pump, 'coupling-hub')
    expect(keys(cut.steps)).toEqual(
      expect.arrayContaining(['isolate', 'vent-drain', 'guard-off', 'hub-off', 'hub-on', 'guard-on', 'run', 'hand-over']),
    )
    for (const gone of ['upper-casing-off', 'rotor-out', 'upper-casing-on', 'ring-clearance-left', 'measure-seats', 'mark-casing'])
      expect(keys(cut.steps)).not.toContain(gone)
  })

  it('is a sound sheet for every part and position of every sheet', () => {
    for (const document of demoDocuments) {
      const sheet = sheetForUnit(document)
      const parts = new Set(sheet.steps.flatMap(step => step.removes ?? []).map(piece => piece.part))
      const positions = new Set(sheet.steps.flatMap(step => step.reads ?? []).map(read => read.position))
      for (const target of [...parts, ...positions]) {
        const cut = checkSheet(cutTo(sheet, target))
        const safe = sheet.steps.filter(step => step.limb === 'off' && step.stage === 'make-safe').map(step => step.key)
        expect(keys(cut.steps)).toEqual(expect.arrayContaining(safe))
        expect(cut.steps.length).toBeLessThanOrEqual(sheet.steps.length)
      }
    }
  })
})

describe('reopenedBy', () => {
  it('names the step and all that stands on it, nothing beside it', () => {
    const done = ticked(...keys(pump.steps))
    const reopened = keys(reopenedBy(pump, { done }, stepOf(pump, 'hub-on')))
    expect(reopened).toEqual(expect.arrayContaining(['hub-on', 'run-out-left', 'spacer-on', 'run', 'hand-over']))
    for (const beside of ['glands-on', 'rotor-in', 'fill-oil', 'float-left']) expect(reopened).not.toContain(beside)
    expect(reopenedBy(pump, { done: {} }, stepOf(pump, 'hub-on'))).toEqual([])
  })

  it('goes through the steps of the way that was taken only', () => {
    const short = sheetOnWay(turbo, { 'how-far': 'short' })
    const progress = { done: ticked(...keys(short.steps)), ways: { 'how-far': { way: 'short' } } }
    expect(keys(reopenedBy(turbo, progress, stepOf(turbo, 'kit')))).not.toContain('rotor-in')
    expect(keys(reopenedBy(turbo, progress, stepOf(turbo, 'kit')))).toContain('cover-on')
  })
})

describe('partAccount', () => {
  const coupling = sheetForUnit(demoSheet('torsional-taper-coupling'))
  const removed = ticked(...keys(shortestWayIn(coupling, { done: {} }, 'elements-front').steps))
  const line = (progress: Partial<Progress>) =>
    partAccount(coupling, { done: removed, ...progress }).find(entry => entry.part.key === 'elements-front')!
  const move = (from: string, to: string, count: number) => ({ part: 'elements-front', from, to, count })

  it('follows pieces from place to place', () => {
    const moves = [move('loose', 'B-04', 9), move('B-04', 'washing', 5), move('washing', 'loose', 4), move('loose', 'outside', 2)]
    expect(line({ moves })).toMatchObject({
      inMachine: 0,
      out: 9,
      loose: 2,
      bagged: [{ tag: 'B-04', count: 4 }],
      washing: 1,
      outside: 2,
      scrapped: 0,
      fromKit: 0,
      short: 0,
    })
  })

  it('writes off what is lost and takes new ones from the kit', () => {
    const moves = [move('loose', 'scrapped', 1), move('kit', 'loose', 1)]
    expect(line({ moves })).toMatchObject({ out: 9, loose: 9, scrapped: 1, fromKit: 1, short: 0 })
    const back = { ...removed, 'elements-front-on': true }
    expect(line({ moves, done: back })).toMatchObject({ inMachine: 9, out: 0, loose: 0, scrapped: 1, fromKit: 1, short: 0 })
    expect(line({ moves: [move('loose', 'scrapped', 1)], done: back }).short).toBe(1)
  })

  it('takes all new ones when the part is replaced, and the old ones are gone from their bags', () => {
    const back = { ...removed, 'elements-front-on': true }
    expect(line({ moves: [move('loose', 'B-04', 9)], done: back, replaced: { 'elements-front': true } })).toMatchObject({
      inMachine: 9,
      out: 0,
      loose: 0,
      bagged: [],
      short: 0,
    })
  })
})

describe('dryWarnings', () => {
  it('warns of grease beside a zone that must stay dry, not of water or of work elsewhere', () => {
    const hoist = sheetForUnit(demoSheet('lever-hoist'))
    const zones = (key: string) => dryWarnings(hoist, stepOf(hoist, key)).map(({ zone, inside }) => `${zone.key}${inside ? '!' : ''}`)
    expect(zones('pawls-on')).toEqual(['friction'])
    expect(zones('wheel-on')).toEqual(['friction'])
    expect(zones('brake-on')).toEqual([])
    expect(zones('planets-on')).toEqual([])
    const greased = { ...stepOf(hoist, 'brake-on'), lubricant: { kind: 'grease' as const, text: 'by mistake' } }
    expect(dryWarnings(hoist, greased).map(warning => warning.inside)).toEqual([true])
  })
})
