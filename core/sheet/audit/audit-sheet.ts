import { optionCombinations, wayCombinations } from '../combinations'
import type { SheetDocument } from '../schema'
import { sheetForUnit } from '../sheet-for-unit'
import { sheetOnWay } from '../sheet-on-way'
import { classLimits } from './class-limits'
import { closedValve } from './closed-valve'
import { fastenerThread } from './fastener-thread'
import { SEVERITIES, type Finding, type Rule } from './finding'
import { fitLimits } from './fit-limits'
import { gapsLeft } from './gaps'
import { guardsOn } from './guards-on'
import { hotWork } from './hot-work'
import { instrumentRange } from './instrument-range'
import { isolation } from './isolation'
import { jointDebt } from './joint-debt'
import { jointEvenness } from './joint-evenness'
import { jointLayout } from './joint-layout'
import { jointLubricant } from './joint-lubricant'
import { jointStress } from './joint-stress'
import { liftingGear } from './lifting-gear'
import { machineMass } from './machine-mass'
import { markLasts } from './mark-lasts'
import { measuredWith } from './measured-with'
import { neverAgain } from './never-again'
import { oneJournal } from './one-journal'
import { optionFollowed } from './option-followed'
import { partAccount } from './part-account'
import { partDecided } from './part-decided'
import { partTouched } from './part-touched'
import { plasticGauge } from './plastic-gauge'
import { pressForce } from './press-force'
import { releaseAndReturn } from './release-and-return'
import { sealFluid } from './seal-fluid'
import { sealOrder } from './seal-order'
import { stateNeeded } from './state-needed'
import { stateOrder } from './state-order'
import { supplyCable } from './supply-cable'
import { taperDrive } from './taper-drive'
import { temporaryThings } from './temporary-things'
import { thinReadings } from './thin-readings'
import { torqueSaid } from './torque-said'
import { torqueTool } from './torque-tool'
import { turningBlocked } from './turning-blocked'
import { uncertaintyShare } from './uncertainty-share'
import { waitAsSaid } from './wait-as-said'
import { wayClosed } from './way-closed'

const RULES: readonly Rule[] = [
  isolation, stateNeeded, stateOrder, releaseAndReturn, guardsOn, turningBlocked, temporaryThings, hotWork, supplyCable, closedValve,
  liftingGear, machineMass, jointStress, jointLayout, jointEvenness, jointLubricant, torqueTool, torqueSaid, jointDebt, fastenerThread,
  optionFollowed, taperDrive, pressForce,
  classLimits, fitLimits, oneJournal, uncertaintyShare, instrumentRange, measuredWith, plasticGauge,
  neverAgain, partAccount, partTouched, partDecided, markLasts, waitAsSaid, wayClosed, thinReadings,
  sealOrder, sealFluid, gapsLeft,
]

/**
 * Reads a sheet as a practitioner would, with all rules of the craft, for every machine of its options and every way of its forks.
 *
 * @param sheet a sheet of the format of today whose references meet something; what else `checkSheet` refuses is read all the same
 * @returns what there is to say, the gravest first; without what the sheet answers itself (`audited`)
 * @example auditSheet(sheet).filter(({ severity }) => severity === 'danger')
 */
export function auditSheet(sheet: SheetDocument): Finding[] {
  const found = new Map<string, Finding>()
  const read = (scope: NonNullable<Rule['scope']>, document: SheetDocument) => {
    for (const { name: rule, source, scope: own = 'machine', find } of RULES) {
      if (own !== scope) continue
      for (const finding of find(document)) {
        // The same of several machines is said once; another figure is another finding.
        found.set([rule, finding.list, finding.key, finding.field, finding.sentence].join('\n'), { rule, source, ...finding })
      }
    }
  }
  read('sheet', sheet)
  for (const options of optionCombinations(sheet)) {
    const machine = sheetForUnit(sheet, options)
    read('machine', machine)
    for (const ways of wayCombinations(machine)) read('way', sheetOnWay(machine, ways))
  }
  const isAnswered = ({ rule, list, key, field }: Finding) => sheet.audited?.some(answer =>
    answer.rule === rule && answer.list === list && answer.key === key && (answer.field === undefined || answer.field === field))
  return [...found.values()]
    .filter(finding => !isAnswered(finding))
    .sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity))
}
