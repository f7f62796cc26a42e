// The closed lists of words a sheet may use; apart from the schema, so that a screen can have them without it.

/** The format of today; an earlier one is brought up by `upgradeSheet`. */
export const SHEET_FORMAT = 'needler-sheet/2'

export const LIMBS = ['off', 'floor', 'on'] as const
export const STAGES = [
  'make-safe', 'prepare', 'as-found', 'mark', 'take-apart',
  'clean', 'inspect', 'decide', 'get-parts',
  'refit', 'set', 'tighten', 'as-left', 'run', 'close',
] as const
export const READING_STAGES = ['as-found', 'as-left'] as const
export const MARK_WAYS = ['punch', 'paint', 'felt pen', 'scribe', 'tag'] as const

export const LUBRICANTS = ['dry', 'grease', 'oil', 'water', 'anti-seize', 'thread lock', 'sealant'] as const
export const JOINT_PURPOSES = ['clamp', 'drive', 'set'] as const
export const PATTERNS = ['crosswise', 'oppositeThenRound', 'round', 'sideBySide', 'middleOutwards', 'evenTurns'] as const
export const LOCKINGS = [
  'none', 'lock washer', 'tab washer', 'split pin', 'thread lock', 'wire', 'castle nut', 'self-locking',
] as const
export const THREADED_INTO = ['nut', 'steel', 'iron', 'aluminium'] as const

export const TREATMENTS = ['wipe', 'solvent', 'wash', 'bath', 'blast', 'oven'] as const
export const TIMERS = ['cooling', 'soaking', 'drying', 'curing'] as const
/** What can hurt somebody when it is not shut off, let down or let out. */
export const ENERGIES = [
  'electric', 'pressure', 'hydraulic', 'steam', 'gas', 'chemical', 'cooling water', 'stored load', 'spring', 'heat', 'turning',
] as const
/** How a machine stands: nothing on, nothing on and free to be turned, or let on for a run or a test. */
export const MACHINE_STATES = ['locked off', 'turns by hand', 'powered'] as const

export const DEPTHS = ['routine', 'failure-analysis'] as const

/** How a part is drawn in section, where its kind does not tell. */
export const SYMBOLS = [
  'body', 'solid', 'flanged pipe', 'volute', 'ribbed frame', 'motor', 'sheet metal', 'trough', 'shaft', 'spline', 'crank',
  'laminated core', 'winding', 'commutator', 'brush', 'pole', 'tube bundle', 'glass',
  'ball bearing', 'roller bearing', 'spherical roller bearing', 'needle bearing', 'sleeve bearing', 'thrust bearing', 'oil ring',
  'seal with springs', 'seal face', 'lip seal', 'labyrinth', 'packing', 'felt', 'o-ring', 'gasket',
  'bolt', 'stud', 'nut', 'lock washer', 'snap ring', 'key', 'pin',
  'gear', 'pinion', 'internal gear', 'helical gear', 'double helical gear', 'worm wheel', 'worm', 'gear from the end', 'eccentric from the end', 'ratchet', 'pocket wheel', 'cycloid disc',
  'rollers', 'impeller', 'double impeller', 'open wheel', 'fan', 'scroll', 'weir plate',
  'hub', 'spacer coupling', 'pulley', 'elastomer', 'brake drum', 'friction disc', 'threaded hub',
  'piston', 'disc piston', 'connecting rod', 'spring', 'diaphragm', 'poppet valve', 'ball valve', 'plate valve', 'spool',
  'chain', 'hook', 'lever', 'knob',
] as const
export const AXIS_DIRECTIONS = ['along', 'up', 'down'] as const

export type Treatment = (typeof TREATMENTS)[number]
export type TimerKind = (typeof TIMERS)[number]
export type MachineState = (typeof MACHINE_STATES)[number]
export type Depth = (typeof DEPTHS)[number]
export type ReadingStage = (typeof READING_STAGES)[number]
export type DrawingSymbol = (typeof SYMBOLS)[number]
