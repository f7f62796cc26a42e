import type fc from 'fast-check'
import {
  accountOf,
  atHand,
  AS_IT_SHOULD,
  choiceOf,
  DEPARTURES,
  dispositionOf,
  DISPOSITIONS,
  foldJob,
  goodTruth,
  guardEvent,
  nextDeed,
  nextSteps,
  sheetNow,
  stepOf,
  type EventBodies,
  type EventType,
  type JobEvent,
  type JobState,
  type Refusal,
  type Sheet,
} from '#core'

/** Draws the next choice of a walk; the numbers come from fast-check, so a failing walk is shrunk and can be repeated. */
export type Choose = (below: number) => number

export const chooser = (numbers: readonly number[]): Choose => {
  let i = 0
  return below => below <= 1 ? 0 : numbers[i++ % numbers.length]! % below
}

const AT = '2026-05-04T08:00:00.000Z'
const actor = (who: string) => ({ id: `person-${who}`, name: `Person ${who}` })

let made = 0
export function eventOf<T extends EventType>(type: T, body: EventBodies[T], who = 'a', happenedAt = AT): JobEvent {
  made += 1
  return { id: `event-${made}`, type, body, actor: actor(who), happenedAt } as JobEvent
}

export const openJob = (sheet: Sheet, depth: 'routine' | 'failure-analysis' = 'routine'): JobState =>
  foldJob(sheet, [eventOf('job-opened', { reason: 'test', depth })])

/** Some event that could be tried in this state: mostly sensible, not always allowed. */
export function anyEvent(sheet: Sheet, state: JobState, choose: Choose, undoable: readonly string[]): JobEvent {
  const steps = nextSteps(sheet, state)
  const pick = <T>(list: readonly T[]): T => list[choose(list.length)]!
  const nothing = eventOf('note-added', { text: 'nothing to do' })
  switch (choose(14)) {
    case 0:
      return eventOf('note-added', { text: 'seen' })
    case 1:
      return eventOf('step-done', { step: pick(sheet.steps).key })
    case 2:
      return undoable.length ? eventOf('undone', { event: pick(undoable) }) : nothing
    case 3: {
      const loose = accountOf(sheet, state).filter(line => line.loose > 0)
      if (!loose.length) return nothing
      const line = pick(loose)
      return eventOf('part-bagged', { part: line.part.key, count: 1 + choose(line.loose), tag: `B-${choose(5)}` })
    }
    case 4:
      return eventOf('part-disposed', {
        part: pick(sheet.parts).key,
        disposition: pick(DISPOSITIONS),
        ...(choose(2) ? { reason: 'to try' } : {}),
      })
    case 5: {
      const out = accountOf(sheet, state).filter(line => line.out > 0 || line.outside > 0)
      if (!out.length) return nothing
      const line = pick(out)
      const places = ['loose', 'washing', 'outside', 'scrapped', 'kit', ...line.bagged.map(bag => bag.tag)]
      return eventOf('part-moved', { part: line.part.key, count: 1 + choose(2), from: pick(places), to: pick(places), reason: 'to try' })
    }
    case 6:
      return choose(4) ? nothing : eventOf('gone-back', { step: pick(sheet.steps).key, reason: 'binds' })
    case 7: {
      const felt = sheet.steps.filter(step => step.feels)
      if (!felt.length) return nothing
      const step = pick(felt)
      const check = pick(step.feels!)
      return eventOf('hand-checked', { step: step.key, check: check.key, answer: choose(2) ? AS_IT_SHOULD : pick(check.wrong).key })
    }
    case 8: {
      if (choose(3) || steps.length === 0) return nothing
      const step = pick(steps)
      const moved = step.removes ?? step.refits ?? []
      const how = pick(DEPARTURES)
      const counted
        = how === 'done otherwise' && moved.length > 0
          ? moved.map(piece => ({ part: piece.part, count: Math.max(0, piece.count + choose(3) - 1) }))
          : undefined
      return eventOf('departure-made', { step: step.key, how, reason: 'not as the sheet says', ...(counted ? { counted } : {}) })
    }
    case 9: {
      const left = Object.keys(state.departures)
      return left.length
        ? eventOf(choose(2) ? 'departure-signed' : 'step-made-good', { step: pick(left) }, choose(3) ? 'lead' : 'a')
        : nothing
    }
    default:
      return steps.length ? towardsTick(sheet, state, pick(steps).key, choose) : eventOf('job-closed', {})
  }
}

/** The next thing to do for a step: its first open duty, or its tick. A second person releases hold points; at a fork any way is taken. */
export function towardsTick(sheet: Sheet, state: JobState, stepKey: string, choose: Choose = () => 0): JobEvent {
  const { draft, byLead } = nextDeed(sheet, state, stepOf(sheet, stepKey), goodTruth(sheet), {
    at: new Date(AT),
    newId: () => `event-${(made += 1)}`,
  })
  made += 1
  if (draft.type === 'way-chosen') {
    const { ways } = choiceOf(sheet, (draft.body as { choice: string }).choice)
    draft.body = { ...draft.body, way: ways[choose(ways.length)]!.key, reason: 'to see where it leads' }
  }
  return { ...draft, id: `event-${made}`, actor: actor(byLead ? 'lead' : 'a') } as JobEvent
}

/** Walks from a state for some tries and gives the events that were let through, with what became of the job. */
export function walk(sheet: Sheet, start: JobState, choose: Choose, tries: number) {
  const events: JobEvent[] = []
  let state = start
  for (let i = 0; i < tries; i++) {
    const undoable = events.filter(event => event.type !== 'undone').map(event => event.id).slice(-8)
    const event = anyEvent(sheet, state, choose, undoable)
    if (guardEvent(sheet, state, event)) continue
    events.push(event)
    state = foldJob(sheet, [event], state)
  }
  return { events, state }
}

/** What lets a walk go on where a refit was refused: a wrong count is taken back, pieces come back, or as many go in as have room. */
export function makeGood(sheet: Sheet, state: JobState, key: string, refusal: Refusal): JobEvent {
  const departure = state.departures[key]
  if (departure) return eventOf('undone', { event: departure.event })
  return refusal.code === 'part.no-room' ? asManyAsThereAre(sheet, state, key) : bringBack(sheet, state, key)
}

/** Pieces that random moves have taken away. */
function bringBack(sheet: Sheet, state: JobState, key: string): JobEvent {
  for (const line of accountOf(sheet, state)) {
    const { key } = line.part
    if (line.outside > 0) return eventOf('part-moved', { part: key, count: line.outside, from: 'outside', to: 'loose' })
    if (line.washing > 0) return eventOf('part-moved', { part: key, count: line.washing, from: 'washing', to: 'loose' })
    if (line.scrapped > line.fromKit)
      return eventOf('part-moved', { part: key, count: line.scrapped - line.fromKit, from: 'kit', to: 'loose' })
  }
  return asManyAsThereAre(sheet, state, key)
}

/** What a departure on the way down has left out goes back as it was found. */
function asManyAsThereAre(sheet: Sheet, state: JobState, key: string): JobEvent {
  const account = new Map(accountOf(sheet, state).map(line => [line.part.key, line]))
  const counted = stepOf(sheet, key).refits!.map(({ part, count }) => {
    const line = account.get(part)!
    const there = dispositionOf(state, part)?.disposition === 'replace' ? count : atHand(line)
    return { part, count: Math.max(0, Math.min(count, line.out, there)) }
  })
  return eventOf('departure-made', { step: key, how: 'done otherwise', reason: 'as it was found', counted })
}

export interface Stuck { at: string, why: string }

/** The pictures of all photos reach the server. */
export const picturesArrive = (sheet: Sheet, state: JobState): JobState =>
  foldJob(
    sheet,
    state.photos.filter(({ photo }) => !state.kept[photo]).map(({ photo }) => eventOf('photo-kept', { photo, sha256: 'ab'.repeat(32) })),
    state,
  )

/** Brings a job from any state to the point where nothing is left to tick, by any order of legal steps; says where it is stuck. */
export function finish(sheet: Sheet, start: JobState, choose: Choose): { state: JobState, stuck: Stuck | null } {
  let state = start
  for (let tries = 0; tries < 5000; tries++) {
    const steps = nextSteps(sheet, state)
    if (steps.length === 0) {
      const left = sheetNow(sheet, state).steps.find(step => !state.done[step.key])
      return { state: picturesArrive(sheet, state), stuck: left ? { at: left.key, why: 'nothing can be done' } : null }
    }
    const { key } = steps[choose(steps.length)]!
    let event = towardsTick(sheet, state, key, choose)
    let refusal = guardEvent(sheet, state, event)
    if (refusal?.code === 'part.not-at-hand' || refusal?.code === 'part.no-room') {
      event = makeGood(sheet, state, key, refusal)
      refusal = guardEvent(sheet, state, event)
    }
    if (refusal) return { state, stuck: { at: key, why: refusal.message } }
    state = foldJob(sheet, [event], state)
  }
  return { state, stuck: { at: '', why: 'no end in 5000 deeds' } }
}

export const numbers = (fastCheck: typeof fc) => fastCheck.array(fastCheck.nat({ max: 10_000 }), { minLength: 40, maxLength: 120 })
