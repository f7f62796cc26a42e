import { operatingClearance, type OperatingClearance, type OperatingClearanceInput } from '#core'
import { serve } from './protocol'

export interface CoreTasks {
  operatingClearance: { input: OperatingClearanceInput, result: OperatingClearance }
}

serve<CoreTasks>({ operatingClearance: input => operatingClearance(input) })
