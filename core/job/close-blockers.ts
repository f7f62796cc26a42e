import { partOf, positionOf, stepName, type Sheet } from '../sheet'
import { isDone, openRungs, sheetNow } from '../teardown'
import { assessTaken } from './assess-taken'
import { accountOf, dispositionOf, markChecked, markMade, readingAt, type JobState, type Photo } from './state'
import { debtsOf } from './waits'

export interface CloseBlocker {
  code: 'open-rung' | 'mark-unverified' | 'never-again-refitted-old' | 'hold-unreleased' | 'debt-open' | 'part-outside' | 'no-go' | 'photo-missing' | 'step-open'
  message: string
  step?: string
  mark?: string
  part?: string
}

/**
 * Everything that stands between a job and its closing, each as a sentence that names the thing.
 *
 * @returns empty when the job may be closed
 * @example closeBlockers(sheet, state).map(blocker => blocker.message)
 */
export function closeBlockers(document: Sheet, state: JobState): CloseBlocker[] {
  const sheet = sheetNow(document, state)
  const blockers: CloseBlocker[] = []
  const rungs = openRungs(sheet, state)
  for (const { on } of rungs) {
    const pieces = (on.refits ?? []).map(({ part, count }) => `${count} × ${partOf(sheet, part).name}`).join(', ')
    blockers.push({ code: 'open-rung', step: on.key, message: `The rung "${on.title}" is open${pieces ? `: ${pieces} still out` : ''}.` })
  }
  for (const mark of sheet.marks) {
    if (!markMade(state, mark.key)) continue
    const check = markChecked(state, mark.key)
    if (check?.result === 'matches') continue
    const how = check ? (check.result === 'lost' ? 'was lost' : 'does not match') : 'was made on the way down and never checked on the way up'
    blockers.push({ code: 'mark-unverified', mark: mark.key, message: `Mark ${mark.key} (${mark.name}) ${how}.` })
  }
  for (const part of refittedOld(sheet, state)) {
    blockers.push({ code: 'never-again-refitted-old', part: part.key, message: `${part.name} went back old. A new one is due each time: take it out again and replace it.` })
  }
  for (const step of sheet.steps) {
    if (step.hold && !Object.hasOwn(state.released, step.key)) {
      blockers.push({ code: 'hold-unreleased', step: step.key, message: `The hold point at ${stepName(document, step)} is not released.` })
    }
  }
  for (const { text, step, paidBy } of debtsOf(sheet, state)) {
    blockers.push({ code: 'debt-open', step: paidBy.key, message: `Still owed since "${step.title}": ${text}.` })
  }
  for (const { part, outside } of accountOf(sheet, state)) {
    if (outside > 0) blockers.push({ code: 'part-outside', part: part.key, message: `${part.name}: ${outside} ${outside === 1 ? 'is' : 'are'} still at a shop outside.` })
  }
  for (const step of sheet.steps.filter(candidate => isDone(state, candidate.key))) {
    for (const { position: key, stage, backTo } of step.reads ?? []) {
      const reading = backTo && readingAt(state, key, stage)
      if (!reading || assessTaken(sheet, state, reading).verdict !== 'out') continue
      blockers.push({ code: 'no-go', step: step.key, message: `${positionOf(sheet, key).name}, ${stage}, is out: the work goes back.` })
    }
  }
  const missing = state.photos.filter(photo => !Object.hasOwn(state.kept, photo.photo))
  if (missing.length > 0) blockers.push({ code: 'photo-missing', message: sayMissing(missing) })
  const named = new Set(blockers.map(blocker => blocker.step))
  for (const step of sheet.steps) {
    if (!isDone(state, step.key) && !named.has(step.key)) blockers.push({ code: 'step-open', step: step.key, message: `${capital(stepName(document, step))} is not done.` })
  }
  return blockers
}

function sayMissing(missing: readonly Photo[]): string {
  const who = [...new Set(missing.map(photo => photo.by))].join(', ')
  return missing.length === 1
    ? `A photo of ${who} has not arrived. It is sent from the device that took it; without that device, take the photo back.`
    : `${missing.length} photos of ${who} have not arrived. They are sent from the devices that took them; without those, take the photos back.`
}

/** Parts of the class "never again" that are back in the machine although they were not replaced. */
function refittedOld(sheet: Sheet, state: JobState) {
  const back = new Set(sheet.steps.filter(step => isDone(state, step.key)).flatMap(step => step.refits ?? []).map(piece => piece.part))
  return sheet.parts.filter(part => part.neverAgain && back.has(part.key) && dispositionOf(state, part.key)?.disposition !== 'replace')
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
