import { Type } from '@sinclair/typebox'
import { attachments } from './schema-attachments'
import { Count, Key, Line, object, oneOf, optional, Text } from './schema-builders'
import { Mark } from './schema-machine'
import { LIMBS, LUBRICANTS, MACHINE_STATES, READING_STAGES, STAGES, TIMERS, TREATMENTS } from './terms'

/* How the machine is overhauled: the forks and the steps. */

const PieceCount = object({ part: Key, count: Count })

export const Choice = object({
  key: Key, question: Line,
  ways: Type.Array(object({ key: Key, name: Line, why: Text }), { minItems: 2, maxItems: 4 }),
  proposal: Type.Optional(object({
    readings: Type.Array(object({ position: Key, stage: oneOf(READING_STAGES) }), { minItems: 1, maxItems: 20 }),
    allIn: Key, otherwise: Key,
  }, 'All readings in → one way, any doubtful or out → the other. A person signs it.')),
}, 'A place where the overhaul forks: by what was found, or because there are several ways to reach a part.')

export const HandCheck = object(
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

export const LadderRung = object({ how: Line, text: Text, stop: Text }, 'One way to get a stuck part off, with what must never be done there.')

export const Step = optional({
  key: Key,
  limb: oneOf(LIMBS),
  stage: oneOf(STAGES),
  title: Line,
  short: Type.Optional(Type.String({ minLength: 1, maxLength: 34, description: 'Title in the V, where there is little room.' })),
  done: Type.Optional(Type.String({ minLength: 1, maxLength: 60, description: 'What the person says by ticking, e.g. "Rotor is out".' })),
  why: Type.Optional(Text),
  attachments: attachments(6),
  cautions: Type.Optional(
    Type.Array(object({ level: oneOf(['danger', 'care']), text: Text, detail: Type.Optional(Text) }), { maxItems: 6 }),
  ),
  isolates: Type.Optional(Type.Array(Key, { minItems: 1, maxItems: 11, description: 'Energies that are shut off, let down or let out here.' })),
  state: Type.Optional(object({
    makes: oneOf(MACHINE_STATES),
    lets: Type.Optional(Type.Array(Key, { minItems: 1, maxItems: 11, description: 'Energies that are let on; all of them if left out.' })),
    releasedBy: Type.Optional(Line),
    for: Type.Optional(Line),
  }, 'What the machine is from this step on: a run is a state with a release and a return of its own.')),
  needs: Type.Optional(object({
    state: oneOf(MACHINE_STATES),
    on: Type.Optional(Type.Array(Key, { minItems: 1, maxItems: 11, description: 'Energies that it cannot do without.' })),
  }, 'What the machine must be for this step.')),
  puts: Type.Optional(Type.Array(Key, { minItems: 1, maxItems: 10, description: 'Temporary things that go in: a strap, a wedge, a blind.' })),
  takes: Type.Optional(Type.Array(Key, { minItems: 1, maxItems: 10, description: 'Temporary things that come out again.' })),
  lifts: Type.Optional(object({
    massKg: Type.Number({ exclusiveMinimum: 0, maximum: 1000000 }),
    gear: Line,
    points: Type.Optional(Line),
  }, 'What hangs, on what, and from where.')),
  tools: Type.Optional(Type.Array(Line, { maxItems: 20 })),
  lubricant: Type.Optional(object({ kind: oneOf(LUBRICANTS), text: Line })),
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
  minutes: Type.Optional(Type.Number({ minimum: 0, maximum: 10000 })),
})
