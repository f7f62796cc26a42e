import type { TighteningPattern, TighteningTool } from '#core'

/** How the patterns of tightening are called. */
export const PATTERN_WORDS: Readonly<Record<TighteningPattern, string>> = {
  crosswise: 'crosswise',
  oppositeThenRound: 'the first two opposite, then round',
  round: 'once round',
  sideBySide: 'one side first, then the other',
  middleOutwards: 'from the middle outwards',
  evenTurns: 'evenly by small turns',
}

/** With what a bolt is pulled. */
export const TOOL_WORDS: Readonly<Record<TighteningTool, string>> = {
  'wrench': 'torque wrench', 'angle': 'angle gauge', 'tensioner': 'tensioner', 'impact': 'impact', 'by feel': 'by feel',
}
