import { capital } from '../capital'
import { stepName, type Sheet } from '../sheet'
import { isDone, sheetNow } from '../teardown'
import type { JobState } from './state'
import type { CloseBlocker } from './subject'
import { SUBJECTS } from './subjects'

/**
 * Everything that stands between a job and its closing, each as a sentence that names the thing.
 *
 * @returns empty when the job may be closed; what the subjects keep open first, then the steps that are only not done
 * @example closeBlockers(sheet, state).map(blocker => blocker.message)
 */
export function closeBlockers(document: Sheet, state: JobState): CloseBlocker[] {
  const sheet = sheetNow(document, state)
  const blockers = SUBJECTS.flatMap(subject => subject.blockers(sheet, state, document))
  const named = new Set(blockers.map(blocker => blocker.step))
  for (const step of sheet.steps) {
    if (!isDone(state, step.key) && !named.has(step.key))
      blockers.push({ code: 'step-open', step: step.key, message: `${capital(stepName(document, step))} is not done.` })
  }
  return blockers
}
