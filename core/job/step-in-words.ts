import { energyOf, jointOf, partOf, positionOf, temporaryOf, type Joint, type Sheet, type Step } from '../sheet'
import { formatQuantity } from '../units'

/** One line of what a step does or asks, with a word before it. */
export interface StepLine { word: string, text: string }

/**
 * What a step does and asks, a line each, in the order in which it is done.
 *
 * @example stepInWords(sheet, step).map(({ word, text }) => `${word}: ${text}`)
 */
export function stepInWords(sheet: Sheet, step: Step): StepLine[] {
  const { removes, refits, reads, tightens, makes, checks, decides, isolates, state, needs, puts, takes, lifts } = step
  const { waits, owes, tools, lubricant, hold } = step
  const energies = (keys: readonly string[] | undefined) => keys?.map(key => energyOf(sheet, key).name).join(', ')
  const temporary = (keys: readonly string[] | undefined) => keys?.map(key => temporaryOf(sheet, key).name).join(', ')
  const pieces = (moved: Step['removes']) => moved?.map(({ part, count }) => `${count} × ${partOf(sheet, part).name}`).join(', ')
  const lines: [string, string | undefined][] = [
    ['isolates', energies(isolates)],
    ['makes', state && [state.makes, state.lets && `only ${energies(state.lets)} on`, state.for, state.releasedBy && `released by ${state.releasedBy}`]
      .filter(Boolean).join('; ')],
    ['needs', needs && [needs.state, needs.on && `with ${energies(needs.on)} on`].filter(Boolean).join(', ')],
    ['puts in', temporary(puts)],
    ['takes out', temporary(takes)],
    ['off', pieces(removes)],
    ['on', pieces(refits)],
    ['hangs', lifts && [formatQuantity(lifts.massKg, 'mass'), `on ${lifts.gear}`, lifts.points].filter(Boolean).join(', ')],
    ['reads', reads?.map(({ position, stage }) => `${positionOf(sheet, position).name} (${stage})`).join(', ')],
    ['tightens', tightens && torqueOf(jointOf(sheet, tightens))],
    ['marks', makes?.join(', ')],
    ['looks for', checks?.join(', ')],
    ['decides', decides?.map(key => partOf(sheet, key).name).join(', ')],
    ['lubricant', lubricant && `${lubricant.kind}: ${lubricant.text}`],
    ['tools', tools?.join(', ')],
    ['waits', waits?.map(({ name, minutes }) => `${name}, ${minutes} min`).join(', ')],
    ['owes', owes?.map(({ text }) => text).join(', ')],
    ['hold', hold],
  ]
  return lines.flatMap(([word, text]) => text ? [{ word, text }] : [])
}

const torqueOf = ({ name, torqueNm, thread }: Joint) => `${name}, ${thread}, ${formatQuantity(torqueNm.aim, 'torque')}`
