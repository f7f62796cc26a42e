import { onceFor } from '../kept-by'
import type { Fault } from '../shape-words'
import { optionCombinations, wayCombinations } from './combinations'
import type { Sheet, SheetDocument, Step } from './schema'
import { sheetForUnit } from './sheet-for-unit'
import { sheetOnWay } from './sheet-on-way'

/** What is wrong with a sheet, and where: a JSON pointer, e.g. `/steps/12/after/0`. */
export type SheetFault = Fault

/** What must hold for every machine the sheet describes, whichever way it is overhauled. */
export function machineFaults(sheet: SheetDocument): SheetFault[] {
  for (const options of optionCombinations(sheet)) {
    const machine = sheetForUnit(sheet, options)
    for (const ways of wayCombinations(machine)) {
      const job = sheetOnWay(machine, ways)
      const faults = [...overhaulFaults(job), ...choiceFaults(machine)]
      if (faults.length === 0) continue
      const where = Object.entries({ ...options, ...ways }).map(([key, value]) => `${key} = ${value}`).join(', ')
      // Places are those of the document that came in, not of the one that is left.
      return faults.map(({ thing, list, field, reason }) => ({
        place: [`/${list}/${sheet[list].findIndex(candidate => candidate.key === thing)}`, ...(field ? [field] : [])].join('/'),
        reason: where ? `${reason} (with ${where})` : reason,
      }))
    }
  }
  return []
}

/** What must hold on one way: each rung has two sides, what comes out goes back, what is marked is checked. */
export const overhaulFaults = (job: Sheet): MachineFault[] => [...rungFaults(job), ...countFaults(job), ...markFaults(job)]

export interface MachineFault { list: 'steps' | 'parts' | 'marks', thing: string, field?: string, reason: string }

type Below = (key: string) => { has: (other: string) => boolean }

/** A bit for each step that another stands on. */
const belowIn = onceFor((steps: SheetDocument['steps']): Below => {
  const places = new Map(steps.map((step, i) => [step.key, i]))
  const known: (Uint32Array | undefined)[] = []
  const look = (i: number): Uint32Array => {
    const found = known[i]
    if (found) return found
    const below = new Uint32Array(Math.ceil(steps.length / 32))
    // What is being looked at is known as far as it goes: a circle ends there.
    known[i] = below
    for (const key of steps[i]!.after) {
      const j = places.get(key)
      if (j === undefined) continue
      below[j >> 5]! |= 1 << (j & 31)
      look(j).forEach((word, at) => { below[at]! |= word })
    }
    return below
  }
  return (key) => {
    const i = places.get(key)
    const below = i === undefined ? undefined : look(i)
    return {
      has: (other) => {
        const j = places.get(other)
        return below !== undefined && j !== undefined && (below[j >> 5]! & 1 << (j & 31)) !== 0
      },
    }
  }
})

/** All that a step stands on, by however many others between; worked out once a step, and kept with the list. */
export const allBelow = ({ steps }: Pick<SheetDocument, 'steps'>): Below => belowIn(steps)

/** Whether a step comes, by however many others between, after the one of that key. */
function ordering(sheet: SheetDocument): (step: Step, wanted: string) => boolean {
  const below = allBelow(sheet)
  return (step, wanted) => below(step.key).has(wanted)
}

/** The steps of a way come after the step that chooses it. */
function choiceFaults(sheet: SheetDocument): MachineFault[] {
  const standsOn = ordering(sheet)
  return sheet.steps.flatMap(step => Object.keys(step.ways ?? {}).flatMap((choice) => {
    const chooser = sheet.steps.find(candidate => candidate.chooses === choice)
    return chooser && !standsOn(step, chooser.key)
      ? [
          {
            list: 'steps' as const,
            thing: step.key,
            reason: `"${step.title}" belongs to a way of "${choice}" but does not come after the step that chooses.`,
          },
        ]
      : []
  }))
}

function rungFaults(sheet: SheetDocument): MachineFault[] {
  const standsOn = ordering(sheet)
  const faults: MachineFault[] = []
  const sides = new Map<string, { off: Step[], on: Step[] }>()
  for (const step of sheet.steps) {
    if (!step.rung) {
      if (step.removes || step.refits)
        faults.push({ list: 'steps', thing: step.key, reason: `"${step.title}" moves parts and needs a rung.` })
      continue
    }
    if (step.limb === 'floor') {
      faults.push({ list: 'steps', thing: step.key, field: 'rung', reason: 'A step on the floor cannot be the side of a rung.' })
      continue
    }
    const rung = sides.get(step.rung) ?? { off: [], on: [] }
    rung[step.limb].push(step)
    sides.set(step.rung, rung)
  }
  for (const [key, { off, on }] of sides) {
    if (off.length !== 1 || on.length !== 1) {
      faults.push({
        list: 'steps',
        thing: (off[0] ?? on[0])!.key,
        field: 'rung',
        reason: `Rung "${key}" needs one removal and one refit; it has ${off.length} and ${on.length}.`,
      })
    } else if (!standsOn(on[0]!, off[0]!.key)) {
      faults.push({
        list: 'steps',
        thing: on[0]!.key,
        field: 'after',
        reason: `"${on[0]!.title}" puts back what "${off[0]!.title}" takes out, so it must come after it.`,
      })
    }
  }
  return faults
}

/** How many pieces of a part come out, or go back, by all steps together. */
export function piecesMoved({ steps }: Pick<SheetDocument, 'steps'>, side: 'removes' | 'refits'): (part: string) => number {
  const counts = new Map<string, number>()
  for (const step of steps) for (const { part, count } of step[side] ?? []) counts.set(part, (counts.get(part) ?? 0) + count)
  return part => counts.get(part) ?? 0
}

/** Everything that can come out goes back, and no more comes out than the machine has. */
function countFaults(sheet: SheetDocument): MachineFault[] {
  const [comeOut, goBack] = [piecesMoved(sheet, 'removes'), piecesMoved(sheet, 'refits')]
  return sheet.parts.flatMap((part) => {
    const out = comeOut(part.key)
    const back = goBack(part.key)
    if (out !== back) return [{ list: 'parts' as const, thing: part.key, reason: `${part.name}: ${out} come out but ${back} go back.` }]
    if (out > part.count)
      return [
        {
          list: 'parts' as const,
          thing: part.key,
          field: 'count',
          reason: `${part.name}: ${out} come out of a machine that has ${part.count}.`,
        },
      ]
    return []
  })
}

function markFaults(sheet: SheetDocument): MachineFault[] {
  return sheet.marks.flatMap((mark) => {
    const made = sheet.steps.some(step => step.makes?.includes(mark.key))
    const checked = sheet.steps.some(step => step.checks?.includes(mark.key))
    return made && checked
      ? []
      : [{ list: 'marks' as const, thing: mark.key, reason: `${mark.key} is ${made ? 'made but never checked' : 'never made'} by a step.` }]
  })
}
