import { laterComponent } from '../../../ui/later'

/** Made once: the bench is much to fetch, and wanted only when a step is looked at. */
export const StepOnBench = laterComponent(() => import('../../practice').then(practice => ({ default: practice.StepOnBench })))
