import type { Found, Rule } from './finding'
import { timelineOf } from './timeline'

/** Whoever lets energy on is confirmed by another, and so is the first lock and each return to locked off. */
export const releaseAndReturn: Rule = {
  name: 'release-and-return',
  source: 'general practice of isolation (lock, release and return are confirmed by a second person)',
  find: (sheet) => {
    const made = timelineOf(sheet).filter(({ step, madeBy }) => madeBy === step)
    return made.flatMap(({ step, state }, i): Found[] => {
      const before = made[i - 1]?.state
      const isRelease = state === 'powered' && before !== 'powered'
      const isReturn = state !== 'powered' && (before === undefined || before === 'powered')
      if (!isRelease && !isReturn) return []
      // A machine is locked lock by lock, and let on lock by lock: one confirmation holds for those that follow each other.
      const next = made.findIndex((one, at) => at > i && one.state !== state)
      if (made.slice(i, next < 0 ? undefined : next).some(one => one.step.hold !== undefined)) return []
      const what = isRelease ? 'lets the machine on' : `makes the machine ${state ?? 'safe'}`
      return [{ list: 'steps', key: step.key, field: 'hold', severity: 'wrong', sentence: `"${step.title}" ${what} without a second person.` }]
    })
  },
}
