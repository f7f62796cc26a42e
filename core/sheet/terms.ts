// The closed lists of words a sheet may use; apart from the schema, so that a screen can have them without it.

export const LIMBS = ['off', 'floor', 'on'] as const
export const STAGES = [
  'make-safe', 'prepare', 'as-found', 'mark', 'take-apart',
  'clean', 'inspect', 'decide', 'get-parts',
  'refit', 'set', 'tighten', 'as-left', 'run', 'close',
] as const
export const READING_STAGES = ['as-found', 'as-left'] as const
export const MARK_WAYS = ['punch', 'paint', 'felt pen', 'scribe', 'tag'] as const

export const TREATMENTS = ['wipe', 'solvent', 'wash', 'bath', 'blast', 'oven'] as const
export const TIMERS = ['cooling', 'soaking', 'drying', 'curing'] as const
export const DEPTHS = ['routine', 'failure-analysis'] as const

export type Treatment = (typeof TREATMENTS)[number]
export type TimerKind = (typeof TIMERS)[number]
export type Depth = (typeof DEPTHS)[number]
export type ReadingStage = (typeof READING_STAGES)[number]
