import { capital } from '../capital'
import { isMeasuring, scatterOf, type TighteningTool } from '../fastening'
import { toDigits } from '../numbers'
import type { Sheet, Step } from '../sheet'
import { sheetNow } from '../teardown'
import type { BoltPulled, PassFinished } from './tightening'
import { boltNumber, judgePull, tighteningStand, wrenchFaults, type PlannedPass, type TighteningPlan } from './tightening-plan'
import type { JobState } from './state'

/** A pass as it is told in the record: with what, by whom, and what was not as it should be. */
export interface PassLine {
  torqueNm: number
  isFinalRound: boolean
  tools: TighteningTool[]
  tags: string[]
  by: string[]
  /** When its last pull was made. */
  at: string
  isDone: boolean
  remarks: string[]
}

/** How a joint was tightened. */
export interface TighteningLine {
  step: Step
  plan: TighteningPlan
  /** Who stands for a target that is not the sheet's. */
  signedBy: string | undefined
  passes: PassLine[]
  remarks: string[]
}

/**
 * Every joint that was tightened in a job, in the order of its sheet: what each pass was pulled with, and what was not as it should be.
 *
 * @example tighteningsOf(sheet, state).map(({ plan, passes }) => `${plan.joint.name}: ${passes.length} passes`)
 */
export const tighteningsOf = (sheet: Sheet, state: JobState): TighteningLine[] => sheetNow(sheet, state).steps.flatMap((step) => {
  const stand = tighteningStand(sheet, state, step)
  if (!stand) return []
  const { plan, prepared, passes } = stand
  const lines = passes.flatMap(({ index, isDone, ...pass }): PassLine[] => {
    const ofPass = <T extends { step: string, pass: number, overtaken?: string }>(list: readonly T[]) =>
      list.filter(entry => entry.step === step.key && entry.pass === index && !entry.overtaken)
    const pulls = ofPass(state.boltPulls)
    const entries: (BoltPulled | PassFinished)[] = [...pulls, ...ofPass(state.passesFinished)].sort((a, b) => a.n - b.n)
    if (!entries.length) return []
    return [{
      torqueNm: pass.torqueNm, isFinalRound: pass.isFinalRound, isDone, at: entries.at(-1)!.at,
      tools: unique(entries.map(({ tool }) => tool)), tags: unique(entries.flatMap(({ wrench }) => wrench?.tag ?? [])),
      by: unique(entries.map(({ by }) => by)),
      remarks: unique([
        ...entries.flatMap(entry => wrenchFaults(entry, entry.at)), ...pulls.flatMap(pull => pullRemarks(plan, pass, pull)),
        ...ofPass(state.boltsMoved).map(({ bolt, angleDeg }) =>
          `Bolt ${boltNumber(plan, bolt)} still moved${angleDeg === undefined ? '' : ` by ${angleDeg}°`}.`),
        ...entries.flatMap(({ tool }) => isMeasuring(tool) ? [] : [`${capital(tool)}: ${scatterOf(tool)}.`]),
      ]),
    }]
  })
  if (!lines.length && !prepared) return []
  const lock = state.locksPut.find(put => put.step === step.key && !put.overtaken)
  const remarks = [
    ...prepared?.bolts ? [`Bolts ${prepared.bolts}.`] : [],
    ...prepared?.turns === undefined ? [] : [`Run in by hand, ${prepared.turns} turns.`],
    ...prepared?.faceLubricant ? [`At the face: ${prepared.faceLubricant}.`] : [],
    ...prepared?.reason ? [`Otherwise than the sheet: ${prepared.reason}`] : [],
    ...lock ? [`New locks on, ${lock.count}.`] : [],
  ]
  const signedBy = plan.targetNm === plan.sheetTargetNm ? undefined : state.targetsSigned[step.key]?.by
  return [{ step, plan, signedBy, passes: lines, remarks }]
})

function pullRemarks(plan: TighteningPlan, pass: PlannedPass, { bolt, torqueNm, reason }: BoltPulled): string[] {
  const [verdict, name] = [judgePull(pass, torqueNm), `Bolt ${boltNumber(plan, bolt)}`]
  return [
    ...verdict === 'in' ? [] : [`${name} came ${verdict}: ${toDigits(torqueNm, 4)} N·m.`],
    ...reason ? [`${name} out of turn: ${reason}`] : [],
  ]
}

const unique = <T>(list: readonly T[]): T[] => [...new Set(list)]
