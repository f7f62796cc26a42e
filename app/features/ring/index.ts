import { laterComponent } from '../../ui/later'

/* What the ring shows to other features. It comes when a step first tightens or lets go. */
export const TighteningDuty = laterComponent(() => import('./TighteningDuty.vue'))
export const RingDrawing = laterComponent(() => import('./RingDrawing.vue'))
export const EasingDuty = laterComponent(() => import('./EasingDuty.vue'))
