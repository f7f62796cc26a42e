/** A reading as the log of a job tells it. */
export interface WearRow {
  stage: 'as-found' | 'as-left'
  /** Running hours of the machine; `null` where nobody wrote them down. */
  hours: number | null
  takenAt: string
  value: number
  /** Its part was replaced or reworked in the job before this was read. */
  isRenewed: boolean
}

/** The same reading with what it says of its part. */
export type LivedRow<T extends WearRow> = T & {
  /** 0 for the part that was in when the history begins, one more with each that came. */
  life: number
  /** Hours that its part has run; `null` for the first, or without hours. */
  hoursSinceNew: number | null
}

/**
 * Which part each reading of one position was taken on, and how long that had run; the oldest first.
 *
 * @param rows of one position of one machine, of any order
 * @example livesOf([found, { ...left, isRenewed: true }, nextFound]).map(({ life }) => life) // [0, 1, 1]
 */
export function livesOf<T extends WearRow>(rows: readonly T[]): LivedRow<T>[] {
  let life = 0
  let since: number | null = null
  return [...rows].sort((a, b) => a.takenAt.localeCompare(b.takenAt)).map((row, i, sorted) => {
    // What is read again on the new part, in the same overhaul, is no third part.
    const before = sorted[i - 1]
    if (row.isRenewed && !(before?.isRenewed && before.hours === row.hours)) {
      life++
      since = row.hours
    }
    return { ...row, life, hoursSinceNew: since === null || row.hours === null ? null : row.hours - since }
  })
}
