import type fc from 'fast-check'
import { dispositionOf, DISPOSITIONS, guardEvent, markMade, nextSteps, openDuties, openRungs, partAccount, positionOf, type EventBodies, type EventType, type JobEvent, type JobState, type Sheet } from '#core'

/** Draws the next choice of a walk; the numbers come from fast-check, so a failing walk is shrunk and can be repeated. */
export type Choose = (below: number) => number

export const chooser = (numbers: readonly number[]): Choose => {
  let i = 0
  return below => below <= 1 ? 0 : numbers[i++ % numbers.length]! % below
}

let made = 0
export function eventOf<T extends EventType>(type: T, body: EventBodies[T], who = 'a'): JobEvent {
  made += 1
  return { id: `event-${made}`, type, body, actor: { id: `person-${who}`, name: `Person ${who}` }, happenedAt: '2026-05-04T08:00:00.000Z' } as JobEvent
}

/** Some event that could be tried in this state: mostly sensible, not always allowed. */
export function anyEvent(sheet: Sheet, state: JobState, choose: Choose, undoable: readonly string[]): JobEvent {
  const steps = nextSteps(sheet, state)
  const pick = <T>(list: readonly T[]): T => list[choose(list.length)]!
  switch (choose(9)) {
    case 0: return eventOf('note-added', { text: 'seen' })
    case 1: return eventOf('step-done', { step: pick(sheet.steps).key })
    case 2: return undoable.length ? eventOf('undone', { event: pick(undoable) }) : eventOf('note-added', { text: 'nothing to undo' })
    case 3: {
      const loose = partAccount(sheet, state).filter(line => line.loose > 0)
      if (loose.length) {
        const line = pick(loose)
        return eventOf('part-bagged', { part: line.part.key, count: 1 + choose(line.loose), tag: `B-${choose(5)}` })
      }
      return eventOf('note-added', { text: 'nothing loose' })
    }
    case 4: return eventOf('part-disposed', { part: pick(sheet.parts).key, disposition: pick(DISPOSITIONS), ...(choose(2) ? { reason: 'to try' } : {}) })
    default: return steps.length ? towardsTick(sheet, state, pick(steps).key) : eventOf('job-closed', {})
  }
}

/** The next thing to do for a step: its first open duty, or its tick. */
export function towardsTick(sheet: Sheet, state: JobState, stepKey: string): JobEvent {
  const step = sheet.steps.find(candidate => candidate.key === stepKey)!
  const [duty] = openDuties(sheet, state, step)
  if (!duty) {
    const scrapped = step.refits?.find(({ part }) => dispositionOf(state, part)?.disposition === 'scrap')
    if (scrapped) return eventOf('part-disposed', { part: scrapped.part, disposition: 'replace' })
    return eventOf('step-done', { step: stepKey })
  }
  switch (duty.kind) {
    case 'make mark': return eventOf('mark-made', { mark: duty.mark, way: 'punch' })
    case 'check mark': return markMade(state, duty.mark)
      ? eventOf('mark-checked', { mark: duty.mark, result: 'matches' })
      : eventOf('mark-made', { mark: duty.mark, way: 'paint' })
    case 'decision': return eventOf('part-disposed', { part: duty.part, disposition: 'replace' })
    case 'hold': return eventOf('hold-released', { step: stepKey }, 'lead')
    case 'reading': {
      const { stations, planes } = positionOf(sheet, duty.position)
      const values = stations.map(() => planes.map(() => 70.01))
      return eventOf('reading-taken', { position: duty.position, stage: duty.stage, values, typed: values.map(row => row.map(String)) })
    }
  }
}

/** Walks from a state for some tries and gives the events that were let through, with what became of the job. */
export function walk(sheet: Sheet, start: JobState, fold: (events: JobEvent[], from: JobState) => JobState, choose: Choose, tries: number) {
  const events: JobEvent[] = []
  let state = start
  for (let i = 0; i < tries; i++) {
    const undoable = events.filter(event => event.type !== 'undone').map(event => event.id).slice(-8)
    const event = anyEvent(sheet, state, choose, undoable)
    if (guardEvent(sheet, state, event)) continue
    events.push(event)
    state = fold([event], state)
  }
  return { events, state }
}

/** Brings a job from any state to the point where it can be closed; undefined when it is stuck. */
export function finish(sheet: Sheet, start: JobState, fold: (events: JobEvent[], from: JobState) => JobState, choose: Choose): JobState | undefined {
  let state = start
  for (let tries = 0; tries < 2000; tries++) {
    const steps = nextSteps(sheet, state)
    if (steps.length === 0) return openRungs(sheet, state).length === 0 ? state : undefined
    const event = towardsTick(sheet, state, steps[choose(steps.length)]!.key)
    if (guardEvent(sheet, state, event)) return undefined
    state = fold([event], state)
  }
  return undefined
}

export const numbers = (fastCheck: typeof fc) => fastCheck.array(fastCheck.nat({ max: 10_000 }), { minLength: 40, maxLength: 120 })
