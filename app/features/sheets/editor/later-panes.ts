import { laterComponent } from '../../../ui/later'

/* Made once. What is not seen when a draft is opened is fetched when somebody wants it: its order is there sooner. */
export const SectionPane = laterComponent(() => import('./SectionPane.vue'))
export const JsonPane = laterComponent(() => import('./JsonPane.vue'))
export const ReviewPane = laterComponent(() => import('./ReviewPane.vue'))
export const StepOnBench = laterComponent(() => import('../../practice').then(practice => ({ default: practice.StepOnBench })))
