/** What the teardown needs to know of a job: which steps are ticked and what was put in which bag. */
export interface Progress {
  /** Keys of the ticked steps. */
  readonly done: Readonly<Record<string, unknown>>
  /** In the order in which they were bagged. */
  readonly bags: readonly { readonly part: string, readonly count: number, readonly tag: string }[]
}

/** True when the step of that key is ticked. */
export const isDone = (progress: Pick<Progress, 'done'>, step: string): boolean => Object.hasOwn(progress.done, step)
