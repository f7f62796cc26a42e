import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { accountOf, closeBlockers, DEPTHS, foldJob, guardEvent, openRungs, optionCombinations, sheetForJob, type SheetDocument } from '#core'
import { chooser, eventOf, finish, openJob } from './job-walk'
import { demoDocuments } from './demo-sheet'

const WALKS = 1000

/** Any machine of the sheet, to any depth, whole or cut to a part that comes out. */
function anyJob(document: SheetDocument, pick: (below: number) => number) {
  const combinations = optionCombinations(document)
  const { evidence: _evidence, ...options } = combinations[pick(combinations.length)]!
  const depth = DEPTHS[pick(DEPTHS.length)]!
  const whole = sheetForJob(document, { options, depth })
  const parts = whole.steps.flatMap(step => step.removes ?? []).map(piece => piece.part)
  const target = pick(4) === 0 ? parts[pick(parts.length)] : undefined
  return { depth, sheet: target ? sheetForJob(document, { options, depth, target }) : whole }
}

/** Walks the sheets of one half; two test files, so that two cores share the walks. */
export const simulate = (half: 0 | 1) => describe('the simulator', () => {
  it.each(demoDocuments.filter((_, i) => i % 2 === half).map(document => [document.key, document] as const))(
    `walks ${WALKS} jobs of %s from open to close without a dead end`,
    (_key, document) => {
      fc.assert(
        fc.property(fc.array(fc.nat({ max: 9972 }), { minLength: 60, maxLength: 60 }), (numbers) => {
          const choose = chooser(numbers)
          const { sheet, depth } = anyJob(document, choose)
          const { state, stuck } = finish(sheet, openJob(sheet, depth), choose)
          expect(stuck).toBeNull()
          expect(openRungs(sheet, state)).toEqual([])
          expect(accountOf(sheet, state).filter(line => line.out !== 0 || line.short !== 0)).toEqual([])
          expect(closeBlockers(sheet, state)).toEqual([])
          const close = eventOf('job-closed', {})
          expect(guardEvent(sheet, state, close)).toBeNull()
          expect(foldJob(sheet, [close], state).closed).not.toBeNull()
        }),
        { numRuns: WALKS },
      )
    },
    600_000,
  )
})
