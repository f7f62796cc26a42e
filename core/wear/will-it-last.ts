import { tells } from './nearest-limit'
import type { TimeToLimit } from './time-to-limit'

/**
 * Chance that a part stays within its limit until so many hours from now; `null` when its history tells nothing.
 *
 * @example willItLast(time, 8000) // 0.38: fits now, 62 % that it will not last to the next overhaul
 */
export const willItLast = (time: TimeToLimit | null, untilHours: number): number | null =>
  time === null || !tells(time) ? null : 1 - time.chanceBefore(untilHours)
