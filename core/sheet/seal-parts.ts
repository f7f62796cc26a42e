import type { Outline, Seal, SheetDocument, Step } from './schema'

export type SealRole = 'face' | 'ring' | 'spring' | 'drive' | 'sleeve' | 'gland' | 'other'

/** One part of a seal: what it is there, and how it is drawn in the drawing of the seal. */
export interface SealPart { part: string, role: SealRole, outlines?: readonly Outline[] | undefined }

/** The parts of a seal, faces first. */
export function sealParts({ faces, rings = [], springs = [], drive = [], sleeve, gland, others = [] }: Seal): SealPart[] {
  const as = (role: SealRole) => ({ part, outlines }: Omit<SealPart, 'role'>): SealPart => ({ part, role, outlines })
  return [
    ...faces.map(as('face')), ...rings.map(as('ring')), ...springs.map(as('spring')), ...drive.map(as('drive')),
    ...sleeve ? [as('sleeve')(sleeve)] : [], ...gland ? [as('gland')(gland)] : [], ...others.map(as('other')),
  ]
}

/** Whether a step has to do with a seal: it moves a part of it, sets it, holds or frees it, or sees to its barrier. */
function touches({ key, removes = [], refits = [], puts, takes, isolates, state, feels }: Step, seal: Seal): boolean {
  const own = new Set(sealParts(seal).flatMap(({ part, role }) => role === 'other' ? [] : [part]))
  const { clips, barrier, setting } = seal
  return [...removes, ...refits].some(({ part }) => own.has(part)) || setting?.step === key
    || (clips !== undefined && Boolean(puts?.includes(clips) || takes?.includes(clips)))
    || (barrier !== undefined && Boolean(isolates?.includes(barrier) || state?.lets?.includes(barrier)))
    || Boolean(feels && seal.trials?.includes(key))
}

/** The seals that a step has to do with. */
export const sealsAt = ({ seals = [] }: SheetDocument, step: Step): readonly Seal[] => seals.filter(seal => touches(step, seal))

/**
 * The steps of one side that a seal goes through, in the order of the sheet: how it comes apart, or how it is fitted, trial fits and hand
 * checks with it.
 *
 * @example sealSteps(sheet, sealOf(sheet, 'seal'), 'on').map(({ title }) => title) // ['Dry trial …', 'Still ring in …', …]
 */
export const sealSteps = ({ steps }: SheetDocument, seal: Seal, limb: 'off' | 'on'): Step[] =>
  steps.filter(step => step.limb === limb && touches(step, seal))
