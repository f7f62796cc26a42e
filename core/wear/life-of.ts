import { groupBy } from '../group-by'

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
  /** The number of the piece that went in, where it has one. */
  serial?: string | null
}

/** The same reading with what it says of its part. */
export type LivedRow<T extends WearRow> = T & {
  /** 0 for the part that was in when the history begins, one more with each that came. */
  life: number
  /** Hours that its part has run, in other machines too where it is known by its number; `null` for the first, or without hours. */
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

/** A piece in its time in one machine. */
interface Run { serial: string | null, takenAt: string, hours: number | null }

/** The time of each piece in one machine, by its life. */
function runsOf(rows: readonly LivedRow<WearRow>[]): Map<number, Run> {
  const lives = [...groupBy(rows, ({ life }) => life)]
  const beganAt = (own: readonly LivedRow<WearRow>[] | undefined) => {
    const row = own?.find(({ hours, hoursSinceNew }) => hours !== null && hoursSinceNew !== null)
    return row ? row.hours! - row.hoursSinceNew! : null
  }
  return new Map(lives.map(([life, own], i) => {
    const [began, ended] = [beganAt(own), beganAt(lives[i + 1]?.[1]) ?? own.at(-1)!.hours]
    return [life, {
      serial: own.find(({ serial }) => serial)?.serial ?? null, takenAt: own[0]!.takenAt,
      hours: began === null || ended === null ? null : Math.max(0, ended - began),
    }]
  }))
}

/**
 * What is repaired and goes into another machine keeps its wear: the hours of a piece that is known by its number count on from machine to
 * machine.
 *
 * @param histories the same position of several machines, each by `livesOf`
 * @example withEarlierRuns([first, second])[1].rows.at(-1)!.hoursSinceNew // with what it ran in the first
 */
export function withEarlierRuns<H extends { rows: LivedRow<WearRow>[] }>(histories: readonly H[]): H[] {
  if (!histories.some(({ rows }) => rows.some(({ serial }) => serial))) return [...histories]
  const all = histories.map(({ rows }) => runsOf(rows))
  const bySerial = groupBy(all.flatMap(runs => [...runs.values()]).filter(({ serial }) => serial), ({ serial }) => serial!)
  return histories.map((history, i) => ({
    ...history,
    rows: history.rows.map((row) => {
      const { serial, takenAt } = all[i]!.get(row.life)!
      if (!serial || row.hoursSinceNew === null) return row
      const before = bySerial.get(serial)!.filter(run => run.takenAt < takenAt).reduce((sum, { hours }) => sum + (hours ?? 0), 0)
      return before === 0 ? row : { ...row, hoursSinceNew: row.hoursSinceNew + before }
    }),
  }))
}
