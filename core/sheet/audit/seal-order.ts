import type { Seal, SheetDocument, Step } from '../schema'
import type { Found, Rule } from './finding'
import { stateMadeBy } from './timeline'

/** Whether the step lets an energy on, by itself or with all the others. */
const letsOn = (step: Step, energy: string) => step.state?.lets ? step.state.lets.includes(energy) : stateMadeBy(step) === 'powered'

const partsOf = (list: readonly { part: string }[] = []) => list.map(({ part }) => part)

/** Clips hold faces and springs together from before a drive screw is loose until all that moves the shaft along is done. */
function clipsOf({ steps }: SheetDocument, { key, name, clips, drive, gland, setting }: Seal): Found[] {
  if (!clips) return []
  const found = { list: 'seals' as const, key, severity: 'danger' as const, field: 'clips' }
  const firstPut = steps.findIndex(({ puts }) => puts?.includes(clips))
  const lastTaken = steps.findLastIndex(({ takes }) => takes?.includes(clips))
  const held = new Set([...partsOf(drive), ...gland ? [gland.part] : []])
  const loosened = steps.findIndex(({ removes }) => removes?.some(({ part }) => held.has(part)))
  const early = loosened >= 0 && (firstPut < 0 || firstPut > loosened)
    ? [{ ...found, sentence: `${name} is let go at "${steps[loosened]!.title}" before what holds it together is in.` }]
    : []
  const last = steps.findLastIndex(step => step.refits?.some(({ part }) => held.has(part)) || setting?.movedBy?.includes(step.key))
  const late = lastTaken >= 0 && lastTaken < last
    ? [{ ...found, sentence: `What holds ${name} together comes out at "${steps[lastTaken]!.title}", before "${steps[last]!.title}".` }]
    : []
  const turned = lastTaken < 0 || steps.slice(lastTaken).some(({ feels }) => feels)
    ? []
    : [{ ...found, severity: 'doubtful' as const, sentence: `After "${steps[lastTaken]!.title}" nobody turns the shaft by hand.` }]
  return [...early, ...late, ...turned]
}

/** Barrier pressure is off before the gland is touched, and on before the process presses from inside. */
function barrierOf({ steps, energies = [] }: SheetDocument, { key, name, barrier, gland }: Seal): Found[] {
  if (!barrier) return []
  const found = { list: 'seals' as const, key, severity: 'danger' as const, field: 'barrier' }
  const isolated = steps.findIndex(({ isolates }) => isolates?.includes(barrier))
  const touched = steps.findIndex(({ removes }) => removes?.some(({ part }) => part === gland?.part))
  const off = touched >= 0 && (isolated < 0 || isolated > touched)
    ? [{ ...found, sentence: `The gland of ${name} is touched at "${steps[touched]!.title}" while its barrier still presses.` }]
    : []
  const presses = energies.filter(({ key: one, kind }) => one !== barrier && kind === 'pressure').map(({ key: one }) => one)
  const [on, process] = [steps.findIndex(step => letsOn(step, barrier)), steps.findIndex(step => presses.some(one => letsOn(step, one)))]
  return process >= 0 && (on < 0 || on >= process)
    ? [...off, { ...found, sentence: `At "${steps[process]!.title}" the process presses before the barrier of ${name} is on.` }]
    : off
}

/** What moves the shaft along after a seal was set has undone the setting. */
const movesOf = ({ steps }: SheetDocument, { key, name, setting }: Seal): Found[] => (setting?.movedBy ?? []).flatMap((moved) => {
  const at = steps.findIndex(step => step.key === moved)
  return at > steps.findIndex(step => step.key === setting!.step)
    ? [{ list: 'seals' as const, key, severity: 'wrong' as const, field: 'setting',
        sentence: `"${steps[at]!.title}" moves the shaft along after ${name} was set.` }]
    : []
})

export const sealOrder: Rule = {
  name: 'seal-order',
  source: 'general practice of mechanical seals: clips in first and out last, barrier before process, nothing moves the shaft after the setting',
  scope: 'way',
  find: sheet => (sheet.seals ?? []).flatMap(seal => [...clipsOf(sheet, seal), ...barrierOf(sheet, seal), ...movesOf(sheet, seal)]),
}
