import { energyOf, indexOf, temporaryOf, type MachineState, type Sheet, type Step } from '../sheet'
import type { JobState } from './state'

/** How the machine stands at the bench, by the steps that are ticked. */
export interface MachineNow {
  /** Undefined while no ticked step has made one. */
  state: MachineState | undefined
  /** The step that made it. */
  madeBy: Step | undefined
  /** Energies that are let on, by their names; undefined for all of them. */
  lets: string[] | undefined
  /** Temporary things that are in the machine, by their names. */
  temporary: string[]
}

/**
 * The state of the machine that the ticks say, in the order in which they were made, and what was put in for the work and is in still.
 *
 * @returns without a state for a sheet that names none
 * @example machineNow(sheet, state).state // 'locked off'
 */
export function machineNow(sheet: Sheet, state: JobState): MachineNow {
  const ticked = Object.entries(state.done)
    .flatMap(([key, { n }]) => {
      const step = indexOf(sheet).of.step.get(key)
      return step ? [{ step, n }] : []
    })
    .sort((a, b) => a.n - b.n)
    .map(({ step }) => step)
  const madeBy = ticked.findLast(step => step.state)
  const inside = new Set<string>()
  for (const { puts = [], takes = [] } of ticked) {
    for (const key of puts) inside.add(key)
    for (const key of takes) inside.delete(key)
  }
  return {
    state: madeBy?.state?.makes, madeBy,
    lets: madeBy?.state?.lets?.map(key => energyOf(sheet, key).name),
    temporary: [...inside].map(key => temporaryOf(sheet, key).name),
  }
}

/**
 * Why a step does not find the machine as it needs it, in a sentence; null when it does. It warns and does not bar: who stands at the
 * machine sees more than a list of ticks.
 *
 * @example needsMore(sheet, state, runStep) // 'It needs the machine powered. By the ticks it is locked off since step 3 …'
 */
export function needsMore(sheet: Sheet, state: JobState, { needs }: Step): string | null {
  if (!needs) return null
  const now = machineNow(sheet, state)
  const wanted = needs.state === now.state || (needs.state === 'turns by hand' && now.state === 'powered')
  const off = needs.on?.map(key => energyOf(sheet, key).name).filter(name => now.lets && !now.lets.includes(name)) ?? []
  if (wanted && off.length === 0) return null
  const is = now.madeBy ? `By the ticks it is ${now.state} since "${now.madeBy.title}"` : 'No tick says how it stands'
  return wanted
    ? `It needs ${off.join(' and ')} on, which "${now.madeBy!.title}" has not let on.`
    : `It needs the machine ${needs.state}. ${is}.`
}
