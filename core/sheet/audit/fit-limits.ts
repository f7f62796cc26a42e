import type { Fit, SheetDocument } from '../schema'
import type { Found, Rule } from './finding'

/** How far the written clearance may lie from the one that both sizes give: rounding of a drawing. */
const [ROUNDED_MM, ROUNDED_SHARE] = [0.003, 0.15]

function sizeOf(sheet: SheetDocument, { position, lowerMm, upperMm }: Fit['hole']): readonly [number, number] | undefined {
  const limits = sheet.positions.find(({ key }) => key === position)?.limits
  const [lower, upper] = limits ? [limits.lower, limits.upper] : [lowerMm, upperMm]
  return lower === undefined || upper === undefined ? undefined : [lower, upper]
}

/** The clearance that a fit names is the one that follows from the limits of its two sizes. */
export const fitLimits: Rule = {
  name: 'fit-limits',
  source: 'ISO 286-1 (clearance is hole less shaft)',
  find: sheet => (sheet.fits ?? []).flatMap((fit): Found[] => {
    const [hole, shaft] = [sizeOf(sheet, fit.hole), sizeOf(sheet, fit.shaft)]
    if (!hole || !shaft) return []
    const [least, most] = [hole[0] - shaft[1], hole[1] - shaft[0]]
    const roundedMm = Math.max(ROUNDED_MM, ROUNDED_SHARE * (most - least))
    const { lower = least, upper = most } = fit.clearanceMm
    if (Math.abs(lower - least) <= roundedMm && Math.abs(upper - most) <= roundedMm) return []
    const mm = (value: number) => value.toFixed(3)
    return [{
      list: 'fits' as const, key: fit.key, field: 'clearanceMm', severity: 'wrong' as const,
      sentence: `${fit.name}: its sizes give ${mm(least)} to ${mm(most)} mm, it says ${mm(lower)} to ${mm(upper)} mm.`,
    }]
  }),
}
