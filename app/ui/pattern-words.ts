import type { TighteningPattern } from '#core'

/** How the patterns of tightening are called. */
export const PATTERN_WORDS: Readonly<Record<TighteningPattern, string>> = {
  crosswise: 'crosswise',
  oppositeThenRound: 'the first two opposite, then round',
  round: 'once round',
  sideBySide: 'one side first, then the other',
  middleOutwards: 'from the middle outwards',
  evenTurns: 'evenly by small turns',
}
