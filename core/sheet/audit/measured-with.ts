import type { Position } from '../schema'
import type { Found, Rule } from './finding'
import { isAway, timelineOf, type Moment } from './timeline'

const IN_ITS_MACHINE = /\b(clearance|play|float|backlash|alignment|air gap|lift)\b/i
const RUNS_COUPLED = /\b(float|play|alignment)\b/i

/** What a position needs in its place is in its place, what must be away is away, and both stages find the same state. */
export const measuredWith: Rule = {
  name: 'measured-with',
  source: 'general practice: a reading repeats only in the state in which it was taken',
  scope: 'way',
  find: (sheet) => {
    const nameOf = (key: string) => sheet.parts.find(part => part.key === key)?.name ?? key
    const couplings = sheet.parts.filter(({ kind }) => kind === 'coupling').map(({ key }) => key)
    const atFound = new Map<string, Moment>()
    return timelineOf(sheet).flatMap((before): Found[] => {
      const { step } = before
      if (!step.reads) return []
      // What a step takes off is read before, what it puts back is read after.
      const back = new Map(step.refits?.map(({ part, count }) => [part, count]))
      const moment = { ...before, outOf: (part: string) => before.outOf(part) - (back.get(part) ?? 0) }
      return step.reads.flatMap(({ position: key, stage }): Found[] => {
        const position = sheet.positions.find(one => one.key === key)
        if (!position) return []
        const at = { list: 'steps' as const, key: step.key, field: 'reads', severity: 'wrong' as const }
        const gone = wanted(position, moment).filter(part => isAway(sheet, moment, part))
        if (gone.length > 0)
          return [{
            ...at,
            sentence: `${position.name}: ${gone.map(nameOf).join(', ')} ${stage === 'as-found' ? 'is already off, so it cannot be measured any more' : 'is not back yet'} at "${step.title}".`,
          }]
        const there = position.without?.filter(part => !isAway(sheet, moment, part)) ?? []
        if (there.length > 0) return [{ ...at, sentence: `${position.name}: ${there.map(nameOf).join(', ')} is still in the way at "${step.title}".` }]
        if (stage === 'as-found') atFound.set(key, moment)
        const found = stage === 'as-left' ? atFound.get(key) : undefined
        const other = found && RUNS_COUPLED.test(position.name)
          ? couplings.filter(part => !position.without?.includes(part) && isAway(sheet, found, part) !== isAway(sheet, moment, part))
          : []
        return other.length === 0
          ? []
          : [{ ...at, sentence: `${position.name}: as found and as left are taken in another state of ${other.map(nameOf).join(', ')}.` }]
      })
    })
  },
}

/** What must be in place: what the position names; a clearance as found needs at least the part that it is measured on. */
const wanted = ({ with: needs, part, name }: Position, { step }: Moment): readonly string[] =>
  needs ?? (step.limb === 'off' && IN_ITS_MACHINE.test(name) ? [part] : [])
