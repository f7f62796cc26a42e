import { gapName, openGaps } from '../open-gaps'
import type { Gap } from '../schema'
import type { Found, Rule, Severity } from './finding'

/** What a gap is: without a torque or the mass of what hangs nobody works by a sheet; the others are thin. */
const WEIGHT: Readonly<Record<Gap['field'], Severity>> = { torque: 'wrong', mass: 'wrong', limits: 'thin', why: 'thin', minutes: 'thin' }
const LIST = { torque: 'parts', mass: 'parts', limits: 'positions', why: 'steps', minutes: 'steps' } as const
const SAYS: Readonly<Record<Gap['field'], string>> = {
  torque: 'how tight is not known', mass: 'its mass is not known, and it hangs', limits: 'no limits are known',
  why: 'nobody has said why', minutes: 'how long it takes is not known',
}

/** What nobody knows yet is said as long as it is so. */
export const gapsLeft: Rule = {
  name: 'gaps',
  source: 'what is not known is written down as such, and closed before a release where somebody could be hurt by it',
  scope: 'sheet',
  find: sheet => openGaps(sheet).map((gap): Found => ({
    list: LIST[gap.field], key: gap.thing, field: gap.field, severity: WEIGHT[gap.field],
    sentence: `${gapName(sheet, gap)}: ${SAYS[gap.field]}.`,
  })),
}
