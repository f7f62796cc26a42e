import { DEPTH_OPTION, sheetForUnit, type Sheet } from '../sheet'
import { cutTo } from '../teardown'
import type { JobSetup } from './opening'

/**
 * The sheet of one job: of the unit with its options, to the depth of evidence that was agreed, cut to as far as the job goes.
 *
 * @throws DomainError `options.unknown`, `way.no-target`, `way.never-reached`
 * @example sheetForJob(sheet, { options: { size: 'large' }, target: 'seal' })
 */
export function sheetForJob(sheet: Sheet, { options = {}, depth = 'routine', target }: JobSetup = {}): Sheet {
  const machine = sheetForUnit(sheet, { ...options, [DEPTH_OPTION]: depth })
  return target ? cutTo(machine, target) : machine
}
