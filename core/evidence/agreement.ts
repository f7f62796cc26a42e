/** A failure whose cause a person has written, and where the rules had that cause, from 1; null where they do not know it. */
export interface JudgedCase { family: string, rank: number | null }

export interface Agreement { family: string, written: number, first: number, firstThree: number }

const FIRST_ONES = 3

/**
 * How often the rules had the written cause first, by family of machine; the family with most of them in front.
 *
 * @example agreement([{ family: 'pump', rank: 1 }, { family: 'pump', rank: 4 }])
 *   // [{ family: 'pump', written: 2, first: 1, firstThree: 1 }]
 */
export function agreement(cases: readonly JudgedCase[]): Agreement[] {
  const by = new Map<string, Agreement>()
  for (const { family, rank } of cases) {
    const line = by.get(family) ?? { family, written: 0, first: 0, firstThree: 0 }
    line.written += 1
    if (rank === 1) line.first += 1
    if (rank !== null && rank <= FIRST_ONES) line.firstThree += 1
    by.set(family, line)
  }
  return [...by.values()].sort((one, other) => other.written - one.written || one.family.localeCompare(other.family))
}
