import { interferenceFit, stressVerdict } from '../../fits'
import { MATERIALS } from '../../materials'
import type { Fit, SheetDocument } from '../schema'
import type { Found, Rule } from './finding'

const PRESS = /\bpress\b[^;]*?(\d+(?:\.\d+)?)\s?(t|kN)\b/i

/** What the presses of a sheet can push, N; none when none says so. */
const presses = (sheet: SheetDocument, part: string): number[] => sheet.steps
  .filter(step => [...step.removes ?? [], ...step.refits ?? []].some(piece => piece.part === part))
  .flatMap(step => step.tools ?? []).flatMap((tool) => {
    const [, figure, unit] = PRESS.exec(tool) ?? []
    return figure ? [Number(figure) * (unit === 't' ? 9810 : 1000)] : []
  })

function ofFit(sheet: SheetDocument, fit: Fit, press: NonNullable<Fit['press']>): Found[] {
  const partOf = (position: string | undefined) => sheet.positions.find(({ key }) => key === position)?.part
  const sleeve = [fit.shaft, fit.hole].flatMap(({ position, part }) => part ?? partOf(position) ?? [])
  const interferenceUm = -(fit.clearanceMm.lower ?? 0) * 1000
  if (!(interferenceUm > 0)) return []
  const { fitDiameterMm, lengthMm, outerMm, boreMm = 0, inner, outer, outerYieldMPa, friction = 0.12 } = press
  const { pressForceN, hubStressShare, pressureMPa } = interferenceFit({
    fitDiameterMm, innerBoreMm: boreMm, outerDiameterMm: outerMm, lengthMm, interferenceUm, friction,
    inner: MATERIALS[inner], outer: { ...MATERIALS[outer], yieldMPa: outerYieldMPa },
  })
  const at = { list: 'fits' as const, key: fit.key, field: 'press' }
  const weakest = Math.min(...sleeve.flatMap(part => presses(sheet, part)))
  return [
    ...(hubStressShare !== undefined && stressVerdict(hubStressShare) === 'out'
      ? [{ ...at, severity: 'danger' as const, sentence: `${fit.name}: ${Math.round(interferenceUm)} µm is ${Math.round(pressureMPa)} MPa, ${Math.round(hubStressShare * 100)} % of the yield of what it is pressed into.` }]
      : []),
    ...(weakest < pressForceN
      ? [{ ...at, severity: 'wrong' as const, sentence: `${fit.name}: it takes up to ${Math.round(pressForceN / 1000)} kN, the press pushes ${Math.round(weakest / 1000)} kN.` }]
      : []),
  ]
}

/** A press fit holds in what it is pressed into, and the press can push it. */
export const pressForce: Rule = {
  name: 'press-force',
  source: 'Lamé (thick cylinders); Coulomb friction',
  find: sheet => (sheet.fits ?? []).flatMap(fit => fit.press ? ofFit(sheet, fit, fit.press) : []),
}
