import type { DryZone, Sheet, Step } from '../sheet'

export interface DryWarning {
  zone: DryZone
  /** True when the step lubricates the zone itself, false when it works beside it. */
  inside: boolean
}

const GREASY: ReadonlySet<string> = new Set(['grease', 'oil', 'anti-seize', 'thread lock', 'sealant'])

/**
 * The zones that must stay dry and that this step endangers: it brings lubricant onto parts of the zone or right beside it.
 *
 * @returns empty for a step that works dry or with water
 * @example dryWarnings(sheet, step).map(({ zone }) => zone.name)
 */
export function dryWarnings(sheet: Sheet, step: Step): DryWarning[] {
  if (!step.lubricant || !GREASY.has(step.lubricant.kind)) return []
  const handled = new Set([...step.removes ?? [], ...step.refits ?? []].map(piece => piece.part))
  return (sheet.dryZones ?? []).flatMap((zone) => {
    const inside = zone.parts.some(part => handled.has(part))
    return inside || zone.near.some(part => handled.has(part)) ? [{ zone, inside }] : []
  })
}
