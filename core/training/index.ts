export { bagDeeds, goodTruth, nextDeed, turnOf, type Circumstances, type Deed, type Draft, type MachineTruth } from './virtual-machine'
