import type { Found, Rule } from './finding'
import { stateMadeBy, stateNeededBy, timelineOf } from './timeline'

/** A step has the machine as it needs it: what must run is powered, what must not is locked off. */
export const stateNeeded: Rule = {
  name: 'state-needed',
  source: 'general practice of isolation; site rules and local law stand above it',
  find: sheet => timelineOf(sheet).flatMap(({ step, state, madeBy, lets }): Found[] => {
    const at = { list: 'steps' as const, key: step.key, field: 'needs', severity: 'danger' as const }
    const needed = stateNeededBy(step)
    if (needed && needed !== (state ?? 'powered') && !(needed === 'turns by hand' && state === 'powered'))
      return [{ ...at, sentence: `"${step.title}" needs the machine ${needed}; it is ${state ?? 'as it was found'} since "${madeBy?.title ?? 'the start'}".` }]
    const off = step.needs?.on?.filter(key => lets && !lets.includes(key)) ?? []
    if (needed === 'powered' && off.length > 0)
      return [{ ...at, sentence: `"${step.title}" needs ${off.join(', ')}, which "${madeBy!.title}" has not let on.` }]
    const handles = step.removes ?? step.refits ?? (step.tightens ? [step.tightens] : step.treats?.parts)
    if (handles && state === 'powered' && !stateMadeBy(step))
      return [{ ...at, field: 'state', sentence: `"${step.title}" has hands on the machine while it is powered since "${madeBy!.title}".` }]
    return []
  }),
}
