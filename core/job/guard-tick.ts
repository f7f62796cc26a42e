import { indexOf, partOf, stepName, type Sheet, type Step } from '../sheet'
import { atHand, sheetNow } from '../teardown'
import { openDuties } from './duties'
import type { Actor, EventBodies } from './events'
import { missingFirst, refuse, type Refusal } from './refusal'
import { sayDuties } from './say-duties'
import { accountOf, dispositionOf, type JobState } from './state'
import { runningWait } from './waits'

/** Says whether a step may be ticked by this person at this moment, with these counts. */
export function guardTick(sheet: Sheet, state: JobState, step: Step, counted: EventBodies['step-done']['counted'], { actor, happenedAt }: { actor: Actor, happenedAt: string }): Refusal | null {
  const by = state.done[step.key]
  if (by) return refuse('step.done-already', `${by.by} has ticked ${stepName(sheet, step)} already.`)
  if (!indexOf(sheetNow(sheet, state)).step.has(step.key)) return refuse('step.other-way', `${stepName(sheet, step)} belongs to a way that was not taken.`)
  const missing = missingFirst(sheet, state, step)
  if (missing) return missing
  const wait = runningWait(sheet, state, step, happenedAt)
  if (wait) return refuse('step.waits', `${wait.name}: ${wait.minutes} min have to pass first. Starting early needs a signed reason.`)
  const duties = openDuties(sheet, state, step)
  if (duties.length) return refuse('step.duties-open', `Before ${stepName(sheet, step)} is done: ${sayDuties(sheet, step, duties)}.`)
  if (step.hold && state.released[step.key]!.byId === actor.id) {
    return refuse('hold.same-person', 'A hold point needs two persons: you released it, so somebody else ticks the step.')
  }
  return guardCount(sheet, step, counted) ?? guardRefit(sheet, state, step)
}

function guardCount(sheet: Sheet, step: Step, counted: EventBodies['step-done']['counted'] = []): Refusal | null {
  const expected = step.removes ?? step.refits ?? []
  for (const { part, count } of counted) {
    const piece = expected.find(candidate => candidate.part === part)
    if (!piece) return refuse('count.other-part', `${partOf(sheet, part).name} is not moved by ${stepName(sheet, step)}.`)
    if (count !== piece.count) {
      return refuse('count.differs', `${partOf(sheet, part).name}: you counted ${count}, the sheet says ${piece.count}. Look for the difference before you go on; write off in the account what is lost.`)
    }
  }
  return null
}

/** What is not at hand cannot go in. */
function guardRefit(sheet: Sheet, state: JobState, step: Step): Refusal | null {
  if (!step.refits) return null
  const account = new Map(accountOf(sheet, state).map(line => [line.part.key, line]))
  for (const { part: key, count } of step.refits) {
    const { name } = partOf(sheet, key)
    const disposition = dispositionOf(state, key)?.disposition
    if (disposition === 'scrap') return refuse('part.scrapped', `${name} was scrapped. Say "replace" when the new one is here.`)
    const line = account.get(key)!
    const there = atHand(line)
    if (disposition === 'replace' || there >= count) continue
    const elsewhere = (['washing', 'outside', 'scrapped'] as const).filter(place => line[place] > 0).map(place => `${line[place]} ${place}`).join(', ')
    return refuse('part.not-at-hand', `${name}: ${count} go in, ${there} ${there === 1 ? 'is' : 'are'} at hand (${elsewhere}).`)
  }
  return null
}
