import {
  auditSheet, compareSchools, operatingClearance, passesForEvenness, simulateTightening, type EvenPasses, type Finding,
  type OperatingClearance, type OperatingClearanceInput,
  type School, type SchoolsInput, type SheetDocument, type SimulatedTightening, type TighteningModel,
} from '#core'
import { serve } from './protocol'

export interface CoreTasks {
  operatingClearance: { input: OperatingClearanceInput, result: OperatingClearance }
  auditSheet: { input: SheetDocument, result: Finding[] }
  compareSchools: { input: SchoolsInput, result: School[] }
  simulateTightening: { input: TighteningModel, result: SimulatedTightening }
  passesForEvenness: { input: Parameters<typeof passesForEvenness>[0], result: EvenPasses }
}

serve<CoreTasks>({
  operatingClearance: input => operatingClearance(input),
  auditSheet: sheet => auditSheet(sheet),
  compareSchools: input => compareSchools(input),
  simulateTightening: input => simulateTightening(input),
  passesForEvenness: input => passesForEvenness(input),
})
