import { randomUUID } from 'node:crypto'
import { nextSteps, openDuties, partOf, positionOf, type Duty, type EventBodies, type EventType, type JobState, type Sheet, type Step } from '#core'
import type { EventDraft } from '#shared/wire/types'

/** What the walker needs to know of the machine on the bench. */
export interface BenchTruth {
  /** `values[station][plane]` that would be read, in the SI base of the position. */
  measure: (position: string, stage: 'as-found' | 'as-left') => number[][]
  /** Parts that the floor decides to replace besides those that never go back. */
  replaced: readonly string[]
  notes?: Readonly<Record<string, string>>
}

export interface Deed { draft: EventDraft, byLead: boolean }

/**
 * The events with which a careful technician brings the next open step to its tick: duties first, then the tick, then what
 * came out goes into its bag. Used to make the demonstration's past and running jobs through the same door as real ones.
 */
export function deedsForNextStep(sheet: Sheet, state: JobState, truth: BenchTruth, at: Date): Deed[] {
  const step = nextSteps(sheet, state)[0]
  if (!step) return []
  const draft = <T extends EventType>(type: T, body: EventBodies[T]): EventDraft => ({ id: randomUUID(), type, happenedAt: at.toISOString(), body }) as EventDraft
  const deeds: Deed[] = openDuties(sheet, state, step).map(duty => ({ draft: dutyDraft(sheet, duty, step, truth, draft), byLead: duty.kind === 'hold' }))
  const note = truth.notes?.[step.key]
  if (note) deeds.push({ draft: draft('note-added', { text: note, step: step.key }), byLead: false })
  deeds.push({ draft: draft('step-done', { step: step.key }), byLead: false })
  for (const { part, count } of step.bag ? step.removes ?? [] : []) {
    deeds.push({ draft: draft('part-bagged', { part, count, tag: step.bag! }), byLead: false })
  }
  return deeds
}

function dutyDraft(sheet: Sheet, duty: Duty, step: Step, truth: BenchTruth, draft: <T extends EventType>(type: T, body: EventBodies[T]) => EventDraft): EventDraft {
  switch (duty.kind) {
    case 'make mark': return draft('mark-made', { mark: duty.mark, way: sheet.marks.find(mark => mark.key === duty.mark)!.way })
    case 'check mark': return draft('mark-checked', { mark: duty.mark, result: 'matches' })
    case 'hold': return draft('hold-released', { step: step.key })
    case 'decision': {
      const part = partOf(sheet, duty.part)
      const disposition = part.neverAgain || truth.replaced.includes(duty.part) ? 'replace' : 'reuse'
      return draft('part-disposed', { part: duty.part, disposition })
    }
    case 'reading': {
      const values = truth.measure(duty.position, duty.stage)
      const decimals = positionOf(sheet, duty.position).quantity === 'length' ? 3 : 2
      const typed = values.map(row => row.map(value => value.toFixed(decimals)))
      return draft('reading-taken', { position: duty.position, stage: duty.stage, values: typed.map(row => row.map(Number)), typed })
    }
  }
}
