import type { Step } from '../schema'

/**
 * What a step says by itself, read once: the same step stands in the sheets of several machines, and in the draft after the next edit.
 *
 * @example const heats = ofStep(step => HEATS.test(step.title))
 */
export function ofStep<T>(read: (step: Step) => T): (step: Step) => T {
  const known = new WeakMap<Step, { said: T }>()
  return (step) => {
    let found = known.get(step)
    if (!found) known.set(step, found = { said: read(step) })
    return found.said
  }
}
