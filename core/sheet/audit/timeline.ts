import { onceFor } from '../../kept-by'
import type { MachineState } from '../terms'
import type { Part, SheetDocument, Step } from '../schema'

/** How the machine stands while a step is done, in the order of the sheet. */
export interface Moment {
  step: Step
  /** The step makes it, or an earlier one did; undefined before the first. */
  state: MachineState | undefined
  /** The last step that made it. */
  madeBy: Step | undefined
  /** Energies that are let on; undefined for all of them. */
  lets: readonly string[] | undefined
  /** Temporary things that are in the machine, before the step puts or takes any. */
  temporary: ReadonlySet<string>
  /** How many pieces of a part are out, before the step moves any. */
  outOf: (part: string) => number
}

const LOCKS = /\b(isolat\w*|lock(ed|s)?)\b/i
const LOCKS_AGAIN = /\block(ed|s)?\b.*\bagain\b|\bagain\b.*\block(ed|s)?\b/i
const UNLOCKS = /\blocks?\b.*\boff\b|\bunlock/i
const TRIAL = /\b(trial|test)\b/i

/** What a step makes of the machine: as it says, or as its title reads where it says nothing. */
export const stateMadeBy = onceFor(({ state, stage, title }: Step): MachineState | undefined => {
  if (state) return state.makes
  if (LOCKS_AGAIN.test(title)) return 'locked off'
  if (UNLOCKS.test(title) && stage !== 'make-safe') return 'powered'
  return stage === 'make-safe' && LOCKS.test(title) && !TRIAL.test(title) ? 'locked off' : undefined
})

const RUNS = /^(run|start)\b|\brun(s|ning)?\b.*\b(hour|minutes|steady|load)\b|\buncoupled run\b/i

/** What a step needs of the machine: as it says; a run says by itself that it is powered. */
export const stateNeededBy = onceFor(({ needs, state, stage, title }: Step): MachineState | undefined => {
  if (needs) return needs.state
  if (state) return undefined
  return stage === 'run' && RUNS.test(title) ? 'powered' : undefined
})

/** Energies that set a machine in motion; oil or water alone does not. */
const DRIVES: readonly string[] = ['electric', 'steam', 'gas', 'turning', 'stored load', 'pressure']
/** Of these, what runs on air or a load alone stays cold. */
const COLD: readonly string[] = ['pressure', 'stored load', 'turning']

function runsOn({ energies = [] }: SheetDocument, step: Step, kinds: readonly string[]): boolean {
  if (stateNeededBy(step) !== 'powered') return false
  const on = step.needs?.on
  return !on || energies.some(({ key, kind }) => on.includes(key) && kinds.includes(kind))
}

/** True when the machine runs at this step, and not only its oil or its water. */
export const runsAt = (sheet: SheetDocument, step: Step): boolean => runsOn(sheet, step, DRIVES)
/** True when it runs and gets warm by it. */
export const runsHotAt = (sheet: SheetDocument, step: Step): boolean => runsOn(sheet, step, DRIVES.filter(kind => !COLD.includes(kind)))

/** The moments of a job, one a step, in the order in which the sheet tells them. */
export const timelineOf = onceFor((sheet: SheetDocument): Moment[] => {
  let state: MachineState | undefined
  let madeBy: Step | undefined
  let lets: readonly string[] | undefined
  let temporary: ReadonlySet<string> = new Set()
  // After which step so many pieces of a part are out: most parts move twice.
  const outs = new Map<string, { after: number, count: number }[]>()
  const outBefore = (i: number) => (part: string) => outs.get(part)?.findLast(({ after }) => after < i)?.count ?? 0
  return sheet.steps.map((step, i) => {
    const made = stateMadeBy(step)
    if (made) [state, madeBy, lets] = [made, step, step.state?.lets]
    const moment = { step, state, madeBy, lets, temporary, outOf: outBefore(i) }
    if (step.puts ?? step.takes) temporary = new Set([...temporary, ...step.puts ?? []].filter(key => !step.takes?.includes(key)))
    const move = (part: string, by: number) => {
      const known = outs.get(part) ?? []
      if (known.length === 0) outs.set(part, known)
      known.push({ after: i, count: (known.at(-1)?.count ?? 0) + by })
    }
    for (const { part, count } of step.removes ?? []) move(part, count)
    for (const { part, count } of step.refits ?? []) move(part, -count)
    return moment
  })
})

/** Whether a part, or what it sits on, is away at a moment. */
export function isAway(sheet: SheetDocument, { outOf }: Moment, key: string): boolean {
  const seen = new Set<string>()
  for (let part: Part | undefined = sheet.parts.find(one => one.key === key); part && !seen.has(part.key);) {
    if (outOf(part.key) > 0) return true
    seen.add(part.key)
    const host: string | undefined = part.on
    part = sheet.parts.find(one => one.key === host)
  }
  return false
}
