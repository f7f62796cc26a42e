import type { Position } from '../schema'
import type { Found, Rule } from './finding'

/** What an instrument may leave open of a tolerance before a practitioner asks, and before it decides nothing any more. */
const [DOUBTFUL, WRONG] = [1 / 5, 1 / 2]

/** The width that a verdict has to tell: between both limits, or from nothing to the one of a value that cannot be negative. */
function toleranceOf({ limits: { lower, upper }, quantity, method }: Position): number | undefined {
  if (lower !== undefined && upper !== undefined) return upper - lower
  const isFromNothing = upper !== undefined && upper > 0 && (method === 'run-out' || quantity === 'length')
  return isFromNothing ? upper : undefined
}

/** The usual instrument of a position leaves open no more than a fifth of its tolerance. */
export const uncertaintyShare: Rule = {
  name: 'uncertainty-share',
  source: 'ISO 14253-1; general practice (a fifth to a tenth of the tolerance)',
  find: sheet => sheet.positions.flatMap((position): Found[] => {
    const tolerance = toleranceOf(position)
    if (tolerance === undefined || tolerance <= 0) return []
    const share = position.uncertainty / tolerance
    if (share <= DOUBTFUL) return []
    return [{
      list: 'positions' as const,
      key: position.key,
      field: 'uncertainty',
      severity: share > WRONG ? 'wrong' as const : 'doubtful' as const,
      sentence: `${position.name}: ${position.instrument} leaves open ${position.uncertainty} of ${Number(tolerance.toPrecision(6))}, ${Math.round(share * 100)} % of the tolerance.`,
    }]
  }),
}
