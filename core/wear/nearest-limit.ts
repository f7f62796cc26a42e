import type { TimeToLimit } from './time-to-limit'

/** A position of a machine with what its history says of its limits. */
export interface WearStand {
  position: string
  name: string
  /** `null` while no line can be drawn. */
  time: TimeToLimit | null
  /** Readings of it, for what would help. */
  readings: number
  /** What was read has gone out: nobody has measured the one that is in. */
  isPast?: boolean
}

export interface NearestLimit<T extends WearStand> {
  /** The position that reaches its limit first; `null` when none can be told. */
  nearest: (T & { time: TimeToLimit }) | null
  /** Positions of which nothing can be told, with what would help. */
  untold: { position: string, name: string, help: string }[]
}

/** False for a history of which follows anything from now to never. */
export const tells = ({ lowHours, highHours }: TimeToLimit): boolean => lowHours > 0 || highHours < Infinity

/** What is missing for a forecast. */
const helpOf = ({ readings, isPast }: WearStand): string =>
  isPast
    ? 'What was measured has gone out, and nobody has measured the one that came in: read it as left, too.'
    : readings === 0
      ? 'Nobody has measured it yet.'
      : readings === 1 ? 'One more reading at the next overhaul makes a line of it.' : 'One more reading, or one with a finer instrument, narrows it.'

/**
 * The position that comes to its limit first: by the hours at which the chance has grown to one in ten, then by the middle.
 *
 * @param stands the measured positions of one machine that have a limit
 * @example nearestLimit(stands).nearest?.name // 'Wear ring clearance'
 */
export function nearestLimit<T extends WearStand>(stands: readonly T[]): NearestLimit<T> {
  const told = stands.filter((stand): stand is T & { time: TimeToLimit } => stand.time !== null && tells(stand.time))
  const [nearest = null] = told.filter(({ time }) => time.lowHours < Infinity)
    .sort((a, b) => a.time.lowHours - b.time.lowHours || a.time.medianHours - b.time.medianHours)
  return {
    nearest,
    untold: stands.filter(stand => stand.time === null || !tells(stand.time)).map(stand =>
      ({ position: stand.position, name: stand.name, help: helpOf(stand) })),
  }
}
