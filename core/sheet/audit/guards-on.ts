import { onceFor } from '../../kept-by'
import type { Step } from '../schema'
import type { Found, Rule } from './finding'
import { isAway, runsAt, timelineOf } from './timeline'

const SAYS_GUARD = /\bguards?\b[^.;]*\b(is |are |back )?on\b/i
const saysGuard = onceFor(({ hold, why, cautions = [] }: Step) => SAYS_GUARD.test([hold, why, ...cautions.map(({ text }) => text)].join('. ')))

/** Nothing runs while a guard is off, and who says "guard on" has a guard that came off and went back. */
export const guardsOn: Rule = {
  name: 'guards-on',
  source: 'general practice; ISO 12100 (guards are in place before a machine runs)',
  find: (sheet) => {
    const guards = sheet.parts.filter(({ kind }) => kind === 'guard')
    return timelineOf(sheet).flatMap((moment): Found[] => {
      const { step, state, temporary } = moment
      const at = { list: 'steps' as const, key: step.key, severity: 'danger' as const }
      const covered = new Set(sheet.temporary?.filter(({ key }) => temporary.has(key)).map(({ instead }) => instead))
      const off = guards.filter(({ key }) => !covered.has(key) && isAway(sheet, moment, key)).map(({ name }) => name)
      if (off.length > 0 && runsAt(sheet, step))
        return [{ ...at, field: 'after', sentence: `"${step.title}" runs without ${off.join(' and ')}.` }]
      return state === 'powered' && guards.length === 0 && saysGuard(step)
        ? [{ ...at, field: 'hold', sentence: `"${step.title}" says that a guard is on; the sheet has none that comes off or goes back.` }]
        : []
    })
  },
}
