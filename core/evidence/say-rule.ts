import type { RuleWhen } from './rules'
import { kindName } from './words'

/**
 * What a rule looks for, in words.
 *
 * @example sayWhen({ reading: { of: 'seal setting', side: 'tight' } }) // 'reading: seal setting out, tight'
 */
export function sayWhen(when: RuleWhen): string {
  if ('finding' in when) {
    const { roles, kinds, zones, motion, reach } = when.finding
    return [`${motion ? `${motion} ` : ''}${roles.join(', ')}: ${kinds.map(kindName).join(', ')}`, ...zones ? [`at ${zones.join(', ')}`] : [],
      ...reach ? [reach.join(' or ')] : []].join('; ')
  }
  if ('reading' in when) {
    const { of, side, motion } = when.reading
    return `reading: ${of} out${side ? `, ${side}` : ''}${motion ? `, ${motion}` : ''}`
  }
  return 'circumstance' in when ? `known: ${when.circumstance}` : `marks together: ${when.geometry}${when.family ? ` (${when.family})` : ''}`
}
