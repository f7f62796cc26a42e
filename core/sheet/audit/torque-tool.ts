import { torqueAt } from '../joint-torque'
import { jointOf } from '../sheet-index'
import type { Found, Rule } from './finding'
import { torqueRanges } from './tightening-step'

const PULLS = /torque|tensioner|angle gauge|by feel|hand tight/i

/** The step that tightens a joint lists a tool for it, and its range holds the torque. */
export const torqueTool: Rule = {
  name: 'torque-tool',
  source: 'ISO 6789-1 (a torque tool is used within its range); general practice',
  find: sheet => sheet.steps.flatMap((step): Found[] => {
    if (!step.tightens) return []
    const joint = jointOf(sheet, step.tightens)
    const at = { list: 'steps' as const, key: step.key, field: 'tools' }
    if (!step.tools?.some(tool => PULLS.test(tool)))
      return [{ ...at, severity: 'doubtful' as const, sentence: `"${step.title}" lists no tool for the torque of ${joint.name}.` }]
    const [ranges, torqueNm] = [torqueRanges(step), torqueAt(joint, step)]
    if (ranges.length === 0 || ranges.some(([from, to]) => torqueNm >= from && torqueNm <= to)) return []
    return [{
      ...at, severity: 'wrong' as const,
      sentence: `"${step.title}": ${torqueNm} N·m of ${joint.name} lies outside ${ranges.map(([from, to]) => `${from}–${to} N·m`).join(', ')}.`,
    }]
  }),
}
