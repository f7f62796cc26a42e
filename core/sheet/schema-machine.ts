import { Type } from '@sinclair/typebox'
import { EVIDENCE_READINGS, ROLE_NAMES } from '../evidence'
import { MATERIAL_NAMES } from '../materials'
import { ASSEMBLY_FLUIDS, ELASTOMERS, FLUID_PLACES } from '../seals'
import { attachments } from './schema-attachments'
import { Count, Key, Line, Mm, object, oneOf, optional, Text } from './schema-builders'
import { AXIS_DIRECTIONS, ENERGIES, JOINT_PURPOSES, LOCKINGS, LUBRICANTS, MARK_WAYS, PATTERNS, SYMBOLS, THREADED_INTO } from './terms'

/* How the machine is built: its parts and what is measured, marked and tightened on them. */

const QUANTITIES = [
  'length', 'torque', 'pressure', 'temperature', 'mass', 'force', 'time', 'speed', 'velocity', 'angle', 'volume', 'share', 'count',
  'resistance',
  'current', 'voltage',
] as const

export const Option = object(
  {
    key: Key,
    name: Line,
    values: Type.Array(object({ key: Key, name: Line }), {
      minItems: 2,
      maxItems: 20,
      description: 'The first counts when a unit says nothing.',
    }),
  },
  'A property of the unit that changes its sheet.',
)

export const Energy = optional({ key: Key, name: Line, kind: oneOf(ENERGIES, 'What is shut off, let down or let out before hands go in.') })

export const Temporary = optional({
  key: Key,
  name: Line,
  blocks: Type.Optional(Type.Boolean({ description: 'Nothing turns while it is in.' })),
  instead: Type.Optional(Type.String({ pattern: Key.pattern!, description: 'The guard in whose place it stands.' })),
})

export const Envelope = object({
  key: Key, name: Line,
  quantity: oneOf(QUANTITIES),
  limit: Type.Number({ description: 'In the SI base of the quantity.' }),
  option: Key,
  upTo: Type.String({ pattern: Key.pattern!, description: 'What the option must be for a duty up to the limit …' }),
  above: Type.String({ pattern: Key.pattern!, description: '… and above it.' }),
  why: Text,
  built: Type.Optional(
    Type.String({ pattern: Key.pattern!, description: 'What the option is; settled in the sheet of one unit, never written by hand.' }),
  ),
}, 'A condition of use that changes the machine: asked at closing, owed while duty and machine do not agree.')

export const Axis = object({
  key: Key,
  name: Line,
  alongMm: Type.Optional(Type.Number({ minimum: -100000, maximum: 100000,
    description: 'Where it starts along the main axis; 0 if left out.' })),
  acrossMm: Type.Optional(
    Type.Number({ minimum: -100000, maximum: 100000,
      description: 'How far above the main axis it starts; below is negative, 0 if left out.' }),
  ),
  direction: Type.Optional(oneOf(AXIS_DIRECTIONS, 'Where its outlines count to; along the main axis if left out.')),
}, 'A second shaft, a cylinder, a chain: what does not lie on the main axis of the section.')

export const Outline = object({
  fromMm: Mm, toMm: Mm,
  innerMm: Type.Number({ minimum: 0, description: 'Inner diameter; 0 for a solid part.' }),
  outerMm: Type.Number({ exclusiveMinimum: 0, description: 'Outer diameter.' }),
  innerEndMm: Type.Optional(Type.Number({ minimum: 0, description: 'Inner diameter at `toMm`, where it is another: a taper.' })),
  outerEndMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, description: 'Outer diameter at `toMm`, where it is another: a taper.' })),
  layer: Type.Optional(oneOf(['housing', 'shaft', 'turning', 'still'], 'What the outline belongs to; decides how it is drawn.')),
  axis: Type.Optional(Type.String({ pattern: Key.pattern!,
    description: 'The axis it lies on; the main axis of the machine if left out.' })),
  symbol: Type.Optional(oneOf(SYMBOLS, 'How it is drawn, where the kind of the part does not tell.')),
  faces: Type.Optional(oneOf(['from', 'to'], 'To which end its face, lip, head or eye looks; `to` if left out.')),
  side: Type.Optional(oneOf(['above', 'below'], 'Drawn on one side of its axis only: an upper half, a key.')),
  notToScale: Type.Optional(Type.Boolean({ description: 'A picture to find it in: nothing is reckoned from its sizes.' })),
}, 'Section outline along its axis, mirrored about it.')

export const Part = optional({
  key: Key,
  name: Line,
  count: Count,
  kind: oneOf([
    'housing',
    'shaft',
    'impeller',
    'coupling',
    'bearing',
    'seal',
    'gasket',
    'o-ring',
    'lip seal',
    'snap ring',
    'locking part',
    'sleeve',
    'wear ring',
    'fastener',
    'guard',
    'gear',
    'disc',
    'piston',
    'spring',
    'chain',
    'diaphragm',
    'valve',
    'elastomer',
    'small part',
    'key',
    'nut',
    'oil ring',
  ]),
  item: Type.Optional(Type.Integer({ minimum: 1, maximum: 999, description: 'Its number in the section drawing and the list of parts.' })),
  on: Type.Optional(
    Type.String({ pattern: Key.pattern!, description: 'The part it comes away with, as long as it has not been taken off that.' }),
  ),
  neverAgain: Type.Optional(Type.Boolean({ description: 'A new one goes in each time; an old one keeps the job open.' })),
  holdsPressure: Type.Optional(Type.Boolean({ description: 'Pressure lies behind it: below its least size nobody lets it run on.' })),
  set: Type.Optional(
    Type.String({ minLength: 1, maxLength: 60, description: 'Parts with the same set name ran together and stay together.' }),
  ),
  places: Type.Optional(
    Type.Array(Line, {
      minItems: 2,
      maxItems: 60,
      description: 'Where each piece runs, one name a piece; a piece goes back to its own place only.',
    }),
  ),
  porous: Type.Optional(
    Type.Boolean({ description: 'Takes no mark: ink soaks in, a punch breaks it. Its place is kept by a photo or a tag.' }),
  ),
  index: Type.Optional(
    Type.String({ minLength: 1, maxLength: 200, description: 'What its 12 o’clock is; recorded when it comes out in a failure analysis.' }),
  ),
  seenFrom: Type.Optional(
    Type.String({ minLength: 1, maxLength: 100, description: 'Which side its clock is read from: drive end, from above.' }),
  ),
  evidence: Type.Optional(Type.Array(object({
    role: oneOf(ROLE_NAMES),
    motion: oneOf(['turning', 'still']),
    narrow: Type.Optional(Type.Boolean({ description: 'The narrower of two faces.' })),
    at: Type.Optional(Type.Array(Line, { minItems: 2, maxItems: 12, description: 'Where each of several is, when they are told apart.' })),
  }), { minItems: 1, maxItems: 8, description: 'What of it is looked at as evidence; by its kind where left out.' })),
  wetting: Type.Optional(object({
    with: oneOf(ASSEMBLY_FLUIDS, 'What is on it when it goes in; told at the bench each time.'),
    place: oneOf(FLUID_PLACES),
    elastomer: Type.Optional(oneOf(ELASTOMERS)),
  }, 'A ring, a face, a lining that minds what is put on it.')),
  centreOfMassMm: Type.Optional(
    Type.Number({ minimum: -100000, maximum: 100000, description: 'Where it hangs level, along the axis of its outlines.' }),
  ),
  massKg: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  material: Type.Optional(Line),
  handling: Type.Optional(Text),
  attachments: attachments(6),
  outlines: Type.Optional(Type.Array(Outline, { minItems: 1, maxItems: 12 })),
})

export const Limits = object({
  lower: Type.Optional(Type.Number()), upper: Type.Optional(Type.Number()),
}, 'In the SI base of the quantity; a side that is left out has no limit.')

const Reuse = object({
  lower: Type.Optional(Type.Number()),
  upper: Type.Optional(Type.Number()),
  outOfRoundnessMm: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  taperMm: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  bowMm: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
}, 'How far it may have worn and stay: what counts as found. `limits` is what must hold as left.')

export const Position = optional({
  key: Key,
  name: Line,
  part: Key,
  quantity: oneOf(QUANTITIES),
  method: oneOf(
    ['diameter survey', 'values', 'run-out'],
    'A survey judges size, out-of-roundness and taper; values are judged one by one; a run-out is a turn of dial readings a station, its planes are angles.',
  ),
  stations: Type.Array(Line, { minItems: 1, maxItems: 24, description: 'Names of the places along the axis, or of the single values.' }),
  planes: Type.Array(Line, { minItems: 1, maxItems: 24, description: 'Names of the directions; one for a single value.' }),
  limits: Limits,
  reuse: Type.Optional(Reuse),
  toleranceClass: Type.Optional(
    Type.String({ minLength: 2, maxLength: 40,
      description: 'What the drawing writes, with the size: 110 f7. The limits say the same in figures.' }),
  ),
  with: Type.Optional(
    Type.Array(Key, { minItems: 1, maxItems: 20, description: 'Parts that are in their places while it is measured.' }),
  ),
  without: Type.Optional(
    Type.Array(Key, { minItems: 1, maxItems: 20, description: 'Parts that are away while it is measured.' }),
  ),
  grid: Type.Optional(
    Type.String({ minLength: 1, maxLength: 60,
      description: 'Positions of one step with the same grid are filled in together: both journals of a shaft.' }),
  ),
  needs: Type.Optional(object({
    from: Type.Optional(Type.Number()),
    to: Type.Optional(Type.Number()),
    step: Type.Optional(Type.Number({ exclusiveMinimum: 0, description: 'Coarsest step of its scale.' })),
  }, 'What an instrument must reach to be offered, in the SI base of the quantity.')),
  outOfRoundnessMm: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  taperMm: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  atMm: Type.Optional(
    Type.Array(Mm, {
      minItems: 3,
      maxItems: 24,
      description: 'Run-out: where each station lies along the axis of the outlines; gives the bow of the shaft.',
    }),
  ),
  bowMm: Type.Optional(
    Type.Number({ exclusiveMinimum: 0, description: 'Run-out: greatest bow against the line of the first and the last station.' }),
  ),
  worksheet: Type.Optional(
    Type.String({ pattern: Key.pattern!, description: 'The calculator that works this position out from what was measured.' }),
  ),
  evidence: Type.Optional(object({
    of: oneOf(EVIDENCE_READINGS),
    above: Type.Optional(oneOf(['tight', 'wide'], 'What a value above the upper limit is; below the lower one it is the other.')),
  }, 'What it tells of what caused a failure.')),
  uncertainty: Type.Number({ minimum: 0, description: 'Expanded uncertainty U (k = 2) of the usual instrument, SI base.' }),
  instrument: Line,
  source: Line,
})

export const Mark = optional({
  key: Type.String({ pattern: '^MK-[0-9]{1,3}$' }), name: Line,
  between: Type.Array(Key, { minItems: 1, maxItems: 2 }),
  symbol: Line, way: oneOf(MARK_WAYS), place: Line,
  angleDeg: Type.Optional(Type.Number({ minimum: 0, exclusiveMaximum: 360, description: 'Clockwise from the index datum.' })),
})

const Newtonmetres = Type.Number({ exclusiveMinimum: 0, maximum: 100000 })
const Places = Type.Integer({ minimum: 1, maximum: 200 })

const Side = Type.Integer({ minimum: 2, maximum: 100 })

export const JointLayout = Type.Union([
  object({ kind: Type.Literal('circle'), bolts: Places }),
  object({ kind: Type.Literal('rectangle'), long: Side, short: Side }, 'Bolts of a long and of a short side, each with its corners.'),
  object({ kind: Type.Literal('rows'), left: Places, right: Places }),
  object({
    kind: Type.Literal('free'),
    points: Type.Array(object({ xMm: Mm, yMm: Mm }), { minItems: 1, maxItems: 200 }),
  }),
], { description: 'Where the fasteners of one such joint lie; several of a kind share it: two heads of sixteen.' })

const Material = oneOf(MATERIAL_NAMES)

const Drives = object({
  ratio: Type.Number({ minimum: 1, maximum: 100, description: 'n of a taper 1 : n on the diameter.' }),
  meanMm: Mm, lengthMm: Mm, hubOuterMm: Mm,
  shaftBoreMm: Type.Optional(Mm),
  hub: Material, shaft: Material,
  hubYieldMPa: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 3000 })),
  friction: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1 })),
  driveUp: Key,
}, 'The taper that a `drive` joint pushes up, and the position that says how far.')

export const Joint = optional({
  key: Key,
  name: Line,
  fastener: Key,
  count: Count,
  thread: Type.String({ minLength: 1, maxLength: 60, description: 'M20, M12x1.25, 1/2-13 UNC; without a pitch the coarse one.' }),
  propertyClass: Type.Optional(Type.String({ minLength: 1, maxLength: 12, description: '8.8, SAE 5, A4-80.' })),
  torqueNm: object({ aim: Newtonmetres, from: Type.Optional(Newtonmetres), to: Type.Optional(Newtonmetres) }),
  purpose: Type.Optional(oneOf(
    JOINT_PURPOSES,
    'What it is for: to clamp (if left out), to push a taper up, to set or lock.',
  )),
  layout: Type.Optional(JointLayout),
  seenFrom: Type.Optional(Type.String({ minLength: 1, maxLength: 100, description: 'From where the layout is seen; its first bolt is at the top.' })),
  pattern: Type.Optional(oneOf(PATTERNS)),
  passes: Type.Optional(object({
    shares: Type.Optional(Type.Array(Type.Number({ exclusiveMinimum: 0, maximum: 1 }), { minItems: 1, maxItems: 6 })),
    finalRound: Type.Optional(Type.Boolean({ description: 'Once round at the full torque in the end.' })),
    each: Type.Optional(Type.Boolean({ description: 'Every pull is written down, not a whole pass with one tap.' })),
  }, 'Shares of the torque, one a pass, the last of them 1.')),
  lubricant: object({
    kind: Type.Optional(oneOf(LUBRICANTS, 'Left out only where an earlier format did not say it in one of these words.')), text: Line,
  }),
  nutClass: Type.Optional(Type.String({ minLength: 1, maxLength: 12 })),
  into: Type.Optional(oneOf(THREADED_INTO, 'What the thread bites into.')),
  engagementMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1000 })),
  blind: Type.Optional(Type.Boolean({ description: 'A hole with a bottom: oil in it breaks the casting.' })),
  turned: Type.Optional(oneOf(['nut', 'head'], 'Which of the two the wrench turns.')),
  locking: Type.Optional(oneOf(LOCKINGS)),
  lockedBy: Type.Optional(Type.String({ pattern: Key.pattern!, description: 'The step that locks it, where it is a later one.' })),
  washer: Type.Optional(Line),
  leftHand: Type.Optional(Type.Boolean()),
  drives: Type.Optional(Drives),
  lengths: Type.Optional(Type.Array(
    object({ lengthMm: Type.Number({ exclusiveMinimum: 0, maximum: 5000 }), place: Type.Optional(Line) }),
    { minItems: 1, maxItems: 12, description: 'Lengths by place: long ones outside, short ones inside.' },
  )),
  keptApart: Type.Optional(Type.String({
    minLength: 1, maxLength: 200, description: 'Why these are bagged apart and go back only here: heat-resistant, fitted.',
  })),
  loosening: Type.Optional(object({
    order: Line,
    stays: Type.Optional(Type.String({ minLength: 1, maxLength: 200, description: 'What stays until guide pins or slings hold.' })),
  }, 'How it is let go; the step that takes the fasteners out owes the easing of all of them first.')),
  snug: Type.Optional(object(
    { torqueNm: Newtonmetres, paidBy: Key },
    'Snug now; the step that pays with the final torque.',
  )),
  note: Type.Optional(Type.String({ minLength: 1, maxLength: 400, description: 'What these words do not say.' })),
  source: Line,
})

const FitPartner = object({
  position: Type.Optional(Type.String({ pattern: Key.pattern!, description: 'A position that is measured …' })),
  part: Type.Optional(
    Type.String({ pattern: Key.pattern!, description: '… or a part whose size is known by its limits, such as a new bearing.' }),
  ),
  lowerMm: Type.Optional(Mm),
  upperMm: Type.Optional(Mm),
})

export const Fit = optional({
  key: Key,
  name: Line,
  hole: FitPartner,
  shaft: FitPartner,
  clearanceMm: Limits,
  class: Type.Optional(
    Type.String({ minLength: 2, maxLength: 40, description: 'What the drawing says, e.g. H7/k6; told beside the result.' }),
  ),
  press: Type.Optional(object({
    fitDiameterMm: Mm, lengthMm: Mm, outerMm: Mm,
    boreMm: Type.Optional(Mm),
    inner: Material, outer: Material,
    outerYieldMPa: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 3000 })),
    friction: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1 })),
  }, 'An interference: what is pressed into what, for force and stress.')),
  source: Line,
})

export const DryZone = object({
  key: Key, name: Line, why: Text,
  parts: Type.Array(Key, { minItems: 1, maxItems: 30, description: 'Parts that must stay free of grease and oil.' }),
  near: Type.Array(Key, { maxItems: 30, description: 'Parts so close that lubricant on them may reach the zone.' }),
})

export const Assembly = object({
  name: Line,
  parts: Type.Array(Key, { minItems: 1, maxItems: 100 }),
}, 'Parts that are worked on together; the steps of an assembly can be folded into one line.')
