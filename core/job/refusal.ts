import { DomainError } from '../domain-error'
import { stepName, type Sheet, type Step } from '../sheet'
import { missingBefore } from '../teardown'
import type { JobState } from './state'

/** Why an event may not happen now. */
export interface Refusal {
  code: string
  message: string
  /** It may happen with a reason, which stays in the record. */
  wantsReason?: true
}

/** Refuses what may be done only with a reason. */
export const askReason = (code: string, message: string): Refusal => ({ code, message, wantsReason: true })

export const refuse = (code: string, message: string): Refusal => ({ code, message })

/** The refusal of a step whose turn has not come; null when it has. */
export function missingFirst(sheet: Sheet, state: JobState, step: Step): Refusal | null {
  const missing = missingBefore(sheet, state, step)
  return missing.length ? refuse('step.too-early', `First comes ${missing.map(s => stepName(sheet, s)).join(', then ')}.`) : null
}

/** What a calculation refuses (a turn with a gap, a kind that a part cannot have) is refused here, with its sentence. */
export function refusedBy(work: () => unknown): Refusal | null {
  try {
    work()
    return null
  } catch (error) {
    if (error instanceof DomainError) return refuse(error.code, error.message)
    throw error
  }
}
