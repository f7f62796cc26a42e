import { auditSheet, operatingClearance, type Finding, type OperatingClearance, type OperatingClearanceInput, type Sheet } from '#core'
import { serve } from './protocol'

export interface CoreTasks {
  operatingClearance: { input: OperatingClearanceInput, result: OperatingClearance }
  auditSheet: { input: Sheet, result: Finding[] }
}

serve<CoreTasks>({ operatingClearance: input => operatingClearance(input), auditSheet: sheet => auditSheet(sheet) })
