import type { Gap, SheetDocument } from './schema'

/**
 * What is still not known of a sheet: a gap is over once what it stands for is there.
 *
 * @returns in the order in which they were written, each once
 * @example openGaps(sheet).filter(({ field }) => field === 'torque')
 */
export function openGaps(sheet: SheetDocument): Gap[] {
  const seen = new Set<string>()
  return (sheet.gaps ?? []).filter((gap) => {
    const name = `${gap.field} ${gap.thing}`
    if (seen.has(name) || IS_KNOWN[gap.field](sheet, gap.thing)) return false
    seen.add(name)
    return true
  })
}

/**
 * What the thing of a gap is called; its key where it is gone.
 *
 * @example gapName(sheet, { thing: 'cover-screws', field: 'torque' }) // 'Cover screws'
 */
export function gapName({ parts, positions, steps }: SheetDocument, { thing }: Pick<Gap, 'thing'>): string {
  const named = [...parts, ...positions].find(one => one.key === thing)?.name
  return named ?? steps.find(step => step.key === thing)?.title ?? thing
}

/** True when the thing is gone, or the sheet says the value by now. */
const IS_KNOWN: Record<Gap['field'], (sheet: SheetDocument, key: string) => boolean> = {
  torque: ({ parts, joints }, key) => !parts.some(part => part.key === key) || joints.some(joint => joint.fastener === key),
  mass: ({ parts }, key) => parts.find(part => part.key === key)?.massKg !== undefined || !parts.some(part => part.key === key),
  limits: ({ positions }, key) => {
    const position = positions.find(one => one.key === key)
    return !position || position.limits.lower !== undefined || position.limits.upper !== undefined
  },
  why: ({ steps }, key) => !steps.some(step => step.key === key && step.why === undefined),
  minutes: ({ steps }, key) => !steps.some(step => step.key === key && step.minutes === undefined),
}
