import { isSnugAt, type Joint, type Step } from '#core'
import { PATTERN_WORDS } from '../../../ui/tightening-words'

/** How a joint is tightened at a step, in the words of the bench; what its sheet has as prose stands for what the prose says. */
export function jointFacts(joint: Joint, step: Step, torque: (newtonmetres: number) => string): string[] {
  const { propertyClass, into, engagementMm, pattern, passes, note } = joint
  const { lubricant, lengths, locking, washer, blind, turned, loosening, snug } = joint
  const shares = passes?.shares?.map(share => Math.round(share * 100)).join('–')
  const order = note ?? [
    pattern && PATTERN_WORDS[pattern], shares && `${shares} %`, passes?.finalRound && 'then once round at the full torque',
  ].filter(Boolean).join(', ')
  return [
    propertyClass && `class ${propertyClass}`,
    ...lengths?.map(({ lengthMm, place }) => `${lengthMm} mm long${place ? ` ${place}` : ''}`) ?? [],
    into && engagementMm && `${engagementMm} mm in hold in ${into}`,
    order,
    lubricant.text,
    turned && `turn the ${turned}`,
    blind && 'blind holes: no oil in them',
    washer,
    locking && locking !== 'none' && locking,
    snug && (isSnugAt(joint, step) ? `snug only; ${torque(joint.torqueNm.aim)} comes later` : `from snug, ${torque(snug.torqueNm)}`),
    loosening && `off: ${loosening.order}${loosening.stays ? `; stays on: ${loosening.stays}` : ''}`,
  ].filter((fact): fact is string => Boolean(fact))
}
