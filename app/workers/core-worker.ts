import {
  auditSheet, compareSchools, operatingClearance, simulateTightening, type Finding, type OperatingClearance, type OperatingClearanceInput,
  type School, type SchoolsInput, type Sheet, type SimulatedTightening, type TighteningModel,
} from '#core'
import { serve } from './protocol'

export interface CoreTasks {
  operatingClearance: { input: OperatingClearanceInput, result: OperatingClearance }
  auditSheet: { input: Sheet, result: Finding[] }
  compareSchools: { input: SchoolsInput, result: School[] }
  simulateTightening: { input: TighteningModel, result: SimulatedTightening }
}

serve<CoreTasks>({
  operatingClearance: input => operatingClearance(input),
  auditSheet: sheet => auditSheet(sheet),
  compareSchools: input => compareSchools(input),
  simulateTightening: input => simulateTightening(input),
})
