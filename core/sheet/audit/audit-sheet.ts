import { optionCombinations } from '../combinations'
import type { Sheet } from '../schema'
import { sheetForUnit } from '../sheet-for-unit'
import type { Finding, Rule, Severity } from './finding'
import { jointLubricant } from './joint-lubricant'
import { jointStress } from './joint-stress'
import { liftingGear } from './lifting-gear'
import { neverAgain } from './never-again'
import { uncertaintyShare } from './uncertainty-share'

const RULES: readonly Rule[] = [liftingGear, jointStress, jointLubricant, uncertaintyShare, neverAgain]
/** From the gravest on. */
const SEVERITIES: readonly Severity[] = ['danger', 'wrong', 'doubtful', 'thin']

/**
 * Reads a sheet as a practitioner would, with all rules of the craft, for every machine that its options describe.
 *
 * @param sheet a checked sheet
 * @returns what there is to say, the gravest first; without what the sheet answers itself (`audited`)
 * @example auditSheet(sheet).filter(({ severity }) => severity === 'danger')
 */
export function auditSheet(sheet: Sheet): Finding[] {
  const found = new Map<string, Finding>()
  for (const options of optionCombinations(sheet)) {
    const machine = sheetForUnit(sheet, options)
    for (const { name: rule, source, find } of RULES) {
      for (const finding of find(machine)) {
        // The same of several machines is said once; another figure is another finding.
        found.set([rule, finding.list, finding.key, finding.field, finding.sentence].join('\n'), { rule, source, ...finding })
      }
    }
  }
  const isAnswered = ({ rule, list, key, field }: Finding) => sheet.audited?.some(answer =>
    answer.rule === rule && answer.list === list && answer.key === key && (answer.field === undefined || answer.field === field))
  return [...found.values()]
    .filter(finding => !isAnswered(finding))
    .sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity))
}
