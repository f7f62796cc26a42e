export { instrumentShows, type InstrumentCharacter, type ReadingMoment } from './instrument-character'
export { angleOfPlane, middleOf, trueSize, type MeasuredPlace, type TrueSize } from './true-size'
export { walkJobs, type WalkedJobs, type WalkStop } from './walk-jobs'
export { bagDeeds, goodTruth, nextDeed, turnOf, type Circumstances, type Deed, type Draft, type MachineTruth, type Told } from './virtual-machine'
