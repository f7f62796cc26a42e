import { choiceOf, markOf, partOf, positionOf, stepName, stepOf, type Sheet, type Step } from '../sheet'
import type { Duty } from './duties'

/**
 * What is still to be done for a step, in words that go on after "Before the release:" or "First".
 *
 * @example sayDuties(sheet, step, openDuties(sheet, state, step)) // 'take End float, as-found; make MK-1 (coupling halves)'
 */
export function sayDuties(sheet: Sheet, step: Step, duties: readonly Duty[]): string {
  const markName = (key: string) => `${key} (${markOf(sheet, key).name})`
  return duties.map((duty) => {
    switch (duty.kind) {
      case 'make mark': return `make ${markName(duty.mark)}`
      case 'secure mark': return `${markName(duty.mark)} will not last: take a photo of it, or mark it better`
      case 'check mark': return `check ${markName(duty.mark)}`
      case 'reading': return duty.noGo
        ? `${positionOf(sheet, duty.position).name} is out: go back to ${stepName(sheet, stepOf(sheet, duty.noGo))}`
        : `take ${positionOf(sheet, duty.position).name}, ${duty.stage}`
      case 'decision': return `decide on ${partOf(sheet, duty.part).name}`
      case 'way': return `decide "${choiceOf(sheet, duty.choice).question}"`
      case 'photo': return `take a photo: ${duty.what}`
      case 'index': return `record the 12 o’clock of ${partOf(sheet, duty.part).name}`
      case 'tag': return `put a tag on ${partOf(sheet, duty.part).name}`
      case 'place': return `put each ${partOf(sheet, duty.part).name} into its own place`
      case 'outside': return `${partOf(sheet, duty.part).name} goes to the ${step.outside?.shop ?? 'shop'} and comes back`
      case 'hand check': return `hand check: ${step.feels?.find(check => check.key === duty.check)?.expect ?? duty.check}`
      case 'hold': return 'a second person releases the hold point'
    }
  }).join('; ')
}
