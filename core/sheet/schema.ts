import { Type, type Static, type TLiteral, type TSchema, type TUnion } from '@sinclair/typebox'
import { LIMBS, MARK_WAYS, READING_STAGES, STAGES, TIMERS, TREATMENTS } from './terms'

/*
 * The machine sheet as one document: everything that Needler knows about one kind of machine. The types of the program and
 * the published JSON Schema (docs/sheet.schema.json) both come from the definitions below; `checkSheet` adds what a schema
 * cannot say (references, cycles, counts).
 */

const object = <T extends Record<string, TSchema>>(properties: T, description?: string) =>
  Type.Object(properties, { additionalProperties: false, ...(description ? { description } : {}) })
const oneOf = <const T extends readonly string[]>(values: T, description?: string) =>
  Type.Union(values.map(value => Type.Literal(value)), description ? { description } : {}) as unknown as
  TUnion<{ -readonly [I in keyof T]: TLiteral<T[I]> }>

// `constructor` names something on every object of JavaScript; as a key it would be found where nothing was put.
const Key = Type.String({
  pattern: '^(?!constructor$)[a-z0-9]+(-[a-z0-9]+)*$',
  maxLength: 60,
  description: 'Lower-case words with hyphens; unique in its list. Not "constructor".',
})
const Line = Type.String({ minLength: 1, maxLength: 200 })
const Text = Type.String({ minLength: 1, maxLength: 1200 })
const Count = Type.Integer({ minimum: 1, maximum: 2000 })
const Mm = Type.Number({ minimum: -100000, maximum: 100000 })

const Condition = Type.Record(Key, Type.Array(Key, { minItems: 1, maxItems: 20 }), {
  minProperties: 1, description: 'Option → values; true when every option named has one of its values.',
})
/** A thing of the sheet that depends on the options of the unit: it is there only `when`, and its `variants` overwrite what they set. */
const optional = <T extends Record<string, TSchema>>(properties: T) =>
  object({
    ...properties,
    when: Type.Optional(Condition),
    variants: Type.Optional(
      Type.Array(object({ when: Condition, set: Type.Partial(Type.Omit(object(properties), ['key'])) }), { minItems: 1, maxItems: 20 }),
    ),
  })

const Option = object(
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

const Outline = object({
  fromMm: Mm, toMm: Mm,
  innerMm: Type.Number({ minimum: 0, description: 'Inner diameter; 0 for a solid part.' }),
  outerMm: Type.Number({ exclusiveMinimum: 0, description: 'Outer diameter.' }),
  layer: Type.Optional(oneOf(['housing', 'shaft', 'turning', 'still'], 'What the outline belongs to; decides how it is drawn.')),
}, 'Section outline along the axis of the machine, mirrored about the centre line.')

const Part = optional({
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
  ]),
  neverAgain: Type.Optional(Type.Boolean({ description: 'A new one goes in each time; an old one keeps the job open.' })),
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
  massKg: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  material: Type.Optional(Line),
  handling: Type.Optional(Text),
  outlines: Type.Optional(Type.Array(Outline, { minItems: 1, maxItems: 12 })),
})

const Limits = object({
  lower: Type.Optional(Type.Number()), upper: Type.Optional(Type.Number()),
}, 'In the SI base of the quantity; a side that is left out has no limit.')

const Position = optional({
  key: Key,
  name: Line,
  part: Key,
  quantity: oneOf([
    'length',
    'torque',
    'pressure',
    'temperature',
    'mass',
    'force',
    'time',
    'speed',
    'velocity',
    'angle',
    'volume',
    'share',
    'count',
    'resistance',
  ]),
  method: oneOf(
    ['diameter survey', 'values', 'run-out'],
    'A survey judges size, out-of-roundness and taper; values are judged one by one; a run-out is a turn of dial readings a station, its planes are angles.',
  ),
  stations: Type.Array(Line, { minItems: 1, maxItems: 24, description: 'Names of the places along the axis, or of the single values.' }),
  planes: Type.Array(Line, { minItems: 1, maxItems: 24, description: 'Names of the directions; one for a single value.' }),
  limits: Limits,
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
  uncertainty: Type.Number({ minimum: 0, description: 'Expanded uncertainty U (k = 2) of the usual instrument, SI base.' }),
  instrument: Line,
  source: Line,
})

const Mark = optional({
  key: Type.String({ pattern: '^MK-[0-9]{1,3}$' }), name: Line,
  between: Type.Array(Key, { minItems: 1, maxItems: 2 }),
  symbol: Line, way: oneOf(MARK_WAYS), place: Line,
  angleDeg: Type.Optional(Type.Number({ minimum: 0, exclusiveMaximum: 360, description: 'Clockwise from the index datum.' })),
})

const Joint = optional({
  key: Key, name: Line, fastener: Key, count: Count, thread: Line,
  torqueNm: Type.Number({ exclusiveMinimum: 0 }), pattern: Line, lubricant: Line, source: Line,
})

const FitPartner = object({
  position: Type.Optional(Type.String({ pattern: Key.pattern!, description: 'A position that is measured …' })),
  part: Type.Optional(
    Type.String({ pattern: Key.pattern!, description: '… or a part whose size is known by its limits, such as a new bearing.' }),
  ),
  lowerMm: Type.Optional(Mm),
  upperMm: Type.Optional(Mm),
})

const Fit = optional({
  key: Key,
  name: Line,
  hole: FitPartner,
  shaft: FitPartner,
  clearanceMm: Limits,
  class: Type.Optional(
    Type.String({ minLength: 2, maxLength: 40, description: 'What the drawing says, e.g. H7/k6; told beside the result.' }),
  ),
  source: Line,
})

const PieceCount = object({ part: Key, count: Count })

const Choice = object({
  key: Key, question: Line,
  ways: Type.Array(object({ key: Key, name: Line, why: Text }), { minItems: 2, maxItems: 4 }),
  proposal: Type.Optional(object({
    readings: Type.Array(object({ position: Key, stage: oneOf(READING_STAGES) }), { minItems: 1, maxItems: 20 }),
    allIn: Key, otherwise: Key,
  }, 'All readings in → one way, any doubtful or out → the other. A person signs it.')),
}, 'A place where the overhaul forks: by what was found, or because there are several ways to reach a part.')

const DryZone = object({
  key: Key, name: Line, why: Text,
  parts: Type.Array(Key, { minItems: 1, maxItems: 30, description: 'Parts that must stay free of grease and oil.' }),
  near: Type.Array(Key, { maxItems: 30, description: 'Parts so close that lubricant on them may reach the zone.' }),
})

const Assembly = object({
  name: Line,
  parts: Type.Array(Key, { minItems: 1, maxItems: 100 }),
}, 'Parts that are worked on together; the steps of an assembly can be folded into one line.')

const HandCheck = object(
  {
    key: Key,
    expect: Line,
    wrong: Type.Array(
      object({
        key: Key,
        name: Line,
        causes: Type.Array(object({ text: Text, check: Text, backTo: Type.Optional(Key) }), {
          minItems: 1,
          maxItems: 8,
          description: 'Likely causes, the easiest to check first.',
        }),
      }),
      { minItems: 1, maxItems: 6 },
    ),
  },
  'What the hands should feel, and what it means when they feel something else.',
)

const LadderRung = object({ how: Line, text: Text, stop: Text }, 'One way to get a stuck part off, with what must never be done there.')

const Step = optional({
  key: Key,
  limb: oneOf(LIMBS),
  stage: oneOf(STAGES),
  title: Line,
  short: Type.Optional(Type.String({ minLength: 1, maxLength: 34, description: 'Title in the V, where there is little room.' })),
  done: Type.Optional(Type.String({ minLength: 1, maxLength: 60, description: 'What the person says by ticking, e.g. "Rotor is out".' })),
  why: Text,
  cautions: Type.Optional(
    Type.Array(object({ level: oneOf(['danger', 'care']), text: Text, detail: Type.Optional(Text) }), { maxItems: 6 }),
  ),
  tools: Type.Optional(Type.Array(Line, { maxItems: 20 })),
  lubricant: Type.Optional(object({ kind: oneOf(['dry', 'grease', 'oil', 'water', 'anti-seize', 'thread lock', 'sealant']), text: Line })),
  orientation: Type.Optional(Text),
  layOn: Type.Optional(Line),
  after: Type.Array(Key, { maxItems: 40, description: 'Steps that must be done before this one.' }),
  rung: Type.Optional(Key),
  removes: Type.Optional(Type.Array(PieceCount, { minItems: 1, maxItems: 30 })),
  refits: Type.Optional(Type.Array(PieceCount, { minItems: 1, maxItems: 30 })),
  bag: Type.Optional(
    Type.String({ pattern: '^[A-Z]-[0-9]{1,3}$', description: 'Tag of the bag or place that is proposed for what comes out.' }),
  ),
  makes: Type.Optional(Type.Array(Mark.properties.key, { minItems: 1, maxItems: 20 })),
  checks: Type.Optional(Type.Array(Mark.properties.key, { minItems: 1, maxItems: 20 })),
  reads: Type.Optional(
    Type.Array(
      object({
        position: Key,
        stage: oneOf(READING_STAGES),
        backTo: Type.Optional(
          Type.String({ pattern: Key.pattern!, description: 'Go or no-go: when the reading is out, the work goes back to this step.' }),
        ),
        keeps: Type.Optional(
          object(
            { position: Key, stage: oneOf(READING_STAGES), within: Type.Number({ exclusiveMinimum: 0 }) },
            'What must not have changed since an earlier reading of the same quantity, e.g. by closing. The same position is compared place by place, another one by its mean.',
          ),
        ),
      }),
      { minItems: 1, maxItems: 20 },
    ),
  ),
  decides: Type.Optional(
    Type.Array(Key, { minItems: 1, maxItems: 60, description: 'Parts that need a disposition before this step is ticked.' }),
  ),
  tightens: Type.Optional(Key),
  hold: Type.Optional(
    Type.String({ minLength: 1, maxLength: 200, description: 'Hold point: what a second person confirms before the step is ticked.' }),
  ),
  behind: Type.Optional(
    Type.Array(Key, { minItems: 1, maxItems: 20, description: 'Parts that are in the way: they must be out before this step.' }),
  ),
  chooses: Type.Optional(Key),
  ways: Type.Optional(
    Type.Record(Key, Type.Array(Key, { minItems: 1, maxItems: 4 }), {
      minProperties: 1,
      description: 'Choice → ways: the step belongs to these ways only.',
    }),
  ),
  waits: Type.Optional(
    Type.Array(object({ for: oneOf(TIMERS), name: Line, after: Key, minutes: Type.Number({ exclusiveMinimum: 0, maximum: 20000 }) }), {
      minItems: 1,
      maxItems: 4,
      description: 'Time that must pass between the tick of another step and this one.',
    }),
  ),
  owes: Type.Optional(
    Type.Array(object({ text: Line, paidBy: Key }), {
      minItems: 1,
      maxItems: 6,
      description: 'Left unfinished on purpose, e.g. snug now and final torque later.',
    }),
  ),
  treats: Type.Optional(
    object(
      { how: oneOf(TREATMENTS), parts: Type.Array(Key, { minItems: 1, maxItems: 60 }) },
      'What is cleaned or heated here, and how; marks may not survive it.',
    ),
  ),
  feels: Type.Optional(Type.Array(HandCheck, { minItems: 1, maxItems: 6 })),
  stuck: Type.Optional(
    Type.Array(LadderRung, { minItems: 1, maxItems: 8, description: 'Extraction ladder of this part; the usual one when left out.' }),
  ),
  outside: Type.Optional(
    object(
      { shop: Line, why: Text, parts: Type.Array(Key, { minItems: 1, maxItems: 20 }) },
      'Reserved work: the parts go to that shop and come back.',
    ),
  ),
  photo: Type.Optional(
    Type.String({ minLength: 1, maxLength: 200, description: 'What must be seen in a photo before the step is ticked.' }),
  ),
  minutes: Type.Number({ minimum: 0, maximum: 10000 }),
})

export const SheetSchema = Type.Object(
  {
    $schema: Type.Optional(Type.String()),
    format: Type.Literal('needler-sheet/1'),
    key: Key,
    revision: Type.Integer({ minimum: 1, maximum: 9999 }),
    title: Line,
    family: Line,
    summary: Text,
    notice: Type.String({
      minLength: 1,
      maxLength: 1200,
      description: 'Whose rules stand above this sheet; shown wherever it gives leave to do something.',
    }),
    options: Type.Optional(Type.Array(Option, { minItems: 1, maxItems: 6 })),
    choices: Type.Optional(Type.Array(Choice, { minItems: 1, maxItems: 8 })),
    dryZones: Type.Optional(Type.Array(DryZone, { minItems: 1, maxItems: 20 })),
    parts: Type.Array(Part, { minItems: 1, maxItems: 400 }),
    assemblies: Type.Optional(Type.Array(Assembly, { minItems: 1, maxItems: 40, description: 'Each part in one at most.' })),
    positions: Type.Array(Position, { maxItems: 300 }),
    marks: Type.Array(Mark, { maxItems: 200 }),
    joints: Type.Array(Joint, { maxItems: 100 }),
    fits: Type.Optional(
      Type.Array(Fit, {
        minItems: 1,
        maxItems: 100,
        description: 'Pairs that mate: the clearance that follows from both sizes. Negative is an interference.',
      }),
    ),
    steps: Type.Array(Step, { minItems: 1, maxItems: 400 }),
  },
  {
    additionalProperties: false,
    title: 'Needler machine sheet',
    description: 'One kind of machine: how it is built and how it is overhauled. Released revisions never change.',
  },
)

export type Sheet = Static<typeof SheetSchema>
export type Part = Static<typeof Part>
export type Position = Static<typeof Position>
export type Mark = Static<typeof Mark>
export type Joint = Static<typeof Joint>
export type Fit = Static<typeof Fit>
export type Step = Static<typeof Step>
export type Choice = Static<typeof Choice>
export type DryZone = Static<typeof DryZone>
export type HandCheck = Static<typeof HandCheck>
export type LadderRung = Static<typeof LadderRung>
export type Outline = Static<typeof Outline>
export type Limb = Step['limb']
export type MarkWay = Mark['way']
