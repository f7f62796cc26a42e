/** A reading as the log of a job tells it. */
export interface WearRow {
  /** Number of the overhaul. */
  job: number
  stage: 'as-found' | 'as-left'
  /** Running hours of the machine; `null` where nobody wrote them down. */
  hours: number | null
  takenAt: string
  value: number
  /** Its part was replaced, reworked or set anew in the job before this was read. */
  isRenewed: boolean
  /** What was read went out for good in this job. */
  isGone: boolean
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
  let renewedIn: number | undefined
  /** What was found and went out: its successor is met as left in the same job, or as found in a later one. */
  let gone: T | undefined
  return [...rows].sort((a, b) => a.takenAt.localeCompare(b.takenAt)).map((row) => {
    const isSuccessor = gone !== undefined && (row.stage === 'as-left' || row.job !== gone.job)
    // What is read again on the new part, in the same overhaul, is no third part.
    if (isSuccessor || (row.isRenewed && renewedIn !== row.job)) {
      life++
      since = isSuccessor ? gone!.hours : row.hours
      renewedIn = isSuccessor ? gone!.job : row.job
      gone = undefined
    }
    if (row.stage === 'as-found' && row.isGone) gone = row
    return { ...row, life, hoursSinceNew: since === null || row.hours === null ? null : row.hours - since }
  })
}
