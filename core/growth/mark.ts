import type { MarkWay, Part } from '../sheet'
import { partOf, stepOf } from '../sheet'
import { branchOf, markKey, mirrorLinks, nextNumber, opensBefore, type AtBench, type Grown } from './bench'
import { factsOf } from './words'

/** What a person says of a mark: on which one or two parts, by key or by name where nobody has named them yet. */
export interface MarkSaid {
  between: readonly ({ part: string } | { name: string })[]
  way: MarkWay
  place: string
  after?: readonly string[] | undefined
}

/**
 * A match-mark: made on the way down, with a number of this bench, and checked on the way up when both parts are in. What is named for
 * it is known as a part from then on.
 *
 * @throws DomainError of `mirrorLinks`
 * @example growMark(at, { between: [{ name: 'Inlet cone' }, { part: 'machine' }], way: 'punch', place: 'across the joint, on top' })
 */
export function growMark(at: AtBench, { between, way, place, after: said }: MarkSaid): Grown {
  const { sheet, state, newId } = at
  const parts: Part[] = []
  const keys = between.map((one) => {
    if ('part' in one) return one.part
    const part: Part = { key: `part-${newId()}`, name: one.name, count: 1, kind: factsOf(one.name, at.words).kind }
    parts.push(part)
    return part.key
  })
  const nameOf = (key: string) => parts.find(part => part.key === key)?.name ?? partOf(sheet, key).name
  const name = keys.map(nameOf).join(' and ')
  const short = (mark: string) => `${mark} ${nameOf(keys[0]!)}`.slice(0, 34)
  const mark = markKey(nextNumber(at, 'marks'))
  const [make, check, rung] = [`step-${newId()}`, `step-${newId()}`, `rung-${newId()}`]
  const after = said?.map(key => stepOf(sheet, key)) ?? branchOf(sheet, state, at.personId)
  const why = 'Only these parts, only this way round.'
  return {
    step: make,
    drafts: [
      {
        type: 'sheet-grown',
        body: {
          adds: {
            ...parts.length > 0 ? { parts } : {},
            marks: [{ key: mark, name: name.slice(0, 200), between: keys, symbol: mark, way, place }],
            steps: [
              { key: make, limb: 'off', stage: 'mark', title: `Mark ${mark}: ${name}`.slice(0, 200), short: short(mark),
                done: 'Marked', why, minutes: 2, after: after.map(step => step.key), rung, makes: [mark] },
              { key: check, limb: 'on', stage: 'refit', title: `Check ${mark}: ${name}`.slice(0, 200), short: short(mark),
                done: 'Mark checked', why, minutes: 2, after: [make], rung, checks: [mark] },
            ],
          },
          links: [...mirrorLinks(sheet, state, after, check), ...opensBefore(at, make)],
        },
      },
      { type: 'mark-made', body: { mark, way } },
      { type: 'step-done', body: { step: make } },
    ],
  }
}
