import { describe, expect, it } from 'vitest'
import { demoDocuments } from '../../tests/support/demo-sheet'
import { dryWarnings, rungsOf, shortestWayIn } from '../teardown'
import { optionCombinations, partOf, sheetForUnit, type Sheet, type Step } from '.'

/** What a sheet must carry for a whole overhaul, whatever the machine: the rules of the craft, told of every machine it describes. */
const machines = demoDocuments.flatMap(document =>
  optionCombinations(document)
    .filter(options => options.evidence !== 'failure-analysis')
    .map(
      ({ evidence: _evidence, ...options }) =>
        [[document.key, ...Object.values(options)].join(' '), document, sheetForUnit(document, options)] as const,
    ),
)

const first = (sheet: Sheet, where: (step: Step) => boolean) => sheet.steps.findIndex(where)
const moved = (step: Step) => [...step.removes ?? [], ...step.refits ?? []]
const LIFTED_BY_TWO_KG = 25

it('twenty machines and all they can be', () => {
  expect(demoDocuments.length).toBe(20)
  expect(machines.length).toBeGreaterThanOrEqual(20)
})

describe.each(machines)('the sheet of %s', (_name, document, sheet) => {
  it('goes from make safe to close, in 40 to 140 steps, and ends in one', () => {
    expect(document.steps.length).toBeGreaterThanOrEqual(40)
    expect(document.steps.length).toBeLessThanOrEqual(140)
    const starts = sheet.steps.filter(step => step.after.length === 0)
    expect(starts.map(step => step.stage)).toEqual(['make-safe'])
    expect(starts[0]!.hold, 'made safe is confirmed by a second person').toBeDefined()
    const stands = new Set(sheet.steps.flatMap(step => [...step.after, ...step.waits?.map(wait => wait.after) ?? []]))
    expect(sheet.steps.filter(step => !stands.has(step.key)).map(step => step.stage)).toEqual(['close'])
    for (const stage of ['as-found', 'mark', 'take-apart', 'clean', 'inspect', 'decide', 'refit', 'run', 'close'])
      expect(sheet.steps.map(step => step.stage)).toContain(stage)
  })

  it('makes safe before anything is taken apart, and captures before it cleans', () => {
    const apart = first(sheet, step => step.removes !== undefined)
    expect(first(sheet, step => step.stage === 'make-safe')).toBeLessThan(apart)
    expect(first(sheet, step => step.stage === 'as-found')).toBeLessThan(first(sheet, step => step.stage === 'clean'))
    expect(first(sheet, step => step.makes !== undefined)).toBeLessThan(first(sheet, step => step.treats !== undefined))
  })

  it('warns of what two people or a crane must lift', () => {
    const heavy = sheet.steps.filter(step => moved(step).some(piece => (partOf(sheet, piece.part).massKg ?? 0) > LIFTED_BY_TWO_KG))
    expect(heavy.filter(step => !step.cautions?.length).map(step => step.key)).toEqual([])
  })

  it('names the lubricant of each refit, or that it stays dry', () => {
    expect(sheet.steps.filter(step => step.refits && !step.lubricant).map(step => step.key)).toEqual([])
  })

  it('warns wherever a greasy step comes near a zone that must stay dry', () => {
    for (const zone of sheet.dryZones ?? []) {
      const greasy = sheet.steps.filter(
        step =>
          ['grease', 'oil', 'anti-seize'].includes(step.lubricant?.kind ?? '')
          && step.refits?.some(piece => zone.near.includes(piece.part)),
      )
      for (const step of greasy) expect(dryWarnings(sheet, step).map(warning => warning.zone.key), step.key).toContain(zone.key)
    }
  })

  it('tightens every joint it describes, with a torque that its fastener can be asked for', () => {
    expect(sheet.joints.filter(joint => !sheet.steps.some(step => step.tightens === joint.key)).map(joint => joint.key)).toEqual([])
    for (const joint of sheet.joints) expect(joint.count, joint.key).toBeLessThanOrEqual(partOf(sheet, joint.fastener).count)
  })

  it('asks for every position it describes, and judges nearly all of them', () => {
    const asked = new Set(sheet.steps.flatMap(step => step.reads ?? []).map(read => read.position))
    expect(sheet.positions.filter(position => !asked.has(position.key)).map(position => position.key)).toEqual([])
    // A size may be taken down for the record alone.
    const unjudged = sheet.positions.filter(position => (position.limits.lower ?? position.limits.upper) === undefined)
    expect(unjudged.length).toBeLessThanOrEqual(1)
  })

  it('draws what it takes apart, so that most rungs can be found on the drawing', () => {
    const drawn = sheet.parts.filter(part => part.outlines)
    expect(drawn.length).toBeGreaterThanOrEqual(6)
    for (const outline of drawn.flatMap(part => part.outlines!)) {
      expect(outline.toMm).toBeGreaterThan(outline.fromMm)
      expect(outline.outerMm).toBeGreaterThan(outline.innerMm)
    }
  })

  it('has a way in to every part that comes out, no longer than the whole left limb', () => {
    const left = sheet.steps.filter(step => step.limb === 'off').length
    for (const rung of rungsOf(sheet)) {
      for (const { part } of rung.off.removes ?? []) {
        const best = shortestWayIn(sheet, { done: {} }, part)
        expect(best.steps.length, part).toBeGreaterThan(0)
        expect(best.steps.length, part).toBeLessThanOrEqual(left)
      }
    }
  })

  it('titles that fit the V, and says what the tick says', () => {
    for (const step of sheet.steps) expect((step.short ?? step.title).length, step.key).toBeLessThanOrEqual(34)
    expect(sheet.steps.filter(step => !step.done && step.limb !== 'floor').map(step => step.key)).toEqual([])
  })
})
