import { findCycle, jointOf, partOf, positionOf, referenceFaults, type Sheet, type SheetDocument, type Step } from '../sheet'
import { isDone } from '../teardown'
import { refuse, type Refusal } from './refusal'
import { sheetOfDocument } from './standing-sheet'
import type { JobState } from './state'

/** What of a step is another in the revision that is taken over. */
export const TAKEOVER_REASONS = ['parts', 'limits', 'torque', 'hold', 'danger', 'setting'] as const
export type TakeoverReason = (typeof TAKEOVER_REASONS)[number]
export interface ChangedStep { step: string, title: string, because: TakeoverReason[] }

export interface TakeoverPlan {
  /** Ticked steps that are to be done anew, in the order of the sheet. */
  reopens: ChangedStep[]
  /** What came off by a step that says something else now: it stays off, and is told. */
  past: ChangedStep[]
  /** Why the job cannot go on by that revision. */
  refusal: Refusal | null
}

const NAMED = ['parts', 'positions', 'joints', 'marks', 'steps'] as const

/** The things of a sheet that what has happened names. */
function namedIn(state: JobState, sheet: Sheet) {
  const text = JSON.stringify(state)
  return NAMED.flatMap(list => (sheet[list] as readonly { key: string, name?: string, title?: string }[])
    .filter(({ key }) => text.includes(JSON.stringify(key)))
    .map(({ key, name, title }) => ({ list, key, name: name ?? `"${title}"` })))
}

/** What of a step decides whether a tick of it still holds, by why it would not. */
const GISTS: Readonly<Record<TakeoverReason, (sheet: Sheet, step: Step) => unknown>> = {
  parts: (sheet, { removes, refits, makes, checks }) => [
    removes, refits, makes, checks, [...removes ?? [], ...refits ?? []].map(({ part }) => partOf(sheet, part).neverAgain),
  ],
  limits: (sheet, { reads }) => reads?.map(({ position, stage, backTo, keeps }) => {
    const { limits, reuse, outOfRoundnessMm, taperMm, bowMm } = positionOf(sheet, position)
    return [position, stage, backTo, keeps, limits, reuse, outOfRoundnessMm, taperMm, bowMm]
  }),
  torque: (sheet, { tightens }) => {
    if (!tightens) return undefined
    const { torqueNm, count, thread, lubricant, passes, snug } = jointOf(sheet, tightens)
    return [tightens, torqueNm, count, thread, lubricant.kind, passes, snug]
  },
  hold: (_sheet, { hold }) => hold,
  danger: (_sheet, { cautions, isolates, state, needs, lifts, puts, takes }) =>
    [cautions?.filter(({ level }) => level === 'danger'), isolates, state, needs, lifts, puts, takes],
  setting: ({ seals = [] }, { key }) => seals.filter(({ setting }) => setting?.step === key).map(({ setting }) => setting),
}

/**
 * Steps before the end of which a seal is set again: what opens moves its shaft along, and it was set already.
 */
const setAgainBefore = ({ seals = [], steps }: Sheet, state: JobState, open: ReadonlySet<string>): Step[] =>
  seals.some(({ setting }) => setting && isDone(state, setting.step) && setting.movedBy?.some(key => open.has(key)))
    ? steps.filter(({ key, limb, stage }) =>
        limb === 'on' && (stage === 'run' || stage === 'close') && isDone(state, key) && !open.has(key))
    : []

/**
 * What a running job would do anew if it went on by another revision of its sheet, and why it could not. What was measured stays measured
 * and is judged by the limits of the new one; what came off stays off.
 *
 * @param from the document that the job goes by
 * @param to the document that it would go by; what was written into the sheet at the bench, and bent, goes along
 * @example takeoverPlan(old, next, state).reopens.map(({ title, because }) => `${title}: ${because.join(', ')}`)
 */
export function takeoverPlan(from: SheetDocument, to: SheetDocument, state: JobState): TakeoverPlan {
  const was = sheetOfDocument(from, state)
  const is = sheetOfDocument(to, state)
  const none = (refusal: Refusal): TakeoverPlan => ({ reopens: [], past: [], refusal })
  const gone = was.steps.find(step => isDone(state, step.key) && !is.steps.some(one => one.key === step.key))
  if (gone) return none(refuse('takeover.step-gone', `"${gone.title}" is ticked, and the new revision has no such step.`))
  const lost = namedIn(state, was).find(({ list, key }) => !is[list].some(one => one.key === key))
  if (lost) return none(refuse('takeover.anchor-gone', `The record of this job speaks of ${lost.name}, and the new revision does not have it.`))
  if (referenceFaults(is).length > 0 || findCycle(new Map(is.steps.map(step => [step.key, step.after]))))
    return none(refuse('takeover.anchor-gone', 'What was written at the bench hangs on something that the new revision does not have.'))

  const changed = is.steps.flatMap((step): (ChangedStep & { isOff: boolean })[] => {
    const old = isDone(state, step.key) ? was.steps.find(one => one.key === step.key) : undefined
    if (!old) return []
    const because = TAKEOVER_REASONS.filter(reason => JSON.stringify(GISTS[reason](was, old)) !== JSON.stringify(GISTS[reason](is, step)))
    return because.length > 0 ? [{ step: step.key, title: step.title, because, isOff: step.limb === 'off' && step.removes !== undefined }] : []
  })
  const plain = (steps: typeof changed): ChangedStep[] => steps.map(({ isOff: _isOff, ...step }) => step)
  const unmarked = is.steps.find(step => changed.some(one => one.isOff && one.step === step.key)
    && step.makes?.some(mark => !was.steps.some(one => one.makes?.includes(mark))))
  if (unmarked)
    return none(refuse('takeover.mark-late', `The new revision marks before "${unmarked.title}", and that is off already.`))
  const direct = plain(changed.filter(step => !step.isOff))
  const again = setAgainBefore(is, state, new Set(direct.map(({ step }) => step)))
  const byStep = new Map([...direct, ...again.map(({ key, title }): ChangedStep => ({ step: key, title, because: ['setting'] }))]
    .map(one => [one.step, one]))
  const reopens = is.steps.flatMap(step => byStep.get(step.key) ?? [])
  const open = new Set(byStep.keys())
  const wrong = is.parts.find(({ key }) => {
    const pieces = (field: 'removes' | 'refits', wanted: boolean) => is.steps
      .filter(step => (isDone(state, step.key) && !open.has(step.key)) === wanted)
      .flatMap(step => step[field] ?? []).filter(({ part }) => part === key).reduce((sum, { count }) => sum + count, 0)
    // What is out by then goes back by what is still to be done.
    return pieces('removes', true) - pieces('refits', true) + pieces('removes', false) !== pieces('refits', false)
  })
  if (wrong) return none(refuse('takeover.account', `By the new revision the pieces of ${wrong.name} would not add up any more.`))
  return { reopens, past: plain(changed.filter(step => step.isOff)), refusal: null }
}
