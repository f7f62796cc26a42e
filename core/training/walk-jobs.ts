import { DomainError } from '../domain-error'
import { closeBlockers, foldJob, guardEvent, sheetForJob, type JobEvent, type JobState } from '../job'
import { randomFrom } from '../random'
import { choiceOf, DEPTHS, optionCombinations, type Sheet, type SheetDocument, type Step } from '../sheet'
import { nextSteps } from '../teardown'
import { goodTruth, nextDeed, type Draft } from './virtual-machine'

/** Where jobs of a sheet come to a stop, and how often. */
export interface WalkStop { step: string, title: string, why: string, times: number }

export interface WalkedJobs {
  /** How many were walked, and how many came to their end. */
  jobs: number
  ended: number
  /** The most frequent first. */
  stops: WalkStop[]
}

const AT = '2026-01-05T08:00:00.000Z'
const MOST_DEEDS = 4000

/**
 * Walks overhauls of a sheet from open to close, each by a good machine with its options, depth and forks by chance, its steps in any order
 * that the sheet allows: where a careful technician would stand before a closed door, it says which step and why.
 *
 * @param jobs how many
 * @param onWalked called after each; giving false ends the walks
 * @returns the same for the same sheet and number
 * @example walkJobs(draft, 500).stops.map(({ title, why, times }) => `${times} × ${title}: ${why}`)
 */
export function walkJobs(document: SheetDocument, jobs: number, onWalked: (walked: number) => boolean = () => true): WalkedJobs {
  const next = randomFrom(7)
  const pick = <T>(all: readonly T[]): T => all[Math.floor(next() * all.length)]!
  const combinations = optionCombinations(document)
  const stops = new Map<string, WalkStop>()
  let walked = 0
  let ended = 0
  while (walked < jobs) {
    const { evidence: _evidence, ...options } = pick(combinations)
    const depth = pick(DEPTHS)
    const stop = walkOne(sheetForJob(document, { options, depth }), depth, pick)
    walked++
    if (stop) {
      const name = `${stop.step} ${stop.why}`
      stops.set(name, { ...stop, times: (stops.get(name)?.times ?? 0) + 1 })
    } else ended++
    if (!onWalked(walked)) break
  }
  return { jobs: walked, ended, stops: [...stops.values()].sort((a, b) => b.times - a.times) }
}

function walkOne(sheet: Sheet, depth: (typeof DEPTHS)[number], pick: <T>(all: readonly T[]) => T): Omit<WalkStop, 'times'> | null {
  let made = 0
  const eventOf = (draft: Omit<Draft, 'id'>, who: string) =>
    ({ ...draft, id: `${made += 1}`, actor: { id: who, name: who } }) as JobEvent
  let state: JobState = foldJob(sheet, [eventOf({ type: 'job-opened', happenedAt: AT, body: { reason: 'walk', depth } }, 'one')])
  const truth = goodTruth(sheet)
  let last: Step | undefined
  const stopAt = (step: Step | undefined, why: string) => ({ step: step?.key ?? '', title: step?.title ?? 'the whole job', why })
  for (let deeds = 0; deeds < MOST_DEEDS; deeds++) {
    const steps = nextSteps(sheet, state)
    if (steps.length === 0) {
      const pictures = state.photos.filter(({ photo }) => !state.kept[photo])
        .map(({ photo }) => eventOf({ type: 'photo-kept', happenedAt: AT, body: { photo, sha256: '0'.repeat(64) } }, 'one'))
      const [blocker] = closeBlockers(sheet, foldJob(sheet, pictures, state))
      return blocker ? stopAt(sheet.steps.find(step => step.key === blocker.step), blocker.message) : null
    }
    const step = steps.find(one => one.key === last?.key) ?? pick(steps)
    last = step
    try {
      const { draft, byLead } = nextDeed(sheet, state, step, truth, { at: new Date(AT), newId: () => `n-${made += 1}` })
      if (draft.type === 'way-chosen') {
        const body = draft.body as { choice: string }
        draft.body = { ...body, way: pick(choiceOf(sheet, body.choice).ways).key, reason: 'to see where it leads' } as never
      }
      const event = eventOf(draft, byLead ? 'two' : 'one')
      const refused = guardEvent(sheet, state, event)
      if (refused) return stopAt(step, refused.message)
      state = foldJob(sheet, [event], state)
    } catch (error) {
      if (error instanceof DomainError) return stopAt(step, error.message)
      throw error
    }
  }
  return stopAt(last, 'The work goes round and never ends.')
}
