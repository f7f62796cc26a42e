import { expect } from 'vitest'
import { foldJob, guardEvent, nextSteps, openDuties, sheetForJob, stepOf, type EventBodies, type EventType, type JobEvent, type JobState, type Sheet } from '#core'
import { demoSheet, liftPump } from './demo-sheet'
import { eventOf, finish, openJob, towardsTick } from './job-walk'

export const AT = '2026-05-04T08:00:00.000Z'
/** A moment so many minutes after the walks stand. */
export const later = (minutes: number) => new Date(Date.parse(AT) + minutes * 60_000).toISOString()

/** A job of a demonstration's sheet, brought to just before a step, everything before it done properly. */
export class JobAt {
  readonly sheet: Sheet
  state: JobState

  constructor(key: string, until?: string, depth: 'routine' | 'failure-analysis' = 'routine') {
    this.sheet = sheetForJob(demoSheet(key), { depth })
    this.state = openJob(this.sheet, depth)
    if (until) this.workTo(until)
  }

  workTo(until: string): this {
    for (let deeds = 0; deeds < 800; deeds++) {
      const steps = nextSteps(this.sheet, this.state)
      if (!steps[0] || steps.some(step => step.key === until)) return this
      const event = towardsTick(this.sheet, this.state, steps[0].key)
      expect(guardEvent(this.sheet, this.state, event)).toBeNull()
      this.state = foldJob(this.sheet, [event], this.state)
    }
    throw new Error(`never came to ${until}`)
  }

  tick(key: string): this {
    while (!this.state.done[key]) this.state = foldJob(this.sheet, [towardsTick(this.sheet, this.state, key)], this.state)
    return this
  }

  /** What the guard says, and the state after it when it lets the event through. */
  try<T extends EventType>(type: T, body: EventBodies[T], who = 'a', at = AT): string | null {
    const event = eventOf(type, body, who, at)
    const refusal = guardEvent(this.sheet, this.state, event)
    if (!refusal) this.state = foldJob(this.sheet, [event], this.state)
    return refusal?.code ?? null
  }

  duties = (key: string) => openDuties(this.sheet, this.state, stepOf(this.sheet, key)).map(duty => duty.kind)
}

/** The lift pump folded on. */
export const fold = (events: JobEvent[], from?: JobState) => foldJob(liftPump, events, from)
export const opened = fold([eventOf('job-opened', { reason: 'test' })])
export const refusalOf = (state: JobState, event: JobEvent) => guardEvent(liftPump, state, event)?.code ?? null

/** A job brought to just before a step, everything before it done properly. */
export function before(stepKey: string): JobState {
  let state = opened
  for (let tries = 0; tries < 1000; tries++) {
    const [next] = nextSteps(liftPump, state)
    if (!next || next.key === stepKey) return state
    const event = towardsTick(liftPump, state, next.key)
    expect(guardEvent(liftPump, state, event)).toBeNull()
    state = fold([event], state)
  }
  throw new Error(`never came to ${stepKey}`)
}
/** The lift pump brought to where a step is ticked. */
export const after = (state: JobState, stepKey: string): JobState => {
  let now = state
  while (!now.done[stepKey]) now = fold([towardsTick(liftPump, now, stepKey)], now)
  return now
}
/** The lift pump with nothing left to do but to close. */
export const ready = () => finish(liftPump, opened, () => 0).state
