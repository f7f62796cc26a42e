import { Value } from '@sinclair/typebox/value'
import { DomainError } from '../domain-error'
import { findCycle } from './find-cycle'
import { SheetSchema, type Sheet, type Step } from './schema'

export interface SheetFault {
  /** JSON pointer to the place, e.g. `/steps/12/after/0`. */
  place: string
  reason: string
}

const MOST_FAULTS_SHOWN = 20

/**
 * Reads a machine sheet from outside: the shape by its schema, then what a schema cannot say (keys that are used twice,
 * references to nothing, circles in the order of steps, rungs without two sides, counts that do not add up).
 *
 * @param document anything, usually parsed JSON
 * @returns the document as a `Sheet`, unchanged
 * @throws DomainError `sheet.bad` with `details.faults: SheetFault[]` (at most 20) and the first of them in the sentence
 * @example checkSheet(JSON.parse(text)).title
 */
export function checkSheet(document: unknown): Sheet {
  const faults = shapeFaults(document)
  if (faults.length === 0) faults.push(...meaningFaults(document as Sheet))
  if (faults.length > 0) {
    const [first] = faults
    const more = faults.length > 1 ? ` (and ${faults.length - 1} more)` : ''
    throw new DomainError('sheet.bad', `The sheet cannot be used: ${first!.reason} At ${first!.place || '/'}${more}.`, { faults: faults.slice(0, MOST_FAULTS_SHOWN) })
  }
  return document as Sheet
}

function shapeFaults(document: unknown): SheetFault[] {
  const faults: SheetFault[] = []
  for (const error of Value.Errors(SheetSchema, document)) {
    faults.push({ place: error.path, reason: `${error.message}.` })
    if (faults.length >= MOST_FAULTS_SHOWN) break
  }
  return faults
}

function meaningFaults(sheet: Sheet): SheetFault[] {
  const faults: SheetFault[] = []
  const fault = (place: string, reason: string) => faults.push({ place, reason })

  const keysOf = (list: 'parts' | 'positions' | 'marks' | 'joints' | 'steps') => {
    const seen = new Set<string>()
    sheet[list].forEach(({ key }, i) => {
      if (seen.has(key)) fault(`/${list}/${i}/key`, `"${key}" is used twice in ${list}.`)
      seen.add(key)
    })
    return seen
  }
  const parts = keysOf('parts')
  const positions = keysOf('positions')
  const marks = keysOf('marks')
  const joints = keysOf('joints')
  const steps = keysOf('steps')
  const known = (set: Set<string>, key: string, place: string, what: string) => {
    if (!set.has(key)) fault(place, `There is no ${what} "${key}".`)
  }

  sheet.positions.forEach((position, i) => {
    known(parts, position.part, `/positions/${i}/part`, 'part')
    const { lower, upper } = position.limits
    if (lower !== undefined && upper !== undefined && lower > upper) fault(`/positions/${i}/limits`, `The lower limit of ${position.name} lies above the upper one.`)
    if (position.method === 'diameter survey' && position.quantity !== 'length') fault(`/positions/${i}/quantity`, `A diameter survey of ${position.name} must be a length.`)
  })
  sheet.marks.forEach((mark, i) => mark.between.forEach((part, j) => known(parts, part, `/marks/${i}/between/${j}`, 'part')))
  sheet.joints.forEach((joint, i) => known(parts, joint.fastener, `/joints/${i}/fastener`, 'part'))
  sheet.steps.forEach((step, i) => {
    const at = `/steps/${i}`
    step.after.forEach((key, j) => known(steps, key, `${at}/after/${j}`, 'step'))
    for (const list of ['removes', 'refits'] as const) {
      step[list]?.forEach(({ part }, j) => known(parts, part, `${at}/${list}/${j}/part`, 'part'))
    }
    if (step.removes && step.limb !== 'off') fault(`${at}/removes`, 'Parts come out on the off limb only.')
    if (step.refits && step.limb !== 'on') fault(`${at}/refits`, 'Parts go back on the on limb only.')
    step.makes?.forEach((key, j) => known(marks, key, `${at}/makes/${j}`, 'mark'))
    step.checks?.forEach((key, j) => known(marks, key, `${at}/checks/${j}`, 'mark'))
    step.reads?.forEach((read, j) => known(positions, read.position, `${at}/reads/${j}/position`, 'position'))
    step.decides?.forEach((key, j) => known(parts, key, `${at}/decides/${j}`, 'part'))
    if (step.tightens) known(joints, step.tightens, `${at}/tightens`, 'joint')
  })

  const circle = findCycle(new Map(sheet.steps.map(step => [step.key, step.after])))
  if (circle) fault(`/steps/${sheet.steps.findIndex(step => step.key === circle[0])}/after`, `The order goes round in a circle: ${circle.join(' needs ')}.`)

  faults.push(...rungFaults(sheet), ...countFaults(sheet), ...markFaults(sheet))
  return faults
}

function rungFaults(sheet: Sheet): SheetFault[] {
  const faults: SheetFault[] = []
  const sides = new Map<string, { off: number[], on: number[] }>()
  sheet.steps.forEach((step, i) => {
    if (!step.rung) {
      if (step.removes || step.refits) faults.push({ place: `/steps/${i}`, reason: `"${step.title}" moves parts and needs a rung.` })
      return
    }
    if (step.limb === 'floor') {
      faults.push({ place: `/steps/${i}/rung`, reason: 'A step on the floor cannot be the side of a rung.' })
      return
    }
    const rung = sides.get(step.rung) ?? { off: [], on: [] }
    rung[step.limb].push(i)
    sides.set(step.rung, rung)
  })
  for (const [key, { off, on }] of sides) {
    if (off.length !== 1 || on.length !== 1) {
      faults.push({ place: `/steps/${off[0] ?? on[0]}/rung`, reason: `Rung "${key}" needs one removal and one refit; it has ${off.length} and ${on.length}.` })
    }
  }
  return faults
}

/** Everything that can come out goes back, and no more comes out than the machine has. */
function countFaults(sheet: Sheet): SheetFault[] {
  const total = (list: 'removes' | 'refits', part: string) =>
    sheet.steps.flatMap((step: Step) => step[list] ?? []).filter(piece => piece.part === part).reduce((sum, piece) => sum + piece.count, 0)
  return sheet.parts.flatMap((part, i) => {
    const out = total('removes', part.key)
    const back = total('refits', part.key)
    if (out !== back) return [{ place: `/parts/${i}`, reason: `${part.name}: ${out} come out but ${back} go back.` }]
    if (out > part.count) return [{ place: `/parts/${i}/count`, reason: `${part.name}: ${out} come out of a machine that has ${part.count}.` }]
    return []
  })
}

function markFaults(sheet: Sheet): SheetFault[] {
  return sheet.marks.flatMap((mark, i) => {
    const made = sheet.steps.some(step => step.makes?.includes(mark.key))
    const checked = sheet.steps.some(step => step.checks?.includes(mark.key))
    return made && checked ? [] : [{ place: `/marks/${i}`, reason: `${mark.key} is ${made ? 'made but never checked' : 'never made'} by a step.` }]
  })
}
