import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  accountOf, closeBlockers, DEPTHS, foldJob, guardEvent, openRungs, optionCombinations, sheetForJob, type CloseBlocker, type SheetDocument,
} from '#core'
import { chooser, eventOf, finish, openJob, walk } from './job-walk'
import { demoDocuments } from './demo-sheet'

/** Other ones at each run; `NEEDLER_WALKS=5000 npm run test:unit` goes on for an evening. */
const WALKS = Number(process.env.NEEDLER_WALKS ?? 400)
/** What random words and moves may leave behind, and a person has to settle. */
const LEFT_BY_CHANCE: ReadonlySet<CloseBlocker['code']>
  = new Set(['never-again-refitted-old', 'part-outside', 'no-go', 'left-for-later', 'left-over', 'worn-goes-back'])

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
          const opened = openJob(sheet, depth)
          // Every third begins somewhere in the middle of what somebody has done, undone and said.
          const isFresh = choose(3) > 0
          const { state, stuck } = finish(sheet, isFresh ? opened : walk(sheet, opened, choose, 60).state, choose)
          expect(stuck).toBeNull()
          expect(openRungs(sheet, state)).toEqual([])
          const blockers = closeBlockers(sheet, state)
          expect(blockers.filter(({ code }) => isFresh || !LEFT_BY_CHANCE.has(code))).toEqual([])
          if (!isFresh) return
          expect(accountOf(sheet, state).filter(line => line.out !== 0 || line.short !== 0)).toEqual([])
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
