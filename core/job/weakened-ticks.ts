import { positionOf, type ReadingStage, type Sheet, type Step } from '../sheet'
import { aboveFrom, isDone, sheetNow } from '../teardown'
import type { JobState } from './state'

/** A ticked step that stands on a reading whose verdict was worse than the bench had shown. */
export interface Weakened { step: Step, position: string, stage: ReadingStage, name: string, shown: string }

/**
 * Ticks that were set on a better verdict than the register of instruments allows: the step that took the reading and every ticked step
 * above it. Nothing is refused for it, because the work was done; whoever reads the record is told.
 *
 * @returns each step once, with the first such reading it stands on; a reading that was taken anew no longer counts
 * @example weakenedTicks(sheet, state).map(({ step }) => step.title)
 */
export function weakenedTicks(document: Sheet, state: JobState): Weakened[] {
  const weak = state.readings.filter(
    reading =>
      reading.shown
      && !reading.overtaken
      && state.readings.findLast(other => !other.overtaken && other.position === reading.position && other.stage === reading.stage)
      === reading,
  )
  if (weak.length === 0) return []
  const sheet = sheetNow(document, state)
  const found = new Map<string, Weakened>()
  for (const { position, stage, shown } of weak) {
    const taker = sheet.steps.find(step => step.reads?.some(read => read.position === position && read.stage === stage))
    if (!taker) continue
    const above = new Set(aboveFrom(sheet, state, taker).map(step => step.key))
    for (const step of sheet.steps) {
      if (above.has(step.key) && isDone(state, step.key) && !found.has(step.key))
        found.set(step.key, { step, position, stage, name: positionOf(sheet, position).name, shown: shown! })
    }
  }
  return [...found.values()]
}
