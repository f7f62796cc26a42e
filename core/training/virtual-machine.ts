import { radians } from '../angles'
import { CLEAN } from '../evidence'
import {
  accountOf, AS_IT_SHOULD, dispositionOf, evidenceItems, lastingWays, movedBy, nextBolt, openDuties, pieceIn, proposedTag, proposeWay,
  runningWait, sealStand, seenOn, tighteningStand,
  type Duty, type EventBodies, type EventType, type JobEvent, type JobState, type ReadingConditions, type WrenchUsed,
} from '../job'
import { toDigits } from '../numbers'
import { anglesOf, choiceOf, envelopeOf, markOf, partOf, positionOf, sealOf, type Position, type ReadingStage, type Sheet,
  type Step } from '../sheet'
import { middleOf } from './true-size'

/** What is true of the machine on the bench: what would be read, and what is worn. */
export interface MachineTruth {
  /** `values[station][plane]` that would be read, in the SI base of the position. */
  measure: (position: string, stage: ReadingStage) => number[][]
  /** With what and how warm, when somebody says so. */
  measuredWith?: (position: string, at: Date) => ReadingConditions | undefined
  /** The wrench that is taken for a torque, when somebody says so. */
  wrench?: (torqueNm: number, at: Date) => WrenchUsed | undefined
  /** Parts that the floor decides to replace besides those that never go back. */
  replaced: readonly string[]
  notes?: Readonly<Record<string, string>>
  /** What is seen and told of a failure, at the step where it is. */
  told?: Readonly<Record<string, readonly Told[]>>
}

/** A thing told of a failure: a finding, a circumstance, springs in a row, the cause. */
type ToldType = 'finding-noted' | 'circumstance-told' | 'springs-laid' | 'frames-tied' | 'cause-written'
export type Told = { [T in ToldType]: { type: T, body: EventBodies[T] } }[ToldType]

/** An event as the bench makes it; who does it is not settled yet. */
export type Draft = { [T in EventType]: Omit<Extract<JobEvent, { type: T }>, 'actor'> }[EventType]

/** One thing that is done at the bench; some are for a second person. */
export interface Deed { draft: Draft, byLead: boolean }

/** When it is done, and where a new number comes from: the core has neither a clock nor chance. */
export interface Circumstances { at: Date, newId: () => string }

type MakeDraft = <T extends EventType>(type: T, body: EventBodies[T]) => Draft
const drafter
  = ({ at, newId }: Circumstances): MakeDraft =>
    (type, body) =>
      ({ id: newId(), type, happenedAt: at.toISOString(), body }) as Draft

/** How many of these are told already: they are told in their order, each a thing of its own. */
function toldSo(state: JobState, told: readonly Told[]): number {
  const all = [...state.findings, ...state.springsLaid, ...state.framesTied, ...state.causesWritten,
    ...Object.entries(state.circumstances).map(([circumstance, one]) => ({ circumstance, ...one }))]
  const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other)
  const isTold = ({ body }: Told) => all.some((entry: object) =>
    Object.entries(body).every(([field, value]) => same((entry as Record<string, unknown>)[field], value)))
  const first = told.findIndex(one => !isTold(one))
  return first < 0 ? told.length : first
}

/** What is not begun before its time has passed. */
const TURNS_BOLTS: ReadonlySet<string> = new Set(['tightening', 'easing'])

/**
 * The next thing a careful technician does for a step: its first open duty, what keeps it from being ticked, or the tick itself.
 * The demonstration makes its jobs with it, tests walk any sheet, and trainees meet its machines, all through the same door as real work.
 *
 * @example nextDeed(sheet, state, nextSteps(sheet, state)[0]!, goodTruth(sheet), { at, newId }).draft.type
 */
export function nextDeed(sheet: Sheet, state: JobState, step: Step, truth: MachineTruth, circumstances: Circumstances): Deed {
  const draft = drafter(circumstances)
  const waits = runningWait(sheet, state, step, circumstances.at.toISOString())
  const [duty] = openDuties(sheet, state, step)
  if (duty && !(TURNS_BOLTS.has(duty.kind) && waits))
    return {
      draft: dutyDraft({ sheet, state, step, truth, circumstances }, duty),
      byLead: duty.kind === 'hold' || duty.kind === 'departure'
        || (duty.kind === 'setting' && sealStand(sheet, state, duty.seal, duty.place)!.needs === 'second person')
        || (duty.kind === 'tightening' && tighteningStand(sheet, state, step)!.needs[0]!.kind === 'sign'),
    }
  if (waits)
    return { draft: draft('wait-cut', { step: step.key, reason: 'Measured with a thermometer: ready before its time.' }), byLead: true }
  const note = truth.notes?.[step.key]
  if (note && !state.notes.some(entry => entry.step === step.key && entry.text === note))
    return { draft: draft('note-added', { text: note, step: step.key }), byLead: false }
  const told = truth.told?.[step.key]?.[toldSo(state, truth.told[step.key]!)]
  if (told) return { draft: draft(told.type, told.body), byLead: false }
  const scrapped = movedBy(state, step, 'refits')
    .find(({ part, count }) => count > 0 && dispositionOf(state, part)?.disposition === 'scrap')
  if (scrapped) return { draft: draft('part-disposed', { part: scrapped.part, disposition: 'replace' }), byLead: false }
  return { draft: draft('step-done', { step: step.key }), byLead: false }
}

/** What came out with a step and still lies loose goes into the bag that the sheet proposes. */
export function bagDeeds(sheet: Sheet, state: JobState, step: Step, circumstances: Circumstances): Deed[] {
  const draft = drafter(circumstances)
  return (step.bag ? step.removes ?? [] : []).flatMap(({ part, count }) => {
    const loose = Math.min(count, looseOf(sheet, state, part))
    return loose ? [{ draft: draft('part-bagged', { part, count: loose, tag: step.bag! }), byLead: false }] : []
  })
}

interface AtStep { sheet: Sheet, state: JobState, step: Step, truth: MachineTruth, circumstances: Circumstances }

/** What meets a duty. */
function dutyDraft({ sheet, state, step, truth, circumstances }: AtStep, duty: Duty): Draft {
  const draft = drafter(circumstances)
  const { at, newId } = circumstances
  switch (duty.kind) {
    case 'make mark': {
      const { way } = markOf(sheet, duty.mark)
      return draft('mark-made', { mark: duty.mark, way })
    }
    case 'secure mark': {
      const [lasting] = lastingWays(sheet, state, duty.mark)
      return lasting ? draft('mark-made', { mark: duty.mark, way: lasting }) : draft('photo-added', { photo: newId(), mark: duty.mark })
    }
    case 'check mark':
      return state.marksMade.some(made => made.mark === duty.mark)
        ? draft('mark-checked', { mark: duty.mark, result: 'matches' })
        : draft('mark-made', { mark: duty.mark, way: 'punch' })
    case 'hold':
      return draft('hold-released', { step: step.key })
    case 'departure':
      return draft('departure-signed', { step: step.key })
    case 'photo':
      return draft('photo-added', { photo: newId(), step: step.key })
    case 'look': {
      const seen = truth.told?.[step.key]?.find(({ type, body }) => type === 'finding-noted' && body.part === duty.part)
      if (seen) return draft(seen.type, seen.body)
      const item = evidenceItems(sheet).find(({ part }) => part.key === duty.part)!
      return draft('finding-noted', { ...seenOn(item), kind: CLEAN, severity: 1 })
    }
    case 'index':
      return draft('index-set', { part: duty.part })
    case 'tag':
      return draft('part-bagged', { part: duty.part, count: looseOf(sheet, state, duty.part), tag: proposedTag(sheet, state, duty.part) })
    case 'hand check':
      return draft('hand-checked', { step: step.key, check: duty.check, answer: AS_IT_SHOULD })
    case 'way':
      return draft('way-chosen', {
        choice: duty.choice,
        way: proposeWay(sheet, state, duty.choice)?.way ?? choiceOf(sheet, duty.choice).ways[0]!.key,
      })
    case 'easing':
      return draft('joint-eased', { step: step.key, joint: duty.joint })
    case 'tightening':
      return pullDraft({ sheet, state, step, truth, circumstances })
    case 'wetting':
      return draft('fluid-used', { step: step.key, part: duty.part, fluid: partOf(sheet, duty.part).wetting!.with })
    case 'setting':
    case 'setting again': {
      const { seal, place } = duty
      const { method, step: at, toFaceMm = 0 } = sealOf(sheet, seal).setting!
      const measured = { shoulder: { toFaceMm }, datum: { toFaceMm }, spacer: { spacerMm: [] }, clips: {} }[method]
      return draft('seal-measured', { step: at, seal, ...place ? { place } : {}, method, ...measured })
    }
    case 'service': {
      const { limit, above, built } = envelopeOf(sheet, duty.envelope)
      return draft('service-stated', { envelope: duty.envelope, value: limit * (built === above ? 1.2 : 0.8) })
    }
    case 'place': {
      const place = partOf(sheet, duty.part).places!.find(name => !pieceIn(state, duty.part, name))!
      return draft('piece-placed', { part: duty.part, piece: place, place })
    }
    case 'outside': {
      const line = lineOf(sheet, state, duty.part)
      if (line.outside > 0) return draft('part-moved', { part: duty.part, count: line.outside, from: 'outside', to: 'loose' })
      const [bag] = line.bagged
      return draft(
        'part-moved',
        bag
          ? { part: duty.part, count: bag.count, from: bag.tag, to: 'outside' }
          : { part: duty.part, count: line.loose, from: 'loose', to: 'outside' },
      )
    }
    case 'decision': {
      const part = partOf(sheet, duty.part)
      const disposition = part.neverAgain || truth.replaced.includes(duty.part) ? 'replace' : 'reuse'
      return draft('part-disposed', { part: duty.part, disposition })
    }
    case 'reading': {
      const values = truth.measure(duty.position, duty.stage)
      const decimals = positionOf(sheet, duty.position).quantity === 'length' ? 3 : 2
      const typed = values.map(row => row.map(value => value.toFixed(decimals)))
      const conditions = truth.measuredWith?.(duty.position, at)
      return draft('reading-taken', {
        position: duty.position,
        stage: duty.stage,
        values: typed.map(row => row.map(Number)),
        typed,
        ...(conditions ? { conditions } : {}),
      })
    }
  }
}

/** The next that a joint asks for: a whole pass at its torque, where the sheet does not want every pull. */
function pullDraft({ sheet, state, step, truth, circumstances }: AtStep): Draft {
  const draft = drafter(circumstances)
  const { plan, prepared, passes, needs: [need] } = tighteningStand(sheet, state, step)!
  switch (need!.kind) {
    case 'prepare':
      return draft('joint-prepared', { step: step.key })
    case 'sign':
      return draft('target-signed', { step: step.key, prepared: prepared!.event })
    case 'lock':
      return draft('lock-put', { step: step.key, count: plan.joint.count })
    case 'pass': {
      const pass = passes[need!.pass]!
      const wrench = truth.wrench?.(pass.torqueNm, circumstances.at)
      const by = { torqueNm: toDigits(pass.torqueNm, 3), tool: 'wrench' as const, ...wrench ? { wrench } : {} }
      const bolt = nextBolt(plan, pass)
      return plan.each || pass.bolts.some(({ pull }) => pull)
        ? draft('bolt-pulled', { step: step.key, pass: pass.index, bolt: bolt!, ...by })
        : draft('pass-finished', { step: step.key, pass: pass.index, count: plan.joint.count, ...by })
    }
  }
}

const lineOf = (sheet: Sheet, state: JobState, part: string) => accountOf(sheet, state).find(line => line.part.key === part)!
const looseOf = (sheet: Sheet, state: JobState, part: string) => lineOf(sheet, state, part).loose

/** Dial readings of one turn: an offset towards an angle, and a little form. */
export const turnOf = (position: Position, totalMm: number, highDeg: number, formMm = 0): number[] =>
  anglesOf(position).map((angleDeg, i) => (totalMm / 2) * (1 + Math.cos(radians(angleDeg - highDeg))) + (i % 2 ? formMm : 0))

/** Readings in the middle of what the sheet allows, for a walk that is not about wear. */
export const goodTruth = (sheet: Sheet): MachineTruth => ({
  replaced: [],
  measure(key) {
    const { limits, stations, planes } = positionOf(sheet, key)
    const middle = middleOf(limits)
    return stations.map(() => planes.map(() => middle))
  },
})
