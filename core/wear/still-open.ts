/** What a log says of a part, as far as it may still be open. */
export interface PartTold {
  /** Number of the overhaul. */
  job: number
  part: string
  at: string
  what: 'word' | 'finding' | 'concession'
  /** Of a word: a new or a reworked one is in. */
  isRenewal?: boolean
  severity?: number | null
  /** Somebody looks again by this day. */
  untilDay?: string | null
  positionName?: string | null
}

/** A finding from here on is open until there is a word on its part. */
const SEVERE = 3

/**
 * What is still open of what was told of the parts of one machine: concessions until their part is renewed or they are granted anew,
 * findings that are to be looked at again until a later overhaul has a word on their part, severe ones until anybody has.
 *
 * @param told of one machine, of any order
 * @returns in the order of their moments
 * @example stillOpen([{ what: 'concession', part: 'rings', job: 7, at }]).length // 1
 */
export function stillOpen<T extends PartTold>(told: readonly T[]): T[] {
  const inOrder = [...told].sort((a, b) => a.at.localeCompare(b.at))
  return inOrder.filter((one, i) => {
    const later = inOrder.slice(i + 1).filter(other => other.part === one.part)
    const words = later.filter(({ what }) => what === 'word')
    if (words.some(({ isRenewal }) => isRenewal)) return false
    if (one.what === 'concession') return !later.some(other => other.what === 'concession' && other.positionName === one.positionName)
    if (one.what === 'word') return false
    return one.untilDay ? !words.some(({ job }) => job !== one.job) : (one.severity ?? 0) >= SEVERE && words.length === 0
  })
}
