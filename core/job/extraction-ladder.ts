import type { LadderRung, Step } from '../sheet'
import type { JobState } from './state'

/** The usual ladder, gentlest first; each with its stop sign. General practice; a sheet may give its own. */
const USUAL: readonly LadderRung[] = [
  {
    how: 'By hand',
    text: 'Clean what can be seen, a drop of penetrating oil on the seat, turn and pull evenly.',
    stop: 'Stop when it tilts: a tilted fit bites. Look first for a screw, pin, ring or key that was missed.',
  },
  {
    how: 'Light taps, soft face',
    text: 'Taps all round with copper, plastic or wood, on the strong part of the piece.',
    stop: 'Never on a rolling bearing, a hardened ring, a thread, a shaft end or anything brittle. Eyes covered.',
  },
  {
    how: 'Jacking screws',
    text: 'Clean screws in the tapped holes, evenly, a quarter of a turn each, oil on their tips.',
    stop: 'Stop when the screws take more than hand force on a short spanner: something still holds it.',
  },
  {
    how: 'Puller',
    text: 'Three legs before two, straight on the axis, the centre on a pad. A nut stays on by a few threads: it may let go with a bang.',
    stop: 'Nobody in line with it. Never pull through the balls or rollers of a bearing that goes back. Not above the rating of the puller.',
  },
  {
    how: 'Puller, part warmed',
    text: 'Puller tight first, then warm the outer part quickly and evenly, to about 100 °C more than the shaft.',
    stop: 'No flame without a hot-work permit; none near seals, oil, gas or hardened parts, none on a closed hollow part. Gloves.',
  },
  {
    how: 'Oil injection or press',
    text: 'Oil between the fits through its port, or the press with the part well supported near the fit.',
    stop: 'By trained people, behind a guard, within the sheet’s force. When that is not enough, stop and send it to a specialist shop.',
  },
]

/** The ways to get the part of a step off when it is stuck, gentlest first. */
export const ladderOf = (step: Step): readonly LadderRung[] => step.stuck ?? USUAL

/**
 * How far up the ladder this step has got: the rung to try next, and the one that moved it.
 *
 * @returns `next` is the number of rungs of the ladder when all of them failed
 * @example ladderStand(state, step).next
 */
export function ladderStand(state: JobState, step: Step): { next: number, movedBy: number | null } {
  const tried = state.tried.filter(entry => entry.step === step.key)
  const moved = tried.findLast(entry => entry.moved)
  return { next: tried.length ? Math.max(...tried.map(entry => entry.rung)) + 1 : 0, movedBy: moved?.rung ?? null }
}
