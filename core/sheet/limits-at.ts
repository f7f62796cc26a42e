import type { Position } from './schema'
import type { ReadingStage } from './terms'

/** What a reading is judged against. */
export interface StageLimits {
  lower?: number | undefined
  upper?: number | undefined
  outOfRoundnessMm?: number | undefined
  taperMm?: number | undefined
  bowMm?: number | undefined
  /** `limits`: what must hold as left; `reuse`: how far it may have worn and stay. */
  basis: 'limits' | 'reuse'
}

/**
 * The limits that count for a reading: as found how far the part may have worn and stay, as left what must hold. A worn part that was put
 * back by decision is judged as it was found. A position without `reuse` has the same limits at both stages.
 *
 * @param wornPutBack somebody has signed that the worn part goes back
 * @returns in the SI base of the position; a side without a limit is left out. Form that `reuse` does not name keeps the limit it has.
 * @example limitsAt(ringClearance, 'as-found', false) // { lower: 0.35, upper: 0.9, basis: 'reuse' }
 */
export function limitsAt(
  { limits, reuse, outOfRoundnessMm, taperMm, bowMm }: Position,
  stage: ReadingStage,
  wornPutBack: boolean,
): StageLimits {
  const asLeft = { ...limits, outOfRoundnessMm, taperMm, bowMm, basis: 'limits' as const }
  if (!reuse || (stage === 'as-left' && !wornPutBack)) return asLeft
  return {
    outOfRoundnessMm: reuse.outOfRoundnessMm ?? outOfRoundnessMm,
    taperMm: reuse.taperMm ?? taperMm,
    bowMm: reuse.bowMm ?? bowMm,
    lower: reuse.lower,
    upper: reuse.upper,
    basis: 'reuse',
  }
}
