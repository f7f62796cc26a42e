import type { Calculator } from '../calculator'
import { bearingCalculators } from './bearings'
import { fitCalculators } from './fits'
import { measuringCalculators } from './measuring'
import { sealCalculators } from './seals'
import { tighteningCalculators } from './tightening'

export const CALCULATOR_GROUPS: readonly { title: string, calculators: readonly Calculator[] }[] = [
  { title: 'Measuring', calculators: measuringCalculators },
  { title: 'Fits', calculators: fitCalculators },
  { title: 'Bearings', calculators: bearingCalculators },
  { title: 'Tightening', calculators: tighteningCalculators },
  { title: 'Seals', calculators: sealCalculators },
]

export const calculatorOf = (key: string): Calculator | undefined =>
  CALCULATOR_GROUPS.flatMap(group => group.calculators).find(one => one.key === key)
