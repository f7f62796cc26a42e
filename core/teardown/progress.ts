import { sheetOnWay, type Sheet, type Ways } from '../sheet'

/** Where pieces that are out can be: a bag or box by its tag, or one of these. */
export const PLACES = ['loose', 'washing', 'outside', 'scrapped', 'kit'] as const

/** Pieces of a part that went from one place to another; a place is one of `PLACES` or the tag of a bag. */
export interface PartMove {
  readonly part: string
  readonly count: number
  readonly from: string
  readonly to: string
}

/** What the teardown needs to know of a job: which steps are ticked, which ways were chosen, and where pieces were put. */
export interface Progress {
  /** Keys of the ticked steps. */
  readonly done: Readonly<Record<string, unknown>>
  /** Choice → chosen way. */
  readonly ways?: Readonly<Record<string, { readonly way: string }>>
  /** In the order in which they happened. */
  readonly moves?: readonly PartMove[]
  /** Parts of which new pieces go in; the old ones are written off when they do. */
  readonly replaced?: Readonly<Record<string, true>>
  /** Steps that moved other pieces than the sheet says, with those they moved. */
  readonly moved?: Readonly<Record<string, Readonly<Record<'removes' | 'refits', readonly { part: string, count: number }[]>>>>
}

/** True when the step of that key is ticked. */
export const isDone = (progress: Pick<Progress, 'done'>, step: string): boolean => Object.hasOwn(progress.done, step)

/** The sheet as far as this job has decided its forks. */
export function sheetNow(sheet: Sheet, progress: Pick<Progress, 'ways'>): Sheet {
  const chosen = Object.entries(progress.ways ?? {})
  return chosen.length === 0
    ? sheet
    : sheetOnWay(sheet, Object.fromEntries(chosen.map(([choice, { way }]) => [choice, way])) satisfies Ways)
}
